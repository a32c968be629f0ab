import { row, rows, type Tx } from '../database';
import { LISTING_STATES } from '../outlets/listings';
import { PROOF_STATES } from './proofs';

const ARTWORK_STANDINGS = ['here', 'aside', 'deleted'];
/** So many rows that could be fewer are worth adding up. */
const FOLD_FROM = 500;

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

/** Counts for the masthead, one round trip: the database keeps them. */
export async function countLine(tx: Tx): Promise<Line> {
  const { counts, dockets, outlets } = (await row<{ counts: Record<string, number> | null; dockets: number; outlets: number }>(
    tx,
    `SELECT (SELECT jsonb_object_agg(of || ' ' || state, count) FROM (SELECT of, state, sum(count) AS count FROM tally WHERE of IN ('artwork', 'cell', 'listing') GROUP BY 1, 2) t) AS counts,
       (SELECT count(*)::int FROM docket) AS dockets, (SELECT count(*)::int FROM outlet WHERE connected) AS outlets`,
  ))!;
  const n = (of: string, ...states: string[]) => states.reduce((sum, state) => sum + (counts?.[`${of} ${state}`] ?? 0), 0);
  const anywhere = (state: string) => n('artwork', ...ARTWORK_STANDINGS.map((standing) => `${state} ${standing}`));
  const stand = LISTING_STATES.filter((s) => s !== 'not made');
  return {
    artwork: { ready: n('artwork', 'ready here'), arriving: anywhere('arriving'), refused: anywhere('refused') },
    sheet: { proofs: n('cell', ...PROOF_STATES), dockets },
    proofs: { waiting: n('cell', 'held', 'ready', 'drafting'), held: n('cell', 'held'), drafting: n('cell', 'drafting') },
    press: { passed: n('cell', 'passed'), sending: n('cell', 'sending'), refused: n('cell', 'refused') },
    ledger: { listings: n('listing', ...stand), drafts: n('listing', 'draft there') },
    stockroom: { outlets },
  };
}

/** Adds up what has gathered of the kept counts, of every workspace in which it is much. */
export const foldTallies = (tx: Tx): Promise<unknown> => tx.query('SELECT fold_tallies($1)', [FOLD_FROM]);

/** So much is left of so much. */
interface Left {
  left: number;
  total: number;
}

/** Of the artworks that came since the oldest of those that wait, how many wait. Where none does, that is all that is asked. */
async function waitingSince(tx: Tx, waits: string, among: string): Promise<Left> {
  const { since } = (await row<{ since: Date | null }>(tx, `SELECT min(created_at) AS since FROM artwork WHERE ${waits}`))!;
  if (!since) return { left: 0, total: 0 };
  return (await row<Left>(
    tx,
    `SELECT count(*) FILTER (WHERE ${waits})::int AS left, count(*)::int AS total FROM artwork WHERE ${among} AND created_at >= $1::timestamptz - interval '1 minute'`,
    [since],
  ))!;
}
type Under = Record<
  'measuring' | 'reading' | 'planning' | 'drafting' | 'passing' | 'correcting' | 'looking' | 'ordering' | 'sending',
  boolean
>;
/** What goes on at all, one round trip: mostly nothing does. */
export const underWay = async (tx: Tx): Promise<Under> =>
  (await row<Under>(
    tx,
    `SELECT EXISTS (SELECT FROM artwork WHERE state = 'arriving') AS measuring, EXISTS (SELECT FROM artwork WHERE state = 'ready' AND said IS NULL) AS reading,
       EXISTS (SELECT FROM run_part) AS planning, EXISTS (SELECT FROM proof WHERE state = 'drafting') AS drafting, EXISTS (SELECT FROM to_move) AS passing, EXISTS (SELECT FROM correction_part p JOIN correction c ON c.id = p.correction_id WHERE p.stands <> c.goes_to) AS correcting, EXISTS (SELECT FROM look WHERE state = 'going') AS looking, EXISTS (SELECT FROM to_order) AS ordering,
       EXISTS (SELECT FROM outlet_order WHERE state IN ('waiting', 'sending')) AS sending`,
  ))!;

/** Files that came in since the oldest that is not measured yet. */
export const countMeasuring = (tx: Tx): Promise<Left> => waitingSince(tx, "state = 'arriving'", 'true');
/** Files that came in since the oldest whose words are not read yet. */
export const countReading = (tx: Tx): Promise<Left> => waitingSince(tx, "state = 'ready' AND said IS NULL", "state = 'ready'");

/** Runs in which something is still to be drafted. */
export const countDrafting = (tx: Tx): Promise<({ id: string; name: string; state: string } & Left)[]> =>
  rows(
    tx,
    `SELECT r.id, r.name, r.state, sum(t.count)::int AS total, sum(t.count) FILTER (WHERE t.state = 'drafting')::int AS left
     FROM tally t JOIN run r ON r.id = t.what WHERE t.of = 'run' AND r.state <> 'stopped' GROUP BY r.id
     HAVING sum(t.count) FILTER (WHERE t.state = 'drafting') > 0 ORDER BY r.seq`,
  );

/** Runs that are still being laid out. */
export const countPlanning = (tx: Tx): Promise<({ id: string; name: string; state: string } & Left)[]> =>
  rows(
    tx,
    `SELECT r.id, r.name, r.state, sum(cardinality(t.artworks))::int AS total, sum(cardinality(t.artworks) - t.done)::int AS left
     FROM run_part t JOIN run r ON r.id = t.run_id GROUP BY r.id ORDER BY r.seq`,
  );

export const pausedRuns = async (tx: Tx): Promise<Set<string>> =>
  new Set((await rows<{ id: string }>(tx, "SELECT id FROM run WHERE state = 'paused'")).map((r) => r.id));

/** Does any worker live? Else nothing that runs goes on. */
export const workerLives = async (tx: Tx): Promise<boolean> =>
  (await row<{ lives: boolean }>(tx, 'SELECT worker_lives() AS lives'))!.lives;
