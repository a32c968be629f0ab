import { row, rows, type Tx } from '../database';

/** What stands and waits at each station of the line. */
export interface Line {
  artwork: { ready: number; arriving: number; refused: number };
  sheet: { proofs: number; dockets: number };
  proofs: { waiting: number; held: number; drafting: number };
  press: { passed: number; sending: number; refused: number };
  ledger: { listings: number; drafts: number };
  /** Outlets that are connected. */
  stockroom: { outlets: number };
}

/** Counts for the masthead, one round trip. */
export async function countLine(tx: Tx): Promise<Line> {
  const r = (await row<Record<string, number>>(
    tx,
    `SELECT (SELECT count(*) FROM artwork WHERE state = 'ready' AND standing = 'here')::int AS ready,
       (SELECT count(*) FROM artwork WHERE state = 'arriving')::int AS arriving,
       (SELECT count(*) FROM artwork WHERE state = 'refused')::int AS refused_files, (SELECT count(*) FROM docket)::int AS dockets,
       count(*)::int AS proofs, count(*) FILTER (WHERE state IN ('held', 'ready', 'drafting'))::int AS waiting,
       count(*) FILTER (WHERE state = 'held')::int AS held, count(*) FILTER (WHERE state = 'drafting')::int AS drafting,
       count(*) FILTER (WHERE state = 'passed')::int AS passed, count(*) FILTER (WHERE state = 'sending')::int AS sending,
       count(*) FILTER (WHERE state = 'refused')::int AS refused, (SELECT count(*) FROM listing WHERE state <> 'not made')::int AS listings,
       (SELECT count(*) FROM listing WHERE state = 'draft there')::int AS drafts,
       (SELECT count(*) FROM outlet WHERE connected)::int AS outlets FROM proof`,
  ))!;
  return {
    artwork: { ready: r.ready!, arriving: r.arriving!, refused: r.refused_files! },
    sheet: { proofs: r.proofs!, dockets: r.dockets! },
    proofs: { waiting: r.waiting!, held: r.held!, drafting: r.drafting! },
    press: { passed: r.passed!, sending: r.sending!, refused: r.refused! },
    ledger: { listings: r.listings!, drafts: r.drafts! },
    stockroom: { outlets: r.outlets! },
  };
}

/** So much is left of so much. */
interface Left {
  left: number;
  total: number;
}

/** Files that came in since the oldest that is not measured yet. */
export const countMeasuring = async (tx: Tx): Promise<Left> =>
  (await row<Left>(
    tx,
    `SELECT count(*) FILTER (WHERE state = 'arriving')::int AS left, count(*)::int AS total FROM artwork
     WHERE created_at >= (SELECT min(created_at) - interval '1 minute' FROM artwork WHERE state = 'arriving')`,
  ))!;

/** Files that came in since the oldest whose words are not read yet. */
export const countReading = async (tx: Tx): Promise<Left> =>
  (await row<Left>(
    tx,
    `SELECT count(*) FILTER (WHERE said IS NULL)::int AS left, count(*)::int AS total FROM artwork WHERE state = 'ready'
       AND created_at >= (SELECT min(created_at) - interval '1 minute' FROM artwork WHERE state = 'ready' AND said IS NULL)`,
  ))!;

/** Runs in which something is still to be drafted. */
export const countDrafting = (tx: Tx): Promise<({ id: string; name: string; state: string } & Left)[]> =>
  rows(
    tx,
    `SELECT r.id, r.name, r.state, count(*)::int AS total, count(*) FILTER (WHERE p.state = 'drafting')::int AS left
     FROM run r JOIN proof p ON p.run_id = r.id WHERE r.state <> 'stopped' GROUP BY r.id
     HAVING count(*) FILTER (WHERE p.state = 'drafting') > 0`,
  );

export const pausedRuns = async (tx: Tx): Promise<Set<string>> =>
  new Set((await rows<{ id: string }>(tx, "SELECT id FROM run WHERE state = 'paused'")).map((r) => r.id));

/** Does any worker live? Else nothing that runs goes on. */
export const workerLives = async (tx: Tx): Promise<boolean> =>
  (await row<{ lives: boolean }>(tx, 'SELECT worker_lives() AS lives'))!.lives;
