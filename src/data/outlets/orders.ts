import type { Said } from '../../core/said';
import type { ListingField } from '../../core/listing/compare';
import type { ListingPayload } from '../../core/listing/payload';
import type { Goal } from '../../core/outlet/rules';
import type { Actor } from '../acting';
import { row, rows, type Tx } from '../database';

export const ORDER_KINDS = ['make', 'change', 'pictures', 'variants', 'state'] as const;
export type OrderKind = (typeof ORDER_KINDS)[number];
export type OrderState = 'waiting' | 'sending' | 'done' | 'refused' | 'withdrawn';

/** One thing to be done at an outlet. Orders are added and end; what one has asked for is never rewritten. */
export interface OrderRow {
  id: string;
  seq: number;
  listingId: string;
  /** The proof of its listing, if it has one. */
  proofId: string | null;
  outletId: string;
  runId: string | null;
  kind: OrderKind;
  /** The fields that it carries. */
  fields: ListingField[];
  /** The whole listing as it is to be; null where only its state is to change. */
  want: ListingPayload | null;
  /** The state it is to be put in; null leaves it. */
  goal: Goal | null;
  /** Also over what was changed at the outlet. */
  over: boolean;
  state: OrderState;
  problem: Said | null;
  tries: number;
  /** Has it begun to write anything? Then what is there may be its own half-done work. */
  begun: boolean;
  /** Who gave it. */
  askedBy: Actor;
}

/** Sooner first: what a buyer can already see, then what is new. */
const PRIORITY: Record<OrderKind, number> = { state: 3, variants: 4, change: 4, pictures: 4, make: 5 };

/** What is asked for. */
export type NewOrder = Pick<OrderRow, 'listingId' | 'outletId' | 'runId' | 'kind' | 'fields' | 'want' | 'goal' | 'over'> & {
  /** Asked for by itself: its run's pause does not hold it. */
  apart: boolean;
};

/** So many orders go to the database at a time: each may carry some kilobytes. */
const AT_A_TIME = 500;

/** What an order says that waits for the day on which its blank comes out; null once that day has come. */
const WAITS_FOR = (day: string): string =>
  `CASE WHEN ${day} > now() THEN jsonb_build_object('code', 'not-out-yet', 'values', jsonb_build_object('day', to_char(${day} AT TIME ZONE 'UTC', 'YYYY-MM-DD'))) END`;

/**
 * Puts the orders `w` of a question in the outbox. One that still waits for the same listing gives way and is withdrawn: its goal is
 * kept where the new one has none, and what it carries where the new one is about the state alone. What is to be live of an announced
 * blank waits for its day.
 */
const adding = (w: string): string => `WITH w AS (${w}),
    gave AS (UPDATE outlet_order o SET state = 'withdrawn', finished_at = now(), problem = '{"code": "replaced"}'
      FROM w WHERE o.listing_id = w.listing AND o.state = 'waiting' RETURNING o.listing_id, o.kind, o.fields, o.want, o.goal, o.over, o.priority),
    carrying AS (SELECT w.listing, i.* FROM w LEFT JOIN gave g ON g.listing_id = w.listing CROSS JOIN LATERAL (
      SELECT g.kind, g.fields, g.want, g.over, g.priority WHERE w.want IS NULL AND g.want IS NOT NULL
      UNION ALL SELECT w.kind, w.fields, w.want, w.over, w.priority WHERE w.want IS NOT NULL OR g.want IS NULL) i)
  INSERT INTO outlet_order (listing_id, outlet_id, run_id, goal, apart, kind, fields, want, over, priority, not_before, problem)
  SELECT w.listing, w.outlet, w.run, o.goal, w.apart, c.kind, c.fields, c.want, c.over, c.priority, greatest(now(), o.day), ${WAITS_FOR('o.day')}
  FROM w JOIN carrying c ON c.listing = w.listing LEFT JOIN gave g ON g.listing_id = w.listing
    CROSS JOIN LATERAL (SELECT CASE WHEN w.goal IS NULL OR w.goal = 'draft' THEN coalesce(g.goal, w.goal) ELSE w.goal END AS goal) t
    CROSS JOIN LATERAL (SELECT t.goal, CASE WHEN t.goal = 'live' THEN on_offer_from(w.listing) END AS day) o ORDER BY w.n`;

