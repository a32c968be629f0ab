import { patternFault } from '../../core/copy/wording';
import { artworksIn, plansIn, type Chosen, type DocketDocument, type GoodsLine, type Shot } from '../../core/docket/docket';
import { canonicalLanguage } from '../../core/outlet/languages';
import { DOWNLOADS_KEY, type DownloadLine } from '../../core/downloads/form';
import { sheetOf } from '../../core/downloads/sheets';
import type { BlankDocument } from '../../core/stock/blank';
import { artworksByIds } from '../../data/artwork/artworks';
import type { Tx } from '../../data/database';
import { listOutlets } from '../../data/outlets/outlets';
import { blanksByIds } from '../../data/stockroom/blanks';
import { enclosuresByIds } from '../../data/stockroom/enclosures';
import { listPlans } from '../../data/stockroom/plans';
import { Trouble } from '../trouble';
import { showsArea } from '../../core/planning/placed';
import { showsKind } from '../../core/scene/sheet';
import { sceneById } from './scenes';

/**
 * Holds a docket against what there is: blanks, scenes, plans, outlets, artworks, and its own patterns; with `endedToo` it may name
 * colours, sizes and print areas that its blanks do not have any more. Throws a Trouble with the first fault.
 */
export async function checkDocket(tx: Tx, document: DocketDocument, { endedToo = false } = {}): Promise<void> {
  const blanks = new Map((await blanksByIds(tx, document.lines.map((l) => l.blank))).map((b) => [b.id, b.document])); // prettier-ignore
  const keys = document.lines.map((l) => l.key);
  if (new Set(keys).size < keys.length) throw new Trouble('not-valid', 'Each goods line needs a name of its own.', 'lines');
  for (const line of document.lines) checkLine(line, blanks.get(line.blank), endedToo);
  if (document.downloads) await checkDownloads(tx, document.downloads);
  else if (!document.lines.length)
    throw new Trouble('not-valid', 'A docket offers goods or files: add a goods line, or files to download.', 'lines');
  if (keys.includes(DOWNLOADS_KEY)) throw new Trouble('not-valid', `A goods line cannot be called ${DOWNLOADS_KEY}.`, 'lines');
  const shots = [document.shots, ...document.outlets.flatMap((o) => (o.own?.shots ? [o.own.shots] : []))].flat();
  for (const shot of shots) checkShot(shot, document, blanks);
  checkWords(document);
  const plans = await listPlans(tx);
  if (plansIn(document).some((id) => !plans.some((p) => p.id === id)))
    throw new Trouble('not-valid', 'That price plan is not in the stockroom.', 'pricePlan');
  const outlets = await listOutlets(tx);
  const strange = document.outlets.find((o) => !outlets.some((k) => k.id === o.outlet));
  if (strange) throw new Trouble('not-valid', `There is no outlet ${strange.outlet}.`, 'outlets');
  if (new Set(document.outlets.map((o) => o.outlet)).size < document.outlets.length)
    throw new Trouble('not-valid', 'An outlet is named twice.', 'outlets');
  const named = artworksIn(document);
  if ((await artworksByIds(tx, named)).length < named.length)
    throw new Trouble('not-valid', 'A picture or print that it names is not among the artworks.', 'shots');
}

function checkLine(line: GoodsLine, blank: BlankDocument | undefined, endedToo: boolean): void {
  if (!blank) throw new Trouble('not-valid', 'That blank is not in the stockroom.', 'blankId');
  const known = (kind: string, wanted: readonly string[], there: { name: string }[]) => {
    const missing = wanted.filter((w) => !there.some((t) => t.name === w));
    if (missing.length && !endedToo) throw new Trouble('not-valid', `${blank.name} has no ${kind} ${missing.join(', ')}.`, kind);
  };
  const named = (chosen: Chosen | undefined) => (Array.isArray(chosen) ? chosen : []);
  known('colour', named(line.colours), blank.colours);
  known('size', line.sizes, blank.sizes);
  known('finish', named(line.finishes), blank.finishes?.choices ?? []);
  const areas = line.placements.map((p) => p.area);
  known('print area', areas, blank.areas);
  if (new Set(areas).size < areas.length)
    throw new Trouble('not-valid', `A print area of ${blank.name} is named twice.`, 'placements');
  for (const p of line.placements) known('size', Object.keys(p.bySize ?? {}), blank.sizes);
}

