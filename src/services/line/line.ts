import { inWorkspace, row } from '../../data/database';
import { listListings, type ListingRow } from '../../data/outlets/listings';
import { countSendings } from '../../data/outlets/sendings';
import { listOutlets } from '../../data/stockroom/stockroom';

export type { ListingRow };

/** What stands and waits at each station of the line. */
export interface Line {
  artwork: { ready: number; arriving: number; refused: number };
  sheet: { proofs: number; dockets: number };
  proofs: { waiting: number; held: number; drafting: number };
  press: { passed: number; sending: number; refused: number };
  ledger: { listings: number; drafts: number };
}

/** Counts for the masthead, one round trip. */
export function line(workspace: string): Promise<Line> {
  return inWorkspace(workspace, async (tx) => {
    const r = (await row<Record<string, number>>(
      tx,
      `SELECT (SELECT count(*) FROM artwork WHERE state = 'ready' AND standing = 'here')::int AS ready, (SELECT count(*) FROM artwork WHERE state = 'arriving')::int AS arriving,
         (SELECT count(*) FROM artwork WHERE state = 'refused')::int AS refused_files, (SELECT count(*) FROM docket)::int AS dockets,
         count(*)::int AS proofs, count(*) FILTER (WHERE state IN ('held', 'ready', 'drafting'))::int AS waiting, count(*) FILTER (WHERE state = 'held')::int AS held,
         count(*) FILTER (WHERE state = 'drafting')::int AS drafting, count(*) FILTER (WHERE state = 'passed')::int AS passed,
         count(*) FILTER (WHERE state = 'sending')::int AS sending, count(*) FILTER (WHERE state = 'refused')::int AS refused,
         (SELECT count(*) FROM listing)::int AS listings, (SELECT count(*) FROM listing WHERE state = 'draft there')::int AS drafts FROM proof`,
    ))!;
    return {
      artwork: { ready: r.ready!, arriving: r.arriving!, refused: r.refused_files! },
      sheet: { proofs: r.proofs!, dockets: r.dockets! },
      proofs: { waiting: r.waiting!, held: r.held!, drafting: r.drafting! },
      press: { passed: r.passed!, sending: r.sending!, refused: r.refused! },
      ledger: { listings: r.listings!, drafts: r.drafts! },
    };
  });
}

/** One piece of running work for the tray. `done` of `total`; `kind` says what. */
export interface Work {
  key: string;
  kind: 'measuring' | 'reading' | 'drafting' | 'sending';
  label: string;
  done: number;
  total: number;
  refused: number;
  paused: boolean;
  /** Why it waits, when something outside holds it up. */
  waits?: string;
}

/** Work that is going on or paused right now. */
export function runningWork(workspace: string): Promise<Work[]> {
  return inWorkspace(workspace, async (tx) => {
    const out: Work[] = [];
    const a = (await row<{ arriving: number; total: number }>(
      tx,
      `SELECT count(*) FILTER (WHERE state = 'arriving')::int AS arriving, count(*)::int AS total FROM artwork
       WHERE created_at >= (SELECT min(created_at) - interval '1 minute' FROM artwork WHERE state = 'arriving')`,
    ))!;
    const words = (await row<{ unread: number; total: number }>(
      tx,
      `SELECT count(*) FILTER (WHERE said IS NULL)::int AS unread, count(*)::int AS total FROM artwork WHERE state = 'ready'
         AND created_at >= (SELECT min(created_at) - interval '1 minute' FROM artwork WHERE state = 'ready' AND said IS NULL)`,
    ))!;
    if (a.arriving)
      out.push({
        key: 'measuring',
        kind: 'measuring',
        label: 'Measuring artwork',
        done: a.total - a.arriving,
        total: a.total,
        refused: 0,
        paused: false,
      });
    if (words.unread)
      out.push({
        key: 'reading',
        kind: 'reading',
        label: 'Reading words',
        done: words.total - words.unread,
        total: words.total,
        refused: 0,
        paused: false,
      });
    const drafting = await tx.query(
      `SELECT r.id, r.name, r.state, count(*)::int AS total, count(*) FILTER (WHERE p.state = 'drafting')::int AS left FROM run r JOIN proof p ON p.run_id = r.id
       WHERE r.state <> 'stopped' GROUP BY r.id HAVING count(*) FILTER (WHERE p.state = 'drafting') > 0`,
    );
    for (const r of drafting.rows as { id: string; name: string; state: string; total: number; left: number }[])
      out.push({
        key: `draft-${r.id}`,
        kind: 'drafting',
        label: `Drafting ${r.name}`,
        done: r.total - r.left,
        total: r.total,
        refused: 0,
        paused: r.state === 'paused',
      });
    const outlets = new Map((await listOutlets(tx)).map((o) => [o.id, o]));
    const states = new Map(
      (await tx.query('SELECT id, state FROM run')).rows.map((r: { id: string; state: string }) => [r.id, r.state]),
    );
    const sendings = await countSendings(tx);
    for (const key of new Set(sendings.map((s) => `${s.runId}/${s.outlet}`))) {
      const mine = sendings.filter((s) => `${s.runId}/${s.outlet}` === key && s.state !== 'withdrawn');
      const count = (...of: string[]) => mine.filter((s) => of.includes(s.state)).reduce((n, s) => n + s.count, 0);
      if (!count('waiting', 'sending')) continue;
      const outlet = outlets.get(mine[0]!.outlet)!;
      out.push({
        key: `send-${key}`,
        kind: 'sending',
        label: `Sending to ${outlet.name}`,
        done: count('sent', 'refused'),
        total: count('waiting', 'sending', 'sent', 'refused'),
        refused: count('refused'),
        paused: states.get(mine[0]!.runId) === 'paused',
        ...(!outlet.connected
          ? { waits: `${outlet.name} does not know us; connect it again` }
          : outlet.hold && { waits: outlet.hold.why.replace(/\.$/, '') }),
      });
    }
    return out;
  });
}

export const listListingsOf = (workspace: string, filter: Parameters<typeof listListings>[1]): Promise<ListingRow[]> =>
  inWorkspace(workspace, (tx) => listListings(tx, filter));
