import { motifName } from '../../core/artwork/likeness/motif-name';
import { artworksIn, effective } from '../../core/docket/docket';
import { textIn } from '../../core/listing/proof';
import { mainLanguage } from '../../core/outlet/rules';
import * as artworks from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { outletById } from '../../data/outlets/outlets';
import { blanksByIds } from '../../data/stockroom/blanks';
import { enclosuresByIds } from '../../data/stockroom/enclosures';
import { triedDocket } from '../stockroom/dockets';
import { Trouble } from '../trouble';
import { calledUp, phrasebookOf } from '../words/phrasebook';
import type { Making } from './prepare/making';
import type { Prepared } from './prepare/prepare';
import { prepareAll } from './prepare/prepare-all';
import { lineNames } from './prepare/problems';
import { demandOf } from './prepare/searched';
import { tellingOf } from './prepare/telling';

type DocketTried = Parameters<typeof triedDocket>[1];

/** What is needed to try a docket as it stands in the editor on artworks, read once. */
async function trier(tx: Tx, input: DocketTried, outletId: string) {
  const { document, plan } = await triedDocket(tx, input);
  const outlet = await outletById(tx, outletId);
  if (!outlet?.rules || outlet.rulesVersion === null)
    throw new Trouble('not-found', 'Choose an artwork that is measured, a blank and a connected outlet.');
  const blanks = await blanksByIds(
    tx,
    document.lines.map((l) => l.blank),
  );
  const others = await artworks.artworksByIds(tx, artworksIn(document));
  const docket = { id: '', name: '', document, revision: 0, updatedAt: '' };
  const byId = new Map(blanks.map((b) => [b.id, b]));
  const book = await phrasebookOf(tx);
  const enclosures = new Map((await enclosuresByIds(tx, document.downloads?.along ?? [])).map((e) => [e.id, e]));
  const { rules, rulesVersion } = outlet;
  const on = async (artwork: artworks.ArtworkRow): Promise<Making> => {
    const called = calledUp(book, tellingOf(artwork, motifName([artwork.name])));
    return {
      proofId: '',
      artwork,
      twins: [],
      docket,
      order: effective(document, outletId),
      plan,
      ownPlacements: null,
      choices: [],
      waivers: [],
      blanks: byId,
      others: new Map(others.map((a) => [a.id, a])),
      enclosures,
      outlet: { ...outlet, rules, rulesVersion },
      kept: { fields: { words: {}, tags: {} }, variants: [], shots: null, writing: null },
      book,
      called,
      demand: await demandOf(tx, artwork, called, [docket], byId),
      used: new Map(),
    };
  };
  return { on, rules, document };
}

/** What a docket as it stands in the editor would make of an artwork, without saving anything. */
export async function tryDocket(workspace: string, input: DocketTried, artworkId: string, outletId: string) {
  const { making, rules, document } = await inWorkspace(workspace, async (tx) => {
    const artwork = await artworks.artworkById(tx, artworkId);
    if (!artwork?.measured) throw new Trouble('not-found', 'Choose an artwork that is measured, a blank and a connected outlet.');
    const { on, rules, document } = await trier(tx, input, outletId);
    return { making: await on(artwork), rules, document };
  });
  const [made] = (await prepareAll([making])) as [Prepared];
  return { ...made, fees: rules.fees, language: mainLanguage(rules), names: lineNames(document) };
}

/**
 * The artwork on which a docket as it stands comes off worst: most that stops it, then most that is told beside, then the title that fills
 * least of its room. Null where none of them is measured.
 */
export async function worstFor(
  workspace: string,
  input: DocketTried,
  ids: readonly string[],
  outletId: string,
): Promise<{ artwork: string; stops: number; told: number; tried: number } | null> {
  const { makings, rules } = await inWorkspace(workspace, async (tx) => {
    const { on, rules } = await trier(tx, input, outletId);
    const all = (await artworks.artworksByIds(tx, [...ids])).filter((a) => a.measured);
    const makings: Making[] = [];
    for (const artwork of all) makings.push(await on(artwork));
    return { makings, rules };
  });
  const seen = (await prepareAll(makings)).map(({ problems, fields }, i) => {
    const stops = problems.filter((p) => p.stops).length;
    const title = textIn(fields, 'title', mainLanguage(rules)).length;
    return { artwork: makings[i]!.artwork.id, stops, told: problems.length - stops, title };
  });
  const [worst] = seen.sort((a, b) => b.stops - a.stops || b.told - a.told || a.title - b.title);
  return worst ? { artwork: worst.artwork, stops: worst.stops, told: worst.told, tried: seen.length } : null;
}
export type Tried = Awaited<ReturnType<typeof tryDocket>>;
