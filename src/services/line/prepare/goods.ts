import { chooseColours, READABLE, type ColourChoice } from '../../../core/planning/colours';
import { chooseFinishes } from '../../../core/planning/finishes';
import { fillsSheet } from '../../../core/artwork/measure/measure';
import { chooseSizes } from '../../../core/planning/sizes';
import type { Accepts, Chosen, ChosenPart, GoodsLine } from '../../../core/docket/docket';
import { isLead } from '../../../core/placement/form';
import { groundHex } from './printed';
import type { FieldName, Problem } from '../../../core/listing/problems';
import type { OfferedColour } from '../../../core/listing/proof';
import { canBeCut } from '../../../core/stock/cut';
import { termsOf, type BlankDocument, type Variant, type VariantTerms } from '../../../core/stock/blank';
import type { ArtworkRow } from '../../../data/artwork/artworks';

/** Says what is wrong with a proof: a code, the field it shows at, whether the proof stops for it, and what the sentence needs. */
export type Tell = (code: string, field: FieldName, stops: boolean, values?: Problem['values']) => void;

/** Today as ISO 8601 writes it, in universal time. */
const today = (): string => new Date().toISOString().slice(0, 10);

/** One goods line of a proof, worked out for its artwork. */
export interface LineOffer {
  line: GoodsLine;
  blank: BlankDocument;
  sizes: string[];
  colours: ColourChoice | null;
  finishes: string[];
  /** What can be ordered, with its terms. */
  variants: (Variant & VariantTerms)[];
  /** Its sheets are cut to the picture. */
  cut: boolean;
  /** Of files to download: what there is of each shape. */
  files?: SoldShape[];
}

/** The files of one shape, as they are told. */
export interface SoldShape {
  word: string;
  /** Its largest size, or the pixels of a screen. */
  size: string;
  /** Printed, so that smaller sizes are to be had of it as well. */
  printed: boolean;
  formats: string[];
  widthPx: number;
  heightPx: number;
}

/** How fine and how whole artworks are to be printed, and what of the line a hand chose. */
type Fineness = Pick<Accepts, 'minPpi' | 'maxCrop'> & { byHand: readonly ChosenPart[] };

/** Works one goods line out. `alone`: it is the docket's only one, and sentences need not name it. */
export function offerOf(
  motif: ArtworkRow[],
  blank: BlankDocument,
  line: GoodsLine,
  accepts: Fineness,
  alone: boolean,
  tell: Tell,
): LineOffer {
  const named = alone ? {} : { line: line.noun.one.toLowerCase() };
  const say: Tell = (code, field, stops, values = {}) => tell(code, field, stops, { ...values, ...named });
  const sizes = sizesOf(motif[0]!, blank, line, accepts, say);
  const colours = coloursOf(motif, blank, line, accepts.byHand.includes('colours'), say);
  const finishes = finishesOf(motif, blank, line, say);
  const gone = { stock: new Set<string>(), discontinued: new Set<string>() };
  const variants = (colours?.offered ?? []).flatMap((c) =>
    sizes.flatMap((size) =>
      finishes.flatMap((finish) => {
        const variant = { colour: c.name, size, finish };
        const terms = termsOf(blank, variant);
        const word = [c.name, size, finish].filter(Boolean).join(' ');
        if (terms?.stock === 'in stock') return [{ ...variant, ...terms }];
        gone[terms?.stock === 'out of stock' ? 'stock' : 'discontinued'].add(word);
        return [];
      }),
    ),
  );
  if (blank.onOfferFrom && blank.onOfferFrom > today())
    say('not-out-yet', 'goods', false, { house: blank.house, blank: blank.name, day: blank.onOfferFrom });
  const none = !variants.length;
  if (gone.stock.size) say('out-of-stock', 'goods', none, { house: blank.house, names: [...gone.stock] });
  if (gone.discontinued.size)
    say('discontinued', 'goods', none, { what: 'colours', house: blank.house, blank: blank.name, names: [...gone.discontinued] });
  return { line, blank, sizes, colours, finishes, variants, cut: line.cut !== undefined && canBeCut(blank) };
}

/** The sizes that can be offered; says which cannot, and why. */
function sizesOf(artwork: ArtworkRow, blank: BlankDocument, line: GoodsLine, accepts: Fineness, tell: Tell): string[] {
  const { minPpi } = accepts;
  const size = { widthPx: artwork.widthPx!, heightPx: artwork.heightPx!, trim: artwork.measured!.trim };
  const areas = line.placements.map((p) => p.area);
  const missing = areas.find((name) => !blank.areas.some((a) => a.name === name));
  if (missing) {
    tell('discontinued', 'goods', true, { what: 'area', blank: blank.name, area: missing });
    return [];
  }
  const { offered, coarse, cropped, dropped } = chooseSizes(size, blank, line, accepts);
  if (dropped.length)
    tell('discontinued', 'goods', !offered.length && !coarse.length && !cropped.length, {
      what: 'sizes',
      house: blank.house,
      blank: blank.name,
      names: dropped,
    });
  const best = coarse.reduce<(typeof coarse)[number] | null>((a, b) => (a && a.ppi >= b.ppi ? a : b), null);
  if (cropped.length)
    tell('cropped', 'goods', !offered.length && !coarse.length, {
      sizes: cropped.map((c) => [c.name, c.share]),
      most: accepts.maxCrop,
    });
  if (best && !offered.length)
    tell('too-coarse', 'artwork', true, { widthMm: Math.round(best.widthMm), ppi: Math.round(best.ppi), wanted: minPpi });
  else if (best)
    tell('sizes-left-out', 'goods', false, { sizes: coarse.map((c) => [c.name, Math.floor(c.ppi)]), wanted: minPpi });
  return offered;
}