/** Holds the files that a docket sells against what can be made, and against what is there to go along. */
async function checkDownloads(tx: Tx, { renditions, along = [], note = {} }: DownloadLine): Promise<void> {
  for (const { sheet, formats, upTo } of renditions) {
    const { word, sizes } = sheetOf(sheet);
    if (formats.includes('svg') && sheet !== 'whole')
      throw new Trouble(
        'not-valid',
        `Vectors have no shape of paper: offer SVG of the picture as it is, not in ${word}.`,
        'downloads',
      );
    if (upTo !== undefined && !sizes.some((s) => s.name === upTo))
      throw new Trouble('not-valid', `${word} has no size ${upTo}.`, 'downloads');
  }
  const named = renditions.map((r) => r.sheet);
  const twice = named.find((s, i) => named.indexOf(s) < i);
  if (twice) throw new Trouble('not-valid', `The shape ${sheetOf(twice).word} is named twice.`, 'downloads');
  if ((await enclosuresByIds(tx, along)).length < along.length)
    throw new Trouble('not-valid', 'A file that is to go along is not here any more.', 'downloads');
  for (const [language, pattern] of Object.entries(note)) checkPattern('downloads', language, pattern);
}

function checkShot(shot: Shot, { lines, downloads }: DocketDocument, blanks: Map<string, BlankDocument>): void {
  if (shot.kind === 'kept' || shot.kind === 'free') return;
  const files = downloads && (!shot.line || shot.line === DOWNLOADS_KEY);
  if (shot.kind === 'card' && shot.card === 'files') {
    if (!downloads) throw new Trouble('not-valid', 'A card tells of files, and the docket sells none.', 'shots');
    return;
  }
  if (files && (shot.kind === 'card' || showsKind(sceneById(shot.scene), 'poster'))) return;
  const its = shot.line ? lines.filter((l) => l.key === shot.line) : lines;
  if (!its.length)
    throw new Trouble('not-valid', `A picture is of the goods line ${shot.line}, which is not in the docket.`, 'shots');
  if (shot.kind === 'card') return;
  const scene = sceneById(shot.scene);
  const areas = its.flatMap((l) => l.placements.map((p) => p.area));
  // of another kind than the scene's it is shown where the scene names its very area
  const named = (area: string) => scene?.products.some((p) => p.rooms.some((r) => r.name === area));
  const shown =
    scene &&
    its.some((l) => {
      const blank = blanks.get(l.blank);
      if (!blank) return false;
      const ofKind = showsKind(scene, blank.kind);
      return l.placements.some((p) => (ofKind ? showsArea(scene, blank, p.area) : its.length === 1 && named(p.area)));
    });
  if (!shown)
    throw new Trouble(
      'not-valid',
      `The scene ${shot.scene} does not show the print area ${[...new Set(areas)].join(' or ')}.`,
      'shots',
    );
}

function checkWords(document: DocketDocument): void {
  for (const name of ['title', 'description'])
    if (!document.words[name]) throw new Trouble('not-valid', `The docket says nothing for the ${name}.`, `wording.${name}`);
  const said = [document, ...document.outlets.flatMap((o) => (o.own ? [o.own] : []))];
  for (const { words, tags } of said) {
    for (const [field, by] of Object.entries(words ?? {})) {
      if (by === 'left out') {
        if (field === 'title' || field === 'description')
          throw new Trouble('not-valid', `The ${field} cannot be left out: every outlet needs one.`, `wording.${field}`);
        continue;
      }
      for (const [language, pattern] of Object.entries(by)) checkPattern(`wording.${field}`, language, pattern);
    }
    if (tags && tags !== 'left out')
      for (const [language, patterns] of Object.entries(tags))
        for (const pattern of patterns) checkPattern('wording.tags', language, pattern);
  }
}

function checkPattern(field: string, language: string, pattern: string): void {
  if (canonicalLanguage(language) !== language)
    throw new Trouble('not-valid', `“${language}” is not a language as BCP 47 writes it${hint(language)}.`, field);
  const fault = patternFault(pattern);
  if (fault) throw new Trouble('not-valid', fault, field);
}
const hint = (language: string): string => {
  const canonical = canonicalLanguage(language);
  return canonical ? `: write ${canonical}` : '';
};
