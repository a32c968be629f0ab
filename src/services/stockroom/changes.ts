import { same, type DocketDocument, type WhenEnded } from '../../core/docket/docket';
import { asksFor, endedOn, mended, type EndedOnLine, type Mended, type NotMended } from '../../core/docket/ended';
import type { BlankDocument } from '../../core/stock/blank';
import { blankChanges, endedBetween, type BlankChange } from '../../core/stock/changes';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { addJob } from '../../data/jobs';
import { moveAnnounced } from '../../data/outlets/orders';
import * as data from '../../data/stockroom/blank-changes';
import type { BlankChangeRow, MendedDocket } from '../../data/stockroom/blank-changes';
import { blanksByIds, blankVersion, coloursOnce, type BlankRow } from '../../data/stockroom/blanks';
import { docketForUpdate, docketsByIds, revisionOf, saveDocket, type DocketRow } from '../../data/stockroom/dockets';
import { Trouble } from '../trouble';
import { backToRevision } from './dockets';

/**
 * Puts down what is different about a blank since somebody last looked at it. What changed and changed back is no change. `before` is
 * null for a blank that is new.
 */
export async function noteChange(tx: Tx, before: BlankRow | null, after: BlankDocument, gone: boolean): Promise<void> {
  const open = await data.openChange(tx, after.id);
  const from = open ? open.from : (before?.version ?? null);
  const wasGone = open ? open.wasGone : before !== null && before.goneAt !== null;
  const then = from === null ? null : (before && before.version === from ? before.document : await blankVersion(tx, after.id, from)); // prettier-ignore
  const changes: BlankChange[] = then ? blankChanges(then, after) : fresh(after);
  if (gone !== wasGone) changes.unshift({ code: gone ? 'gone' : 'back', weight: gone ? 'ended' : 'better', values: {} });
  // a blank that came and went before anybody looked
  await data.putChange(tx, { blank: after.id, from, wasGone, changes: !then && gone ? [] : changes });
}
const fresh = ({ onOfferFrom }: BlankDocument): BlankChange[] => [
  { code: 'new', weight: 'other', values: {} },
  ...(onOfferFrom ? [{ code: 'day', weight: 'other' as const, values: { from: null, to: onOfferFrom } }] : []),
];

/** What of a docket has ended, line by line. */
async function endedIn(tx: Tx, document: DocketDocument, blanks: ReadonlyMap<string, BlankDocument>): Promise<EndedOnLine[]> {
  const out: EndedOnLine[] = [];
  for (const line of document.lines) {
    const blank = blanks.get(line.blank);
    if (!blank) continue;
    const now = new Map(blank.colours.map((c) => [c.name, c.hex]));
    const unknown = Array.isArray(line.colours) ? line.colours.filter((c) => !now.has(c)) : [];
    const once = await coloursOnce(tx, line.blank, unknown);
    out.push(endedOn(line, blank, (name) => now.get(name) ?? once.get(name)));
  }
  return out;
}

const documentsBy = async (tx: Tx, dockets: readonly DocketRow[]): Promise<Map<string, BlankDocument>> =>
  new Map(
    (await blanksByIds(tx, [...new Set(dockets.flatMap((d) => d.document.lines.map((l) => l.blank)))])).map((b) => [
      b.id,
      b.document,
    ]),
  );

interface MendedRow {
  before: DocketRow;
  after: DocketDocument;
  did: Mended[];
  left: NotMended[];
}

/** Mends dockets, and keeps them. Returns what was done to each, and the step that takes all of it back. */
async function mendAll(
  tx: Tx,
  dockets: readonly DocketRow[],
  ruleOf: (d: DocketRow) => WhenEnded,
  keepRule: boolean,
  byRule: boolean,
): Promise<{ mends: MendedRow[]; step: string | null }> {
  const blanks = await documentsBy(tx, dockets);
  const mends: MendedRow[] = [];
  for (const before of dockets) {
    const rule = ruleOf(before);
    const { document, did, left } = mended(before.document, await endedIn(tx, before.document, blanks), rule);
    mends.push({ before, after: keepRule ? { ...document, whenEnded: rule } : document, did, left });
  }
  const changed = mends.filter((m) => !same(m.before.document, m.after));
  for (const { before, after } of changed) await saveDocket(tx, before, before.name, after);
  if (!changed.length) return { mends, step: null };
  const step = await record(tx, {
    did: 'docket.mended',
    about: 'docket',
    ids: changed.map((m) => m.before.id),
    values: {
      count: changed.length,
      ...(changed.length === 1 && { name: changed[0]!.before.name }),
      did: changed.flatMap((m) => m.did).slice(0, TOLD),
      ...(byRule && { byRule }),
    },
    undo: { kind: 'dockets', revisions: Object.fromEntries(changed.map((m) => [m.before.id, m.before.revision])) },
    ...(byRule && { who: { by: 'press' as const } }),
  });
  return { mends, step };
}
/** So many things go into what is written down of a step. */
const TOLD = 20;

