import type { ChosenPart } from '../../core/docket/docket';
import { artworksThere } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { choicesUnder, putChoices, type PartOf } from '../../data/line/own-choices';
import { Trouble } from '../trouble';
import { benchArea } from './area';
import { recorded, type Given } from './giving';
import { differing, grouped, turnedBack, type Groups, type Wanted } from './steps';

/** What taking such a choice back needs. */
export interface ChoicesUndo extends PartOf {
  kind: 'choices';
  was: Groups<string[]>;
  is: Groups<string[]>;
}

const namesNow = async (tx: Tx, at: PartOf, ids: readonly string[]): Promise<Map<string, string[]>> =>
  new Map(
    (await choicesUnder(tx, ids, [at.docketId]))
      .filter((c) => c.line === at.line && c.part === at.part)
      .map((c) => [c.artworkId, c.names]),
  );
const put = (tx: Tx, at: PartOf, names: Iterable<readonly [string, string[] | null]>): Promise<void> =>
  putChoices(tx, at, [...names].map(([artworkId, names]) => ({ artworkId, names }))); // prettier-ignore

/**
 * Chooses the colours or finishes of a goods line for artworks by hand, in the order of the blank; null leaves it to the docket again.
 * Throws a Trouble for a name that the blank has not.
 */
export const chooseByHand = (
  workspace: string,
  asked: { docket: string; line?: string },
  o: { part: ChosenPart; artworks: readonly string[]; names: readonly string[] | null },
): Promise<Given> =>
  inWorkspace(workspace, async (tx) => {
    const at = await benchArea(tx, asked);
    const all = (o.part === 'colours' ? at.blank.colours : (at.blank.finishes?.choices ?? [])).map((c) => c.name);
    const strange = (o.names ?? []).filter((name) => !all.includes(name));
    if (strange.length) throw new Trouble('not-valid', `${at.blank.name} has no ${strange.join(', ')}.`, 'names');
    const names = o.names && all.filter((name) => o.names!.includes(name));
    const there = await artworksThere(tx, o.artworks);
    const address: PartOf = { docketId: at.docket.id, line: at.line.key, part: o.part };
    const wanted: Wanted<string[]> = new Map(there.map((id) => [id, names]));
    const { was, is } = differing(await namesNow(tx, address, there), wanted);
    if (!is.size) return { changed: 0, undo: null };
    await put(tx, address, is);
    const undo: ChoicesUndo = { kind: 'choices', ...address, was: grouped(was), is: grouped(is) };
    const did = names ? 'artwork.chosen' : 'artwork.chosen-by-rule';
    return recorded(tx, at, did, [...is.keys()], undo, { part: o.part, ...(names && { names }) });
  });

/** Puts such choices back as a step found them, or forward again; what was changed since stays. */
export async function putChoicesBack(tx: Tx, step: ChoicesUndo, again: boolean): Promise<{ count: number; left: number }> {
  const { docketId, line, part } = step;
  const back = await turnedBack(step, again, (ids) => namesNow(tx, { docketId, line, part }, ids));
  await put(tx, { docketId, line, part }, back.put);
  return back;
}