/** Can a colour on a size be ordered now, in whichever finish? */
const canBeHad = (blank: BlankDocument, colour: string, size: string): boolean =>
  (blank.finishes?.choices.map((f) => f.name) ?? ['']).some(
    (finish) => termsOf(blank, { colour, size, finish })?.stock === 'in stock',
  );
const named = (chosen: Chosen, all: { name: string }[]): string[] => (Array.isArray(chosen) ? chosen : all.map((c) => c.name));
const most = (chosen: Chosen): number => (Array.isArray(chosen) ? Infinity : chosen.best);
export const inksOf = (motif: ArtworkRow[]) => motif.map((a) => (fillsSheet(a.measured!) ? null : a.measured!.inks));

/** A blank's colours as an artwork is read on them: where ink lies below it, that is what it is read on. */
export function dyesOn(blank: BlankDocument, line: GoodsLine, lead: ArtworkRow): BlankDocument['colours'] {
  const inked = line.placements.find((p) => p.layers.some(isLead));
  const ground = inked && groundHex(inked.ground, lead);
  return ground ? blank.colours.map((c) => ({ ...c, ground })) : blank.colours;
}

/** The colours that can be offered, and which twin goes on each; null when the blank has none of the docket's any more. */
function coloursOf(motif: ArtworkRow[], blank: BlankDocument, line: GoodsLine, byHand: boolean, tell: Tell): ColourChoice | null {
  // by rule only what can be had is chosen among; what is named is told where it cannot
  const there = blank.colours.filter((c) => line.sizes.some((s) => canBeHad(blank, c.name, s)));
  const wanted = named(line.colours, there.length ? there : blank.colours);
  const all = dyesOn(blank, line, motif[0]!);
  const dyes = wanted.flatMap((name) => all.find((c) => c.name === name) ?? []);
  const gone = wanted.filter((name) => !dyes.some((d) => d.name === name));
  if (gone.length)
    tell('discontinued', 'goods', !dyes.length, { what: 'colours', house: blank.house, blank: blank.name, names: gone });
  if (!dyes.length) return null;
  const gap = Array.isArray(line.colours) ? 0 : (line.colours.apart ?? 0);
  const choice = chooseColours(inksOf(motif), dyes, most(line.colours), gap, byHand);
  const hard = byHand ? choice.offered.filter((c) => c.legibility < READABLE) : [];
  if (hard.length) tell('hard-to-read', 'artwork', false, { colours: hard.map((c) => [c.name, c.legibility]) });
  if (choice.unreadable) tell('unreadable', 'artwork', true, { count: dyes.length, best: choice.featured });
  else if (choice.leftOut.length)
    tell('colours-left-out', 'artwork', false, { colours: choice.leftOut.map((c) => [c.name, c.legibility]) });
  const used = [...new Set(choice.offered.map((c) => c.print))].sort((a, b) => a - b);
  const on = (i: number) => choice.offered.filter((c) => c.print === i).map((c) => c.name);
  if (used.some((i) => i > 0)) tell('twins', 'artwork', false, { prints: used.map((i) => [motif[i]!.name, on(i)]) });
  return choice;
}

/** The finishes that are offered, by name or by how well the artwork reads beside each; one without a name for a blank that has none. */
function finishesOf(motif: ArtworkRow[], blank: BlankDocument, line: GoodsLine, tell: Tell): string[] {
  if (!blank.finishes) return [''];
  const { choices } = blank.finishes;
  const wanted = named(line.finishes ?? choices.map((c) => c.name), choices);
  const there = wanted.flatMap((name) => choices.find((c) => c.name === name) ?? []);
  const gone = wanted.filter((name) => !there.some((f) => f.name === name));
  if (gone.length)
    tell('discontinued', 'goods', !there.length, { what: 'finishes', house: blank.house, blank: blank.name, names: gone });
  return chooseFinishes(motif[0]!.measured!.inks, there, line.finishes ?? wanted).map((f) => f.name);
}

/** The colours of all lines, each once a line. */
export const offeredColours = (offers: readonly LineOffer[]): OfferedColour[] =>
  offers.flatMap((o) =>
    (o.colours?.offered ?? [])
      .filter((c) => o.variants.some((v) => v.colour === c.name) || !o.sizes.length)
      .map((c) => ({ ...c, line: o.line.key })),
  );