/** Dockets with a rule of their own for what ends: what it says is done at once, put down with the changes, and can be taken back. */
export async function mendByRules(tx: Tx, blanks: readonly string[]): Promise<void> {
  const its = [...new Set((await data.docketsOf(tx, blanks)).map((d) => d.docket))];
  for (const id of its.sort()) {
    // held: somebody may be saving it just now
    const docket = await docketForUpdate(tx, id);
    const rule = docket?.document.whenEnded;
    if (!docket || !rule) continue;
    const { mends, step } = await mendAll(tx, [docket], () => rule, false, true);
    const { did, left } = mends[0]!;
    const touched = new Set([...did, ...left].map((m) => docket.document.lines.find((l) => l.key === m.line)!.blank));
    if (touched.size) await data.addMended(tx, [...touched], { docket: docket.id, rule, did, left, step });
  }
}

/** Announced blanks come out on other days than they were to: what waits for them at outlets waits for that day now. */
export async function daysMoved(tx: Tx, workspace: string, blanks: readonly string[]): Promise<void> {
  for (const outletId of await moveAnnounced(tx, blanks)) await addJob(tx, 'outlet.lane', { workspace, outletId });
}

/** What a docket is asked about a change, and what each answer would do. */
export interface TouchedDocket {
  id: string;
  name: string;
  rule: WhenEnded | null;
  /** What of it has ended; empty when there is nothing to decide. */
  ended: EndedOnLine[];
  answers: { rule: WhenEnded; did: Mended[]; left: NotMended[] }[];
  proofs: number;
  live: number;
  offering: number;
}
export interface BlankChanged extends BlankChangeRow {
  document: BlankDocument;
  version: number;
  dockets: TouchedDocket[];
  mended: (MendedDocket & { name: string; undone: boolean })[];
}

const RULES: readonly WhenEnded[] = ['drop colour', 'drop sizes', 'nearest colour'];

/** What is to be looked at, from a place on, with what it touches. */
export const changesWindow = (
  workspace: string,
  { from, count }: { from: number; count: number },
): Promise<{ open: number; ended: number; items: BlankChanged[] }> =>
  inWorkspace(workspace, async (tx) => {
    const changes = await data.openChanges(tx, from, count);
    const ids = changes.map((c) => c.blank);
    const blanks = new Map((await blanksByIds(tx, ids)).map((b) => [b.id, b]));
    const links = await data.docketsOf(tx, ids);
    const dockets = await docketsByIds(tx, [...new Set(links.map((l) => l.docket))]);
    const documents = await documentsBy(tx, dockets);
    const ended: { blank: string; colour: string; size: string }[] = [];
    for (const c of changes) {
      if (c.from === null || !c.changes.some((x) => x.weight === 'ended')) continue;
      const then = await blankVersion(tx, c.blank, c.from);
      const now = blanks.get(c.blank)!.document;
      if (then) ended.push(...endedBetween(then, now).map((e) => ({ blank: c.blank, ...e })));
    }
    const touched = await data.touchedBy(tx, ids, ended);
    const undone = await data.stepsUndone(
      tx,
      changes.flatMap((c) => c.mended.flatMap((m) => m.step ?? [])),
    );
    const asked = new Map<string, Pick<TouchedDocket, 'ended' | 'answers'>>();
    for (const d of dockets) asked.set(d.id, answersOf(d, await endedIn(tx, d.document, documents)));
    const names = new Map((await docketsByIds(tx, changes.flatMap((c) => c.mended.map((m) => m.docket)))).map((d) => [d.id, d.name])); // prettier-ignore
    const items = changes.map((c): BlankChanged => {
      const { document, version } = blanks.get(c.blank)!;
      const its = links.filter((l) => l.blank === c.blank).map((l) => l.docket);
      return {
        ...c,
        document,
        version,
        mended: c.mended.map((m) => ({
          ...m,
          name: names.get(m.docket) ?? 'a docket',
          undone: m.step !== null && undone.has(m.step),
        })),
        dockets: dockets
          .filter((d) => its.includes(d.id))
          .map((d) => {
            const { proofs = 0, live = 0, offering = 0 } = touched.find((t) => t.blank === c.blank && t.docket === d.id) ?? {};
            const { ended, answers } = asked.get(d.id)!;
            const mine = ended.filter((e) => d.document.lines.some((l) => l.key === e.line && l.blank === c.blank));
            return {
              id: d.id,
              name: d.name,
              rule: d.document.whenEnded ?? null,
              ended: mine,
              answers: mine.length ? answers : [],
              proofs,
              live,
              offering,
            };
          }),
      };
    });
    return { ...(await data.countChanges(tx)), items };
  });

