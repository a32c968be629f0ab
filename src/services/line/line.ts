import { inWorkspace, type Tx } from '../../data/database';
import * as counts from '../../data/line/counts';
import type { Line } from '../../data/line/counts';
import { listListings, sidesOf, type ListingRow, type Sides } from '../../data/outlets/listings';
import { countOrders, ordersOf, type OrderHistory } from '../../data/outlets/orders';
import { answerSentence } from '../../core/outlet/answers';
import { correctionsUnderWay } from '../../data/line/corrections';
import { lookLeft } from '../../data/line/findings';
import { countToMove } from '../../data/line/moving';
import { listOutlets } from '../../data/outlets/outlets';
import { countOff } from '../../data/outlets/to-order';

import { Trouble } from '../trouble';

export type { Line, ListingRow };

/** Counts for the masthead. */
export const line = (workspace: string): Promise<Line> => inWorkspace(workspace, counts.countLine);

/** One piece of running work for the tray. `done` of `total`; `kind` says what. */
export interface Work {
  key: string;
  kind: 'measuring' | 'reading' | 'planning' | 'drafting' | 'passing' | 'correcting' | 'looking' | 'ordering' | 'sending';
  label: string;
  done: number;
  total: number;
  refused: number;
  paused: boolean;
  /** Why it waits, when something outside holds it up. */
  waits?: string;
}

/** What stands at each station, and what goes on or is paused right now. */
export const lineNow = (workspace: string): Promise<{ stations: Line; work: Work[] }> =>
  inWorkspace(workspace, async (tx) => ({ stations: await counts.countLine(tx), work: await runningWork(tx) }));

async function runningWork(tx: Tx): Promise<Work[]> {
  const out: Work[] = [];
  const goes = (
    key: string,
    kind: Work['kind'],
    label: string,
    { left, total }: { left: number; total: number },
    paused = false,
  ) => left && out.push({ key, kind, label, done: total - left, total, refused: 0, paused });
  const is = await counts.underWay(tx);
  if (is.measuring) goes('measuring', 'measuring', 'Measuring artwork', await counts.countMeasuring(tx));
  if (is.reading) goes('reading', 'reading', 'Reading words', await counts.countReading(tx));
  for (const r of is.planning ? await counts.countPlanning(tx) : [])
    goes(`plan-${r.id}`, 'planning', `Laying out ${r.name}`, r, r.state === 'paused');
  for (const r of is.drafting ? await counts.countDrafting(tx) : [])
    goes(`draft-${r.id}`, 'drafting', `Drafting ${r.name}`, r, r.state === 'paused');
  if (is.passing) goes('passing', 'passing', 'Passing proofs', await countToMove(tx));
  for (const c of is.correcting ? await correctionsUnderWay(tx) : [])
    goes(`correct-${c.id}`, 'correcting', c.back ? 'Taking corrections back' : 'Correcting words', c, c.stopped);
  if (is.looking) goes('looking', 'looking', 'Looking words over', await lookLeft(tx));
  for (const r of is.ordering ? await countOff(tx) : [])
    goes(`order-${r.id}`, 'ordering', `Making orders of ${r.name}`, r, r.state === 'paused');
  if (is.sending) out.push(...(await sendings(tx)));
  if (out.length && !(await counts.workerLives(tx)))
    for (const w of out) w.waits ??= 'the worker has ended; it is begun again by itself, and programs.log says why';
  return out;
}

/** What is being sent, by run and outlet. */
async function sendings(tx: Tx): Promise<Work[]> {
  const out: Work[] = [];
  const outlets = new Map((await listOutlets(tx)).map((o) => [o.id, o]));
  const paused = await counts.pausedRuns(tx);
  const orders = await countOrders(tx);
  for (const key of new Set(orders.map((s) => `${s.runId}/${s.outlet}`))) {
    const mine = orders.filter((s) => `${s.runId}/${s.outlet}` === key && s.state !== 'withdrawn');
    const count = (...of: string[]) => mine.filter((s) => of.includes(s.state)).reduce((n, s) => n + s.count, 0);
    if (!count('waiting', 'sending')) continue;
    const outlet = outlets.get(mine[0]!.outlet)!;
    out.push({
      key: `send-${key}`,
      kind: 'sending',
      label: `Sending to ${outlet.name}`,
      done: count('done', 'refused'),
      total: count('waiting', 'sending', 'done', 'refused'),
      refused: count('refused'),
      paused: mine[0]!.runId !== null && paused.has(mine[0]!.runId),
      ...(!outlet.connected
        ? { waits: `${outlet.name} does not know us; connect it again` }
        : outlet.hold && { waits: answerSentence(outlet.hold.why).replace(/\.$/, '') }),
    });
  }
  return out;
}

/** One listing with what was sent, what is there, and what was ordered, newest first. */
export interface ListingInFull extends Sides {
  listing: ListingRow;
  orders: OrderHistory[];
}
/** So many of a listing's orders are told. */
const ORDERS = 100;

export const listing = (workspace: string, id: string): Promise<ListingInFull> =>
  inWorkspace(workspace, async (tx) => {
    const [it] = await listListings(tx, { ids: [id], limit: 1 });
    if (!it) throw new Trouble('not-found', 'There is no such listing.');
    return { listing: it, ...(await sidesOf(tx, id))!, orders: await ordersOf(tx, id, ORDERS) };
  });

export const listListingsOf = (workspace: string, filter: Parameters<typeof listListings>[1]): Promise<ListingRow[]> =>
  inWorkspace(workspace, (tx) => listListings(tx, filter));
