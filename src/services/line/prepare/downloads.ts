import { fill } from '../../../core/copy/wording';
import { DOWNLOADS_KEY, type DownloadLine, type Format } from '../../../core/downloads/form';
import {
  planDownloads,
  printsAt,
  type LeftOut,
  type MadeSize,
  type Plan,
  type PlannedRendition,
} from '../../../core/downloads/plan';
import { isScreen, SHEETS, sheetOf, type SheetName } from '../../../core/downloads/sheets';
import type { DownloadOrder, Sold, SoldState } from '../../../core/downloads/sold';
import type { GoodsLine } from '../../../core/docket/docket';
import { lookUp } from '../../../core/outlet/languages';
import { mainLanguage } from '../../../core/outlet/rules';
import { covering, fitted, onArea } from '../../../core/placement/form';
import { inPixels } from '../../../core/print-file/pixels';
import { filePart } from '../../../core/print-file/names';
import type { PrintFile } from '../../../core/print-file/print-file';
import type { BlankDocument } from '../../../core/stock/blank';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import { derivedName } from '../../../files/store';
import type { LineOffer, SoldShape, Tell } from './goods';
import type { Making } from './making';
import { sizeOf } from './printed';
import { rounded } from './print-files';

/** Changes whenever the same inputs would give other files. */
const DOWNLOADS_VERSION = 1;
const PAPER = '#ffffff';
/** Drawings so even are of few plain colours: fitted by eye on the demo's artwork and on open clip art. */
const FLAT_SHARE = 0.75;
/** How tightly lossy formats are packed, the first that fits; below the second it is said. Fitted by eye. */
const QUALITIES = [92, 86, 78];
const LOSSY: readonly Format[] = ['jpg', 'webp', 'pdf'];
const VECTORS = ['svg', 'pdf'];

/** What is sold of an artwork: its files planned, and as goods: sheets of paper that scenes can show. */
export interface DownloadOffer {
  line: DownloadLine;
  plan: Plan;
  offer: LineOffer;
}

/** Sheets as goods: what scenes of paper show a picture on, and what buyers choose nothing of. Nobody makes or posts it. */
const SHEET: BlankDocument = (() => {
  const shown = (['ISO A', '2:3', '3:4', '4:5', 'square'] as const).map((name) => sheetOf(name).sizes.at(-1)!);
  const [first] = shown;
  return {
    id: 'sheet',
    name: 'Sheet',
    kind: 'poster',
    department: 'paper',
    source: 'own',
    house: '',
    currency: 'XXX', // no currency is involved: ISO 4217
    colours: [{ name: 'Paper', hex: PAPER }],
    sizes: shown.map((s) => ({ name: s.name })),
    variants: [{ costMinor: 0 }],
    areas: [
      {
        name: 'sheet',
        side: 'front',
        widthMm: first!.widthMm,
        heightMm: first!.heightMm,
        ppi: 300,
        bySize: Object.fromEntries(shown.map(({ name, widthMm, heightMm }) => [name, { widthMm, heightMm }])),
      },
    ],
    postage: [{ region: 'none', firstMinor: 0, furtherMinor: 0 }],
    productionDays: 0,
    care: '',
    sentences: [],
  };
})();
const sheetLine = ({ noun, renditions }: DownloadLine): GoodsLine => ({
  key: DOWNLOADS_KEY,
  blank: SHEET.id,
  noun,
  colours: ['Paper'],
  sizes: SHEET.sizes.map((s) => s.name),
  placements: [onArea('sheet', renditions[0]!.how === 'cover' ? covering() : { ...fitted(0.8, 0), anchor: 'centre' })],
});

/** Works out which files an artwork becomes; says what cannot be made of it, and why. Null where the docket sells none. */
export function downloadOfferOf({ artwork, order, outlet }: Making, tell: Tell): DownloadOffer | null {
  const line = order.downloads;
  if (!line) return null;
  const measured = artwork.measured!;
  const vector = VECTORS.includes(artwork.format ?? '');
  const plan = planDownloads(
    {
      ...sizeOf(artwork),
      vector,
      flat: measured.picture.kind !== 'photograph' && measured.picture.equalShare >= FLAT_SHARE,
    },
    line.renditions,
    order.accepts,
  );
  if (!outlet.rules.downloads) tell('no-downloads', 'goods', true, { outlet: outlet.name });
  tellLeftOut(plan, order.accepts.minPpi, tell);
  const sizes = SHEET.sizes.map((s) => s.name);
  const hex = SHEET.colours[0]!.hex;
  const offer: LineOffer = {
    line: sheetLine(line),
    blank: SHEET,
    sizes,
    colours: {
      offered: [{ name: 'Paper', hex, legibility: 1, print: 0 }],
      leftOut: [],
      featured: 'Paper',
      unreadable: false,
    },
    finishes: [''],
    cut: false,
    files: shapesOf(plan),
    variants: plan.made.length ? [{ colour: '', size: '', finish: '', costMinor: 0, stock: 'in stock', weightG: null }] : [],
  };
  return { line, plan, offer };
}

