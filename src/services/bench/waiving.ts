import { TROUBLES, type TroubleCode } from '../../core/placement/trouble';
import { inWorkspace, type Tx } from '../../data/database';
import type { AreaOf } from '../../data/line/own-placements';
import { putWaivers, waiversUnder } from '../../data/line/waivers';
import { artworksThere } from '../../data/artwork/artworks';
import { Trouble } from '../trouble';
import { benchArea, type AreaAsked } from './area';
import { addressOf, recorded, type Given } from './giving';
import { differing, grouped, turnedBack, type Groups, type Wanted } from './steps';

/** What taking waivers back needs. */
export interface WaiversUndo extends AreaOf {
  kind: 'waivers';
  code: TroubleCode;
  was: Groups<string>;
  is: Groups<string>;
}

/** Reasons that hold just now on an area, by artwork. */
const reasonsNow = async (tx: Tx, at: AreaOf, code: TroubleCode, ids: readonly string[]): Promise<Map<string, string>> =>
  new Map(
    (await waiversUnder(tx, ids, [at.docketId]))
      .filter((w) => w.line === at.line && w.area === at.area && w.code === code)
      .map((w) => [w.artworkId, w.reason]),
  );
const put = (tx: Tx, at: AreaOf, code: TroubleCode, reasons: Iterable<readonly [string, string | null]>): Promise<void> =>
  putWaivers(tx, at, code, [...reasons].map(([artworkId, reason]) => ({ artworkId, reason }))); // prettier-ignore

/** Waives a trouble of artworks on an area, with a reason: they are offered all the same. Null makes it count again. */
export const waive = (
  workspace: string,
  asked: AreaAsked,
  o: { code: TroubleCode; artworks: readonly string[]; reason: string | null },
): Promise<Given> =>
  inWorkspace(workspace, async (tx) => {
    const at = await benchArea(tx, asked);
    const reason = o.reason === null ? null : o.reason.trim();
    if (reason === '') throw new Trouble('not-valid', 'Say why it is offered all the same.', 'reason');
    if (!TROUBLES.includes(o.code)) throw new Trouble('not-valid', `There is no trouble called ${o.code}.`, 'code');
    const there = await artworksThere(tx, o.artworks);
    const address = addressOf(at);
    const wanted: Wanted<string> = new Map(there.map((id) => [id, reason]));
    const { was, is } = differing(await reasonsNow(tx, address, o.code, there), wanted);
    if (!is.size) return { changed: 0, undo: null };
    await put(tx, address, o.code, is);
    const undo: WaiversUndo = { kind: 'waivers', ...address, code: o.code, was: grouped(was), is: grouped(is) };
    const did = reason === null ? 'trouble.counts-again' : 'trouble.waived';
    return recorded(tx, at, did, [...is.keys()], undo, { code: o.code, ...(reason !== null && { reason }) });
  });

/** Puts waivers back as a step found them, or forward again; what was changed since stays. */
export async function putWaiversBack(tx: Tx, step: WaiversUndo, again: boolean): Promise<{ count: number; left: number }> {
  const { docketId, line, area, code } = step;
  const back = await turnedBack(step, again, (ids) => reasonsNow(tx, { docketId, line, area }, code, ids));
  await put(tx, { docketId, line, area }, code, back.put);
  return back;
}
