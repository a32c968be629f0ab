import type { Done, ListingPayload } from '../core/planning/payload';
import { row, rows, type Tx } from './database';

export interface SendingRow {
  id: string;
  proofId: string;
  runId: string;
  outletId: string;
  goLive: boolean;
  state: 'waiting' | 'sending' | 'sent' | 'refused' | 'withdrawn';
  key: string;
  payload: ListingPayload;
  tries: number;
}
export interface ListingRow {
  id: string;
  seq: number;
  proofId: string;
  outletId: string;
  outlet: string;
  remoteId: string;
  url: string;
  state: 'draft there' | 'live' | 'ended' | 'lapsed' | 'gone';
  title: string;
  priceMinor: number;
  currency: string;
  sentAt: string;
  artwork: string;
  docket: string;
  small: string | null;
}

/** Puts a proof in the outbox, or back in it: steps already done stay done. Returns the sending's id. */
export async function queueSending(
  tx: Tx,
  s: { proofId: string; runId: string; outletId: string; goLive: boolean; payload: ListingPayload },
): Promise<string> {
  const queued = await row<{ id: string }>(
    tx,
    `INSERT INTO sending (proof_id, run_id, outlet_id, go_live, idempotency_key, payload) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (proof_id) DO UPDATE SET state = 'waiting', run_id = excluded.run_id, go_live = sending.go_live OR excluded.go_live, payload = excluded.payload,
       problem = NULL, tries = 0, finished_at = NULL RETURNING id`,
    [s.proofId, s.runId, s.outletId, s.goLive, s.payload.ref, s.payload],
  );
  return queued!.id;
}

const SENDING =
  'SELECT s.id, s.proof_id AS "proofId", s.run_id AS "runId", s.outlet_id AS "outletId", s.go_live AS "goLive", s.state, s.idempotency_key AS key, s.payload, s.tries FROM sending s';
export const sendingForWork = (tx: Tx, id: string): Promise<SendingRow | null> =>
  row(tx, `${SENDING} WHERE s.id = $1 FOR UPDATE`, [id]);
export const waitingSendings = (tx: Tx, runId: string): Promise<SendingRow[]> =>
  rows(tx, `${SENDING} WHERE s.run_id = $1 AND s.state IN ('waiting', 'sending') ORDER BY s.seq`, [runId]);

export async function setSending(tx: Tx, id: string, state: SendingRow['state'], problem: string | null = null): Promise<void> {
  await tx.query(
    `UPDATE sending SET state = $2, problem = $3, tries = tries + CASE WHEN $2 = 'sending' THEN 1 ELSE 0 END,
       finished_at = CASE WHEN $2 IN ('sent', 'refused', 'withdrawn') THEN now() END WHERE id = $1`,
    [id, state, problem],
  );
}

/** Steps of a sending: results of those that are done, and names of those that were begun. */
export async function stepsOf(tx: Tx, sendingId: string): Promise<{ done: Done; begun: Set<string> }> {
  const all = await rows<{ step: string; doneAt: string | null; result: Record<string, string> | null }>(
    tx,
    'SELECT step, done_at AS "doneAt", result FROM sending_step WHERE sending_id = $1',
    [sendingId],
  );
  return {
    done: Object.fromEntries(all.filter((s) => s.doneAt).map((s) => [s.step, s.result ?? {}])),
    begun: new Set(all.filter((s) => !s.doneAt).map((s) => s.step)),
  };
}
export async function beginStep(tx: Tx, sendingId: string, step: string): Promise<void> {
  await tx.query('INSERT INTO sending_step (sending_id, step) VALUES ($1, $2) ON CONFLICT DO NOTHING', [sendingId, step]);
}
export async function endStep(tx: Tx, sendingId: string, step: string, result: Record<string, string>): Promise<void> {
  await tx.query('UPDATE sending_step SET done_at = now(), result = $3 WHERE sending_id = $1 AND step = $2', [
    sendingId,
    step,
    result,
  ]);
}

export async function putListing(
  tx: Tx,
  l: {
    proofId: string;
    outletId: string;
    remoteId: string;
    url: string;
    state: 'draft there' | 'live';
    title: string;
    priceMinor: number;
    currency: string;
  },
): Promise<void> {
  await tx.query(
    `INSERT INTO listing (proof_id, outlet_id, remote_id, url, state, title, price_minor, currency) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)
     ON CONFLICT (proof_id) DO UPDATE SET state = excluded.state, url = excluded.url, title = excluded.title, price_minor = excluded.price_minor, sent_at = now()`,
    [l.proofId, l.outletId, l.remoteId, l.url, l.state, l.title, l.priceMinor, l.currency],
  );
}

export const listListings = (
  tx: Tx,
  f: { outlet?: string; state?: string; find?: string; ids?: string[]; after?: number; limit: number },
): Promise<ListingRow[]> =>
  rows(
    tx,
    `SELECT l.id, l.seq, l.proof_id AS "proofId", l.outlet_id AS "outletId", o.name AS outlet, l.remote_id AS "remoteId", l.url, l.state, l.title,
       l.price_minor AS "priceMinor", l.currency, l.sent_at AS "sentAt", a.name AS artwork, d.name AS docket, p.pictures->0->>'small' AS small
     FROM listing l JOIN proof p ON p.id = l.proof_id JOIN artwork a ON a.id = p.artwork_id JOIN docket d ON d.id = p.docket_id
     JOIN outlet o ON o.id = l.outlet_id AND o.workspace_id = l.workspace_id
     WHERE ($1::text IS NULL OR l.outlet_id = $1) AND ($2::text IS NULL OR l.state = $2) AND ($3::text IS NULL OR l.title ILIKE '%' || $3 || '%' OR a.name ILIKE '%' || $3 || '%')
       AND ($4::uuid[] IS NULL OR l.id = ANY($4)) AND l.seq > $5 ORDER BY l.seq LIMIT $6`,
    [f.outlet ?? null, f.state ?? null, f.find?.replace(/[\\%_]/g, '\\$&') ?? null, f.ids ?? null, f.after ?? 0, f.limit],
  );

/** How sending stands, by run and outlet. */
export const countSendings = (
  tx: Tx,
): Promise<{ runId: string; outlet: string; state: SendingRow['state']; count: number; seconds: number | null }[]> =>
  rows(
    tx,
    `SELECT run_id AS "runId", outlet_id AS outlet, state, count(*)::int AS count,
       extract(epoch FROM max(finished_at) - min(created_at))::float AS seconds FROM sending GROUP BY 1, 2, 3`,
  );

/** Adds a job in this transaction. `queue` makes jobs of that name run one after another; `key` keeps them from doubling. */
export async function addJob(
  tx: Tx,
  task: string,
  payload: object,
  options: { queue?: string; key?: string; delaySeconds?: number; urgency?: number } = {},
): Promise<void> {
  await tx.query('SELECT add_job($1, $2, $3, $4, $5, $6)', [
    task,
    payload,
    options.queue ?? null,
    options.key ?? null,
    options.delaySeconds ?? 0,
    options.urgency ?? 0,
  ]);
}
