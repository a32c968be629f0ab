import { faultSentence } from '../../../core/copy/wording';
import { FONTS } from '../../../core/lettering/fonts';
import { layersOf, type AreaPlacement } from '../../../core/placement/form';
import type { TroubleCode } from '../../../core/placement/trouble';
import { troublesOver } from '../../../core/planning/placed';
import type { Problem } from '../../../core/listing/problems';
import type { PrintFile } from '../../../core/print-file/print-file';
import { textIn, type OfferedColour, type ProofFields, type ProofVariant } from '../../../core/listing/proof';
import { currencyOf, mainLanguage } from '../../../core/outlet/rules';
import type { DownloadOrder } from '../../../core/downloads/sold';
import type { Choice } from '../../../core/tags/choose';
import type { Brief } from '../../../core/writing/brief';
import { cutTo } from '../../../core/stock/cut';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import { letteringOf } from '../../lettering/lettering';
import { downloadOfferOf, downloadOrderOf, type DownloadOffer } from './downloads';
import { offeredColours, offerOf, type LineOffer, type SoldShape, type Tell } from './goods';
import type { Making } from './making';
import { picturesOf, type Picture } from './pictures';
import { printFilesOf } from './print-files';
import { artworkOn, shownBy } from './printed';
import { variantsOf } from './prices';
import { beside, ruleProblems } from './problems';
import { asksWriter, languagesOf, wordingSubject, wordsOf, type Said } from './words';
import { briefOf } from './writing';

/** A proof worked out: what it says, what it offers, which pictures it needs, and what is wrong with it. */
export interface Prepared {
  fields: ProofFields;
  colours: OfferedColour[];
  variants: ProofVariant[];
  pictures: Picture[];
  problems: Problem[];
  /** What its goods print. */
  prints: PrintFile[];
  /** The files that it sells, to be made; null where it sells none. */
  downloads: DownloadOrder | null;
  /** What there is of each shape of them. */
  files: SoldShape[];
  currency: string;
  /** What it was made from, so that it can be said when that has changed. */
  scenes: string[];
  goods: { line: string; blank: string; version: number }[];
  /** Entries of the phrasebook that its words were made of. */
  phrases: { key: string; revision: number }[];
  /** Which tags its rules choose, and why, by language. */
  choices: Record<string, Choice>;
}

/** A proof whose goods are worked out, before anything is said of them. */
export interface Outline {
  making: Making;
  offers: LineOffer[];
  sold: DownloadOffer | null;
  goods: Prepared['goods'];
  /** Its goods cost money of another kind than its outlet takes. */
  foreign: boolean;
  problems: Problem[];
  /** What the writer is asked, by language; empty where no pattern and no hand asks for it. */
  briefs: ReadonlyMap<string, Brief>;
}

/**
 * Works out the goods of one proof. What a blank no longer has is left out and said; nothing is taken for granted of a docket that was
 * written for an earlier state of its blank.
 */
export function outlined(making: Making): Outline {
  const { artwork, twins, order, outlet, blanks } = making;
  const currency = currencyOf(outlet.rules);
  const problems: Problem[] = [];
  const tell = teller(problems);
  const motif = [artwork, ...twins];
  const goods: Prepared['goods'] = [];
  const offers = order.lines.flatMap((line): LineOffer[] => {
    const blank = blanks.get(line.blank);
    if (!blank) {
      tell('discontinued', 'goods', true, { what: 'blank', blank: line.blank });
      return [];
    }
    goods.push({ line: line.key, blank: blank.id, version: blank.version });
    const minPpi = isWaived(making.waivers, line.key, 'coarse') ? 0 : order.accepts.minPpi;
    const byHand = making.choices.filter((c) => c.line === line.key).map((c) => c.part);
    const its = cutTo(blank.document, line, artwork);
    return [offerOf(motif, its, line, { ...order.accepts, minPpi, byHand }, order.lines.length === 1, tell)];
  });
  const foreign = offers.find((o) => o.blank.currency !== currency);
  if (foreign)
    tell('currency-differs', 'goods', true, {
      house: foreign.blank.house,
      theirs: foreign.blank.currency,
      outlet: outlet.name,
      ours: currency,
    });
  checkPlacements(making, offers, tell);
  const sold = downloadOfferOf(making, tell);
  const languages = asksWriter(making) ? languagesOf(making) : [];
  const briefs = new Map(languages.map((language) => [language, briefOf(making, { offers, sold }, language)]));
  return { making, offers, sold, goods, foreign: foreign !== undefined, problems, briefs };
}