function tellLeftOut({ made, leftOut }: Plan, wanted: number, tell: Tell): void {
  const word = (l: LeftOut) => SHEETS[l.sheet].word;
  const of = <W extends LeftOut['why']>(why: W) => leftOut.filter((l): l is Extract<LeftOut, { why: W }> => l.why === why);
  const none = !made.length;
  const [coarse, cropped, uneven] = [of('coarse'), of('cropped'), of('not-flat')];
  if (coarse.length) tell('renditions-coarse', 'artwork', none, { sheets: coarse.map((l) => [word(l), l.size, l.ppi]), wanted });
  if (cropped.length) tell('renditions-cropped', 'artwork', none, { sheets: cropped.map((l) => [word(l), l.share]) });
  if (uneven.length) tell('not-traced', 'artwork', none, {});
}

/** What is sold of each shape, as it is told to buyers. */
const shapesOf = ({ made }: Plan): SoldShape[] =>
  made.map(({ sheet, sizes: [largest], formats }) => ({
    word: SHEETS[sheet].word,
    size: largest!.name,
    printed: sheet !== 'whole' && !isScreen(sheet),
    formats: formats.map((f) => f.toUpperCase()),
    widthPx: largest!.widthPx,
    heightPx: largest!.heightPx,
  }));

/** What is sold, in words for a pattern: a line for each shape. */
export const filesText = ({ offer }: DownloadOffer): string =>
  offer
    .files!.map(({ word, size, printed, formats }) => `${word}, ${printed ? 'up to ' : ''}${size}: ${formats.join(', ')}`)
    .join('\n');

/** The order for all files of a proof; null where none can be made, or its outlet takes none. Says what its page lacks. */
export function downloadOrderOf(making: Making, sold: DownloadOffer | null, title: string, tell: Tell): DownloadOrder | null {
  const { artwork, outlet, enclosures } = making;
  const limits = outlet.rules.downloads;
  if (!sold || !limits || !sold.plan.made.length) return null;
  const { line, plan } = sold;
  const along = (line.along ?? []).flatMap((id) => enclosures.get(id) ?? []);
  if (along.length < (line.along?.length ?? 0)) tell('enclosure-gone', 'goods', true);
  const order = {
    sold: plan.made.flatMap((r) => r.formats.map((format) => soldOf(artwork, r, format))),
    along: along.map(({ name, sha256, bytes }) => ({ name, sha256, bytes })),
    title,
    note: noteOf(making, line, tell),
    name: filePart(artwork.name),
    pack: line.pack,
    limits,
  };
  return { ...order, manifest: derivedName([DOWNLOADS_VERSION, order], '.json') };
}

/** What stands above the list, in the outlet's language or the nearest to it. */
function noteOf({ artwork, outlet }: Making, { note, noun }: DownloadLine, tell: Tell): string {
  if (!note) return '';
  const language = lookUp(mainLanguage(outlet.rules), Object.keys(note));
  if (!language) return '';
  const filled = fill(note[language]!, {
    artwork: { name: artwork.name, subject: artwork.subject, keywords: artwork.keywords.join(', ') },
    product: { noun: noun.one },
    outlet: { name: outlet.name },
  });
  if (filled.ok) return filled.text;
  tell('wording-missing', 'goods', true, { fault: filled.fault });
  return '';
}

const wordInName = (sheet: SheetName): string => (sheet === 'whole' ? '' : ` ${SHEETS[sheet].word.replace(':', 'x')}`);

function soldOf(artwork: ArtworkRow, rendition: PlannedRendition, format: Format): Sold {
  const { sheet, sizes } = rendition;
  const { sha256, fileName } = artwork;
  const name = `${filePart(`${artwork.name}${wordInName(sheet)}`)}.${format}`;
  if (format === 'svg') {
    const drawn = artwork.format === 'svg';
    const file = derivedName([DOWNLOADS_VERSION, 'svg', sha256, drawn], '.svg');
    return { kind: 'vectors', name, sheet, file, original: { sha256, fileName }, drawn };
  }
  const qualities = LOSSY.includes(format) ? QUALITIES : [null];
  const states = sizes.flatMap((size) => {
    const print = drawnAs(artwork, rendition, size, format);
    return qualities.map((quality): SoldState => {
      const named = (as: Format) => derivedName([DOWNLOADS_VERSION, print.file, print.widthMm, as, quality], `.${as}`);
      const prints = sheet === 'whole' ? [] : printsAt(sizes, size);
      return { file: named(format), print, size: size.name, quality, ...(format === 'pdf' && { jpg: named('jpg') }), prints };
    });
  });
  return { kind: 'pixels', name, sheet, format, states };
}

/** How a file is drawn: as a print of the artwork on a sheet. */
function drawnAs(artwork: ArtworkRow, { ground }: PlannedRendition, size: MadeSize, format: Format): PrintFile {
  const { widthMm, heightMm, widthPx, heightPx, ppi, laid } = size;
  const { sha256, fileName } = artwork;
  const lie = rounded(inPixels(laid, ppi));
  const below = ground ?? (format === 'jpg' || format === 'pdf' ? PAPER : null);
  return {
    file: derivedName([DOWNLOADS_VERSION, widthPx, heightPx, ppi, below, sha256, lie.maps], '.png'),
    ...{ line: DOWNLOADS_KEY, noun: artwork.name, area: size.name, sizes: [], colours: [], twin: false },
    ...{ widthMm, heightMm, bleedMm: 0, ppi, widthPx, heightPx, ground: below, paper: format === 'pdf' },
    photographic: artwork.measured!.picture.kind === 'photograph',
    layers: [{ original: { sha256, fileName }, ...lie }],
  };
}