/** Puts orders in the outbox, in their order, one for a listing. */
export async function addOrders(tx: Tx, orders: readonly NewOrder[]): Promise<void> {
  for (let at = 0; at < orders.length; at += AT_A_TIME) {
    const some = orders.slice(at, at + AT_A_TIME).map((o) => ({ ...o, priority: PRIORITY[o.kind] }));
    await tx.query(
      adding(`SELECT * FROM ROWS FROM (jsonb_to_recordset($1) AS ("listingId" uuid, "outletId" text, "runId" uuid, kind text, fields text[], want jsonb,
        goal text, over boolean, apart boolean, priority integer)) WITH ORDINALITY AS w(listing, outlet, run, kind, fields, want, goal, over, apart, priority, n)`),
      [JSON.stringify(some)],
    );
  }
}

/** Puts orders in the outbox that listings be put in a state, whatever their runs do; what they say is left as it is. */
export async function addStateOrders(tx: Tx, listings: readonly string[], goal: Goal): Promise<void> {
  await tx.query(
    adding(`SELECT l.id AS listing, l.outlet_id AS outlet, p.run_id AS run, 'state' AS kind, '{}'::text[] AS fields, NULL::jsonb AS want, $2::text AS goal,
      false AS over, true AS apart, ${PRIORITY.state} AS priority, l.seq AS n FROM listing l LEFT JOIN proof p ON p.id = l.proof_id WHERE l.id = ANY($1::uuid[])`),
    [listings, goal],
  );
}

const FIELDS = `s.id, s.seq, s.listing_id AS "listingId", l.proof_id AS "proofId", s.outlet_id AS "outletId", s.run_id AS "runId", s.kind, s.fields, s.want, s.goal,
  s.over, s.state, s.problem, s.tries, s.asked_by AS "askedBy", EXISTS (SELECT FROM order_step t WHERE t.order_id = s.id) AS begun`;
const FROM = 'FROM outlet_order s JOIN listing l ON l.id = s.listing_id';

/** Outlets with something in the outbox, of one run or of all. */
export const outletsWaiting = async (tx: Tx, runId: string | null): Promise<string[]> =>
  (
    await rows<{ outlet: string }>(
      tx,
      "SELECT DISTINCT outlet_id AS outlet FROM outlet_order WHERE state IN ('waiting', 'sending') AND ($1::uuid IS NULL OR run_id = $1)",
      [runId],
    )
  ).map((r) => r.outlet);

/** Has a run something that is on its way to an outlet? */
export const leavesTheHouse = async (tx: Tx, runId: string): Promise<boolean> =>
  (await row<{ leaves: boolean }>(
    tx,
    `SELECT EXISTS (SELECT FROM outlet_order WHERE run_id = $1 AND state IN ('waiting', 'sending')) OR EXISTS (SELECT FROM to_order WHERE run_id = $1) AS leaves`,
    [runId],
  ))!.leaves;

/**
 * What a lane takes up: all but what a paused run has waiting. An order of a stopped run is there only when it was put in the
 * outbox in the very moment of stopping, or left by a dead worker; taken up, it finds its run stopped and gives itself back.
 */
const MAY_GO = "(s.state = 'sending' OR r.id IS NULL OR r.state <> 'paused' OR s.apart)";
/** Orders of one listing go one after another, in the order in which they were given. */
const FIRST_OF_ITS_LISTING =
  "NOT EXISTS (SELECT FROM outlet_order e WHERE e.listing_id = s.listing_id AND e.seq < s.seq AND e.state IN ('waiting', 'sending'))";

// Plan, measured with 10,000 waiting of 40,000 on two cores: order_in_lane is read in order and left at the first row,
// 0.15 ms for both questions; sorting by state and order in one question took 15 ms.
/** Takes the next order of an outlet's lane for `holder`, marked as being sent. Nothing while the outlet is to be left alone. */
export async function takeNext(tx: Tx, outletId: string, holder: string): Promise<OrderRow | null> {
  const first = (state: 'sending' | 'waiting') =>
    row<OrderRow>(
      tx,
      `SELECT ${FIELDS} ${FROM} LEFT JOIN run r ON r.id = s.run_id JOIN outlet o ON o.id = s.outlet_id AND o.workspace_id = s.workspace_id
       WHERE s.outlet_id = $1 AND o.connected AND (o.hold_until IS NULL OR o.hold_until <= now())
         AND s.state = $2 AND s.state IN ('waiting', 'sending') AND ${MAY_GO} AND s.not_before <= now() AND ${FIRST_OF_ITS_LISTING}
       ORDER BY s.priority, s.seq LIMIT 1 FOR UPDATE OF s SKIP LOCKED`,
      [outletId, state],
    );
  const next = (await first('sending')) ?? (await first('waiting'));
  if (next)
    await tx.query("UPDATE outlet_order SET state = 'sending', problem = NULL, holder = $2 WHERE id = $1", [next.id, holder]);
  return next;
}