const SILENT: Said = new Map();
const teller =
  (problems: Problem[]): Tell =>
  (code, field, stops, values = {}) =>
    problems.push({ code, field, stops, values });

/**
 * Works one proof out: wording, prices, pictures to make, and what is wrong with it. `said` is what the writer answered to its briefs: only
 * who looks at pictures or prints alone may do without.
 */
export function prepare({ making, offers, sold, goods, foreign, problems: found }: Outline, said: Said = SILENT): Prepared {
  const { order, outlet, plan } = making;
  const { rules } = outlet;
  const problems = [...found];
  const tell = teller(problems);
  const all = sold ? [...offers, sold.offer] : offers;
  const { pictures, scenes, wanted } = picturesOf(making, all, tell);
  const variants = variantsOf(all, rules.fees, plan.document, making.kept.variants, making.proofId, !foreign);
  const untold: Problem[] = [];
  const { fields, phrases, choices } = wordsOf(
    making,
    said,
    (language) => wordingSubject(making, offers, sold, said.get(language) ?? null, language),
    untold,
  );
  // without goods, patterns that speak of them lack their values: that is no news
  if (all.some((o) => o.variants.length) || offers.length) problems.push(...untold);
  const colours = offeredColours(offers);
  const made = { fields, colours, variants, pictures: pictures.length, wanted };
  if (all.length) problems.push(...beside(problems, ruleProblems(made, rules, outlet.name, order)));
  const downloads = downloadOrderOf(making, sold, textIn(fields, 'title', mainLanguage(rules)), tell);
  return {
    fields,
    colours,
    variants,
    pictures,
    problems,
    prints: printFilesOf(making, offers),
    downloads,
    files: sold?.offer.files ?? [],
    currency: currencyOf(rules),
    scenes,
    goods,
    phrases,
    choices,
  };
}

/** Whether a trouble is waived on an area of a line, or on any. */
const isWaived = (waivers: Making['waivers'], line: string, code: TroubleCode, area?: string): boolean =>
  waivers.some((w) => w.line === line && w.code === code && (area === undefined || w.area === area));

/** Says which motif would be cut off, which area would show through, and which print is not here any more. */
function checkPlacements({ artwork, others, order, waivers }: Making, offers: readonly LineOffer[], tell: Tell): void {
  for (const { line, blank, sizes } of offers) {
    const named = offers.length > 1 ? { line: line.noun.one.toLowerCase() } : {};
    for (const p of line.placements) {
      if (layersOf(p).some((layer) => layer.kind === 'artwork' && !artworkOn(layer.artwork, artwork, others))) {
        tell('print-gone', 'goods', true, { area: p.area });
        continue;
      }
      if (!checkLettering(p, artwork, tell)) continue;
      const found = troublesOver(p, blank, sizes, order.accepts.minPpi, (layer) => shownBy(layer, artwork, others)!.size);
      for (const { code, by } of found)
        // sizes that would print too coarsely are left out one by one
        if (code !== 'coarse' && !isWaived(waivers, line.key, code, p.area))
          tell(code, 'artwork', true, { area: p.area, by, ...named });
    }
  }
}

/** Says what lettering cannot be filled, and which letters its font lacks. False when it cannot be printed. */
function checkLettering(p: AreaPlacement, artwork: ArtworkRow, tell: Tell): boolean {
  for (const layer of layersOf(p)) {
    if (layer.kind !== 'text') continue;
    const made = letteringOf(layer, { ...artwork, inks: artwork.measured!.inks });
    const { word } = FONTS[layer.font];
    if (!made.ok) tell('text-not-filled', 'goods', true, { area: p.area, why: faultSentence(made.fault) });
    else if (made.it.missing.length)
      tell('letters-missing', 'goods', true, { area: p.area, font: word, letters: made.it.missing });
    else continue;
    return false;
  }
  return true;
}
