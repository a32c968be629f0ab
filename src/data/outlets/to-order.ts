import type { Actor } from '../acting';
import type { Problem } from '../../core/listing/problems';
import { row, rows, type Tx } from '../database';
import type { ProofState } from '../line/proofs';

/** How proofs are to be sent. */
export interface How {
  live: boolean;
  /** Asked for by itself: its run's pause does not hold it. */
  apart: boolean;
  /** Also over what was changed at the outlet. */
  over: boolean;
}

/** What stands in the way of sending `p`, whoever asks. */
const STOPPED = "jsonb_path_exists(p.problems, '$[*] ? (@.stops == true)')";
/** Those of a run that are passed, or were refused; and those of some listings in which something differs. */
export type ToSend = { run: string; state: 'passed' | 'refused' } | { listings: string[]; over: boolean };

const chosen = (w: ToSend): { where: string; by: unknown[] } =>
  'run' in w
    ? { where: 'FROM proof p WHERE p.run_id = $1 AND p.state = $2', by: [w.run, w.state] }
    : {
        where: `FROM listing l JOIN proof p ON p.id = l.proof_id WHERE l.id = ANY($1::uuid[]) AND p.state NOT IN ('sending', 'drafting') AND NOT ${STOPPED}
          AND (p.changed <> '{}' OR ($2 AND l.drift <> '{}'))`,
        by: [w.listings, w.over],
      };

/** Sends proofs off, all with one statement: they are on their way, and the worker makes their orders. Returns which. */
export async function sendOff(tx: Tx, which: ToSend, how: How): Promise<string[]> {
  const { where, by } = chosen(which);
  const gone = await rows<{ id: string }>(
    tx,
    `WITH q AS (SELECT p.id, p.run_id, p.state ${where} FOR UPDATE OF p),
       off AS (UPDATE proof p SET state = 'sending', updated_at = now() FROM q WHERE p.id = q.id RETURNING p.id, p.seq, q.run_id, q.state)
     INSERT INTO to_order (proof_id, run_id, back, live, over_theirs, apart) SELECT id, run_id, state, $3, $4, $5 FROM off ORDER BY seq
     ON CONFLICT (proof_id) DO NOTHING RETURNING proof_id AS id`,
    [...by, how.live, how.over, how.apart],
  );
  return gone.map((p) => p.id);
}

/** How many listings have a proof here, how many of these are free to be sent, and how many of the free ones something stops. */
export const countSendable = async (tx: Tx, listings: string[]): Promise<{ proofs: number; free: number; stopped: number }> =>
  (await row<{ proofs: number; free: number; stopped: number }>(
    tx,
    `SELECT count(*)::int AS proofs, count(*) FILTER (WHERE p.state NOT IN ('sending', 'drafting'))::int AS free,
       count(*) FILTER (WHERE p.state NOT IN ('sending', 'drafting') AND ${STOPPED})::int AS stopped
     FROM listing l JOIN proof p ON p.id = l.proof_id WHERE l.id = ANY($1::uuid[])`,
    [listings],
  ))!;

/** A proof that is to get its order. */
export type OffProof = How & { proofId: string; askedBy: Actor };

/** Takes the next of those that were sent off, of one asker, but for what a paused run holds. They are taken for good once this transaction stands. */
export const takeOff = (tx: Tx, count: number): Promise<OffProof[]> =>
  rows(
    tx,
    `WITH first AS (SELECT t.asked_by FROM to_order t JOIN run r ON r.id = t.run_id WHERE r.state <> 'paused' OR t.apart ORDER BY t.seq LIMIT 1),
       taken AS (SELECT t.proof_id FROM to_order t JOIN run r ON r.id = t.run_id, first WHERE (r.state <> 'paused' OR t.apart) AND t.asked_by = first.asked_by
         ORDER BY t.seq LIMIT $1 FOR UPDATE OF t SKIP LOCKED)
     DELETE FROM to_order t USING taken WHERE t.proof_id = taken.proof_id
     RETURNING t.proof_id AS "proofId", t.live, t.over_theirs AS over, t.apart, t.asked_by AS "askedBy"`,
    [count],
  );

/** What a run has sent off and that has no order yet stays here: its proofs are what they were before. */
export async function bringBack(tx: Tx, runId: string): Promise<void> {
  await tx.query(
    `WITH off AS (DELETE FROM to_order WHERE run_id = $1 RETURNING proof_id, back)
     UPDATE proof p SET state = off.back, updated_at = now() FROM off WHERE p.id = off.proof_id AND p.state = 'sending'`,
    [runId],
  );
}

/** Proofs that have been sent off and have no order yet, by run, and how many of the run are on their way in all. */
export const countOff = (tx: Tx): Promise<{ id: string; name: string; state: string; left: number; total: number }[]> =>
  rows(
    tx,
    `SELECT r.id, r.name, r.state, t.left, greatest(t.left, (SELECT sum(count) FROM tally WHERE of = 'run' AND what = r.id AND state = 'sending'))::int AS total
     FROM (SELECT run_id, count(*)::int AS left FROM to_order GROUP BY 1) t JOIN run r ON r.id = t.run_id ORDER BY r.seq`,
  );

/** What an outlet would get of a run's proofs, before anything is sent. */
export interface Preflight {
  outletId: string;
  proofs: number;
  pictures: number;
  first: { title: string; priceMinor: number }[];
}
/** So many of an outlet's are told by name. */
const TOLD = 50;
export const preflight = (tx: Tx, runId: string, state: 'passed' | 'refused'): Promise<Preflight[]> =>
  rows(
    tx,
    `SELECT p.outlet_id AS "outletId", count(*)::int AS proofs, sum((SELECT count(*) FROM jsonb_array_elements(p.pictures) s WHERE s->>'file' IS NOT NULL))::int AS pictures,
       (SELECT coalesce(jsonb_agg(jsonb_build_object('title', title, 'priceMinor', price) ORDER BY seq), '[]') FROM (
         SELECT q.seq, coalesce(q.fields->'words'->'title'->coalesce(u.document->'languages'->>0, 'en')->>'value', '') AS title,
           coalesce((SELECT min(v.price_minor) FROM proof_variant v WHERE v.proof_id = q.id), 0) AS price
         FROM proof q JOIN outlet o ON o.id = q.outlet_id AND o.workspace_id = q.workspace_id
           LEFT JOIN outlet_rules u ON u.workspace_id = o.workspace_id AND u.outlet_id = o.id AND u.version = o.rules_version
         WHERE q.run_id = $1 AND q.state = $2 AND q.outlet_id = p.outlet_id ORDER BY q.seq LIMIT ${TOLD}) f) AS first
     FROM proof p WHERE p.run_id = $1 AND p.state = $2 GROUP BY 1 ORDER BY 1`,
    [runId, state],
  );

/** The first proofs of a run that stay here, with what stops them. */
export const staying = (
  tx: Tx,
  runId: string,
  limit: number,
): Promise<{ artwork: string; outlet: string; state: ProofState; problem: Problem | null }[]> =>
  rows(
    tx,
    `SELECT a.name AS artwork, o.name AS outlet, p.state, jsonb_path_query_first(p.problems, '$[*] ? (@.stops == true)') AS problem
     FROM proof p JOIN artwork a ON a.id = p.artwork_id JOIN outlet o ON o.id = p.outlet_id AND o.workspace_id = p.workspace_id
     WHERE p.run_id = $1 AND p.state IN ('held', 'ready', 'drafting', 'refused') ORDER BY p.seq LIMIT $2`,
    [runId, limit],
  );