/** Seconds until the lane has something to do again: 0 is now, null is never, as things stand. */
export async function nextInSeconds(tx: Tx, outletId: string): Promise<number | null> {
  const found = await row<{ seconds: number | null }>(
    tx,
    `SELECT extract(epoch FROM min(greatest(s.not_before, o.hold_until)) - now())::float AS seconds FROM outlet_order s LEFT JOIN run r ON r.id = s.run_id
     JOIN outlet o ON o.id = s.outlet_id AND o.workspace_id = s.workspace_id
     WHERE s.outlet_id = $1 AND o.connected AND s.state IN ('waiting', 'sending') AND ${MAY_GO} AND ${FIRST_OF_ITS_LISTING}`,
    [outletId],
  );
  return found?.seconds == null ? null : Math.max(0, found.seconds);
}

/**
 * Whether an order that is under way may go on: its run's state, or going when it was asked for by itself; `taken` when
 * another worker has it by now.
 */
export async function gateOf(tx: Tx, id: string, holder: string): Promise<'going' | 'paused' | 'stopped' | 'taken'> {
  const found = await row<{ state: 'going' | 'paused' | 'stopped' | null; apart: boolean; mine: boolean }>(
    tx,
    'SELECT r.state, s.apart, s.holder = $2 AS mine FROM outlet_order s LEFT JOIN run r ON r.id = s.run_id WHERE s.id = $1',
    [id, holder],
  );
  return !found?.mine ? 'taken' : found.apart ? 'going' : (found.state ?? 'going');
}

/** A run is stopped: what it has under way is no longer apart from it, and gives itself back before its next step. */
export async function rejoinRun(tx: Tx, runId: string): Promise<void> {
  await tx.query("UPDATE outlet_order SET apart = false WHERE run_id = $1 AND state = 'sending'", [runId]);
}

export async function setOrder(tx: Tx, id: string, state: OrderState, problem: Said | null = null): Promise<void> {
  await tx.query(
    `UPDATE outlet_order SET state = $2, problem = $3, finished_at = CASE WHEN $2 IN ('done', 'refused', 'withdrawn') THEN now() END WHERE id = $1`,
    [id, state, problem],
  );
}

/** Back into the outbox after an unclear answer, counted, for a later time. */
export async function putOff(tx: Tx, id: string, problem: Said, seconds: number): Promise<void> {
  await tx.query(
    "UPDATE outlet_order SET state = 'waiting', problem = $2, tries = tries + 1, not_before = now() + make_interval(secs => $3) WHERE id = $1",
    [id, problem, seconds],
  );
}

/** Orders that wait for the day of some announced blanks wait for the day that holds now. Returns their outlets. */
export const moveAnnounced = async (tx: Tx, blanks: readonly string[]): Promise<string[]> =>
  blanks.length
    ? (
        await rows<{ outlet: string }>(
          tx,
          `WITH moved AS (UPDATE outlet_order s SET not_before = greatest(now(), n.day), problem = ${WAITS_FOR('n.day')}
             FROM (SELECT w.id, on_offer_from(w.listing_id) AS day FROM outlet_order w JOIN listing l ON l.id = w.listing_id
               JOIN proof_goods g ON g.proof_id = l.proof_id AND g.blank_id = ANY($1)
               WHERE w.state = 'waiting' AND w.problem->>'code' = 'not-out-yet') n WHERE n.id = s.id RETURNING s.outlet_id AS outlet)
           SELECT DISTINCT outlet FROM moved`,
          [blanks],
        )
      ).map((m) => m.outlet)
    : [];