/** What of a docket has ended, and what each rule would do about it; nothing where its own lets it be. */
function answersOf({ document }: DocketRow, ended: EndedOnLine[]): Pick<TouchedDocket, 'ended' | 'answers'> {
  const asks = ended.filter((e) => asksFor(e, document.whenEnded));
  if (!asks.length) return { ended: [], answers: [] };
  const answers = RULES.map((rule) => ({ rule, ...mended(document, asks, rule) }));
  return { ended: asks, answers: answers.map(({ rule, did, left }) => ({ rule, did, left })) };
}

/** How many blanks there are to look at. */
export const openChanges = (workspace: string): Promise<{ open: number; ended: number }> =>
  inWorkspace(workspace, data.countChanges);

/** Some changes, or all there are, have been looked at. Returns how many, and the step that takes it back. */
export const looked = (workspace: string, ids: readonly string[] | null): Promise<{ looked: number; undo: string | null }> =>
  inWorkspace(workspace, async (tx) => {
    const its = await data.lookedAt(tx, ids);
    if (!its.length) return { looked: 0, undo: null };
    const undo = await record(tx, {
      did: 'blank.looked',
      about: 'blank',
      ids: its,
      values: { count: its.length },
      undo: { kind: 'looked', changes: its },
    });
    return { looked: its.length, undo };
  });

/** Decides for some dockets what becomes of what ended, and where it is to be kept as their rule, for next time too. */
export const mendDockets = (
  workspace: string,
  asked: { dockets: readonly string[]; rule: WhenEnded; keep: boolean },
): Promise<{ changed: number; did: Mended[]; left: (NotMended & { docket: string })[]; undo: string | null }> =>
  inWorkspace(workspace, async (tx) => {
    const dockets: DocketRow[] = [];
    for (const id of [...new Set(asked.dockets)].sort()) {
      const it = await docketForUpdate(tx, id);
      if (!it) throw new Trouble('not-found', 'There is no such docket.');
      dockets.push(it);
    }
    const { mends, step } = await mendAll(tx, dockets, () => asked.rule, asked.keep, false);
    return {
      changed: mends.filter((m) => !same(m.before.document, m.after)).length,
      did: mends.flatMap((m) => m.did),
      left: mends.flatMap((m) => m.left.map((l) => ({ ...l, docket: m.before.name }))),
      undo: step,
    };
  });

/** Takes back, or makes again, what a step did to dockets. What was changed since stays, and is counted. */
export async function putDocketsBack(
  tx: Tx,
  revisions: Record<string, number>,
  again: boolean,
): Promise<{ count: number; left: number }> {
  let left = 0;
  for (const [id, revision] of Object.entries(revisions)) {
    const [was, is] = [await revisionOf(tx, id, revision), await revisionOf(tx, id, revision + 1)];
    const [now] = await docketsByIds(tx, [id]);
    const from = again ? was : is;
    if (!now || !from || !same(now.document, from.document)) left++;
    else await backToRevision(tx, id, again ? revision + 1 : revision);
  }
  return { count: Object.keys(revisions).length, left };
}