/** A proof that no order takes anywhere any more: listed where it stands as it was sent, else passed again. */
const BACK = `UPDATE proof p SET updated_at = now(), state = CASE WHEN p.changed = '{}'
    AND EXISTS (SELECT FROM listing l WHERE l.proof_id = p.id AND l.state NOT IN ('not made', 'gone')) THEN 'listed' ELSE 'passed' END
  WHERE p.state = 'sending' AND p.id = ANY($1)
    AND NOT EXISTS (SELECT FROM outlet_order s JOIN listing l ON l.id = s.listing_id WHERE l.proof_id = p.id AND s.state IN ('waiting', 'sending'))
    AND NOT EXISTS (SELECT FROM to_order t WHERE t.proof_id = p.id)`;

/** Withdraws orders; their proofs are passed again, or listed where that is what stands. */
export async function withdraw(tx: Tx, where: { id: string } | { run: string }): Promise<void> {
  const [id, run] = 'id' in where ? [where.id, null] : [null, where.run];
  const gone = await rows<{ proofId: string | null }>(
    tx,
    `UPDATE outlet_order s SET state = 'withdrawn', finished_at = now() FROM listing l
     WHERE l.id = s.listing_id AND (s.id = $1 OR (s.run_id = $2 AND s.state = 'waiting')) RETURNING l.proof_id AS "proofId"`,
    [id, run],
  );
  await tx.query(BACK, [gone.flatMap((g) => g.proofId ?? [])]);
}

/** Puts down in which fields a proof differs from what was sent of it. */
export async function setChanged(tx: Tx, proofId: string, fields: readonly ListingField[]): Promise<void> {
  await tx.query('UPDATE proof SET changed = $2 WHERE id = $1 AND changed IS DISTINCT FROM $2', [proofId, fields]);
}

/** Proofs that nothing takes anywhere, as far as one knew: they are listed or passed, unless an order of theirs is still on its way. */
export async function proofsRest(tx: Tx, proofIds: string[]): Promise<void> {
  await tx.query(BACK, [proofIds]);
}

/** Wakes a proof's order that waits for its pictures, or refuses it where they cannot be made. Returns its outlet. */
export async function picturesMade(tx: Tx, proofId: string, problem: Said | null): Promise<string | null> {
  const found = await row<{ outlet: string }>(
    tx,
    `UPDATE outlet_order s SET not_before = CASE WHEN s.goal = 'live' THEN greatest(now(), on_offer_from(l.id)) ELSE now() END, problem = $2, state = CASE WHEN $2::jsonb IS NULL THEN s.state ELSE 'refused' END,
       finished_at = CASE WHEN $2::jsonb IS NOT NULL THEN now() END
     FROM listing l WHERE l.id = s.listing_id AND l.proof_id = $1 AND s.state = 'waiting' RETURNING s.outlet_id AS outlet`,
    [proofId, problem],
  );
  return found?.outlet ?? null;
}

/**
 * How orders stand, by run and outlet, of runs of which something is on its way; of each listing the last order counts. *Later* are those
 * that wait for their day. History is not read: what is on its way is few, and an index has it, and the orders of these runs.
 */
export const countOrders = (
  tx: Tx,
): Promise<{ runId: string | null; outlet: string; state: OrderState | 'later'; count: number }[]> =>
  rows(
    tx,
    `SELECT run_id AS "runId", outlet_id AS outlet, state, count(*)::int AS count
     FROM (SELECT DISTINCT ON (listing_id) run_id, outlet_id,
         CASE WHEN state = 'waiting' AND problem->>'code' = 'not-out-yet' THEN 'later' ELSE state END AS state FROM outlet_order WHERE state <> 'withdrawn'
       AND (state IN ('waiting', 'sending') OR run_id IN (SELECT run_id FROM outlet_order WHERE state IN ('waiting', 'sending')))
       ORDER BY listing_id, seq DESC) s GROUP BY 1, 2, 3`,
  );

export interface OrderHistory extends OrderRow {
  createdAt: string;
  finishedAt: string | null;
}
/** The orders of a listing, newest first. */
export const ordersOf = (tx: Tx, listingId: string, limit: number): Promise<OrderHistory[]> =>
  rows(
    tx,
    `SELECT ${FIELDS}, s.created_at AS "createdAt", s.finished_at AS "finishedAt" ${FROM}
     WHERE s.listing_id = $1 ORDER BY s.seq DESC LIMIT $2`,
    [listingId, limit],
  );
