import { motifName } from '../../core/artwork/likeness/motif-name';
import { fill, fillTags, type WordingSubject } from '../../core/copy/wording';
import { place, type Placed } from '../../core/placement/place';
import { chooseColours, shotColour, type ColourChoice } from '../../core/planning/colours';
import type { BlankSpec, DocketSpec } from '../../core/planning/docket';
import { chooseSizes } from '../../core/planning/sizes';
import { solvePrice } from '../../core/pricing/prices';
import { checkAgainst, type FieldName, type OutletRules, type Problem } from '../../core/rules/rules';
import type { ArtworkRow } from '../../data/artwork/artworks';
import type { ProofFields, ProofRow } from '../../data/line/runs';
import type { OutletRow } from '../../data/outlets/outlets';
import type { DocketRow } from '../../data/stockroom/stockroom';
import { derivedName } from '../../files/store';
import { workingName } from '../artwork/raster-names';
import { schemaProblems } from './payload';
import { sceneById } from '../stockroom/scenes';

/** Changes whenever the compositor would make other pixels from the same inputs. */
const COMPOSITOR_VERSION = 2;

/** One mockup to render. */
export interface PictureOrder {
  /** The working copy that is printed: the artwork's own, or that of its twin. It can be made from the original again. */
  working: string;
  original: { sha256: string; fileName: string };
  file: string;
  small: string;
  scene: string;
  area: string;
  colour: string;
  colourName: string;
  placed: Placed;
}

/** A proof worked out: what it says, what it offers, which pictures it needs, and what is wrong with it. */
export interface Prepared {
  fields: ProofFields;
  colours: ColourChoice['offered'];
  pictures: PictureOrder[];
  problems: Problem[];
  rules: OutletRules;
  outletName: string;
}

type Tell = (code: string, field: FieldName, stops: boolean, sentence: string) => void;

/**
 * Works one proof out: placement, colours, sizes, wording, prices, pictures to make, and what is wrong with it. `twins` are
 * the other artworks of its motif: each cloth takes the one that reads best on it. What a blank no longer has is left out
 * and said; nothing is taken for granted of a docket that was written for an earlier state of its blank.
 */
export function prepare(
  artwork: ArtworkRow,
  docket: DocketRow,
  blank: BlankSpec,
  outlet: OutletRow,
  kept: Partial<ProofFields>,
  twins: ArtworkRow[] = [],
): Prepared {
  const { spec } = docket;
  const rules = outlet.rules!;
  const problems: Problem[] = [];
  const tell: Tell = (code, field, stops, sentence) => problems.push({ code, field, stops, sentence });
  const motif = [artwork, ...twins.filter((t) => t.measured)];

  const sizes = sizesOf(artwork, blank, spec, tell);
  const choice = coloursOf(motif, blank, spec, tell);
  const area = blank.areas.find((a) => a.name === spec.area);
  if (!area)
    tell('discontinued', 'goods', true, `${blank.name} has no print area ${spec.area} any more. Choose another in the docket.`);
  if (blank.currency !== rules.currency)
    tell(
      'currency-differs',
      'goods',
      true,
      `${blank.printHouse} counts in ${blank.currency}, ${outlet.name} in ${rules.currency}; there is no rate between them here yet.`,
    );

  const pictures: PictureOrder[] = [];
  if (area && choice) {
    const placedOf = (a: ArtworkRow) =>
      place({ widthPx: a.widthPx!, heightPx: a.heightPx!, trim: a.measured!.trim }, area, spec.placement);
    const { cutShare } = placedOf(artwork);
    if (cutShare > 0.02 && spec.placement.mode === 'fit')
      tell(
        'cut-off',
        'artwork',
        true,
        `${Math.round(cutShare * 100)}% of the motif lies outside the print area and would be cut off.`,
      );
    for (const shot of spec.shots) {
      const colour = shotColour(choice, shot.colour);
      const print = motif[colour.print]!;
      pictures.push(...order(print, shot.scene, spec.area, colour, placedOf(print)));
    }
  }

  const subject = wordingSubject(
    motif,
    docket,
    blank,
    outlet,
    choice?.offered ?? spec.colours.map((name) => ({ name })),
    sizes.length ? sizes : spec.sizes,
  );
  const { title, description, tags } = wordsOf(artwork, spec, kept, subject, rules, problems);
  const fixed = kept.prices?.from === 'hand' ? kept.prices.value : [];
  const prices = sizes.map((name) => {
    const { costMinor } = blank.sizes.find((s) => s.name === name)!;
    return fixed.find((p) => p.size === name) ?? solvePrice(name, costMinor, blank.postageMinor, rules.fees, spec.pricePlan);
  });
  const comparable = blank.currency === rules.currency && prices.every((p) => p !== null);
  const fields: ProofFields = {
    title,
    description,
    tags,
    prices: { value: comparable ? prices : [], from: fixed.length ? 'hand' : 'pattern' },
  };
  const colours = choice?.offered ?? [];
  const checked = ruleProblems(fields, rules, outlet.name, {
    pictures: pictures.length,
    wanted: spec.shots.length,
    colours: colours.length,
    noun: spec.noun,
  });
  problems.push(...beside(problems, checked));
  return { fields, colours, pictures, problems, rules, outletName: outlet.name };
}

/** The sizes that can be offered; says which cannot, and why. */
function sizesOf(artwork: ArtworkRow, blank: BlankSpec, spec: DocketSpec, tell: Tell): string[] {
  const size = { widthPx: artwork.widthPx!, heightPx: artwork.heightPx!, trim: artwork.measured!.trim };
  const { offered, coarse, dropped } = chooseSizes(size, blank, spec);
  if (dropped.length)
    tell(
      'discontinued',
      'goods',
      !offered.length && !coarse.length,
      `${blank.printHouse} no longer offers ${dropped.join(', ')} of ${blank.name}; left out.`,
    );
  const best = coarse.reduce<(typeof coarse)[number] | null>((a, b) => (a && a.ppi >= b.ppi ? a : b), null);
  if (best && !offered.length)
    tell(
      'too-coarse',
      'artwork',
      true,
      `At ${Math.round(best.widthMm)} mm wide this prints at ${Math.round(best.ppi)} px/in; the docket asks for ${spec.accepts.minPpi}. Bring in a larger file, or print it smaller.`,
    );
  else if (best)
    tell(
      'sizes-left-out',
      'goods',
      false,
      `Left out, would print too coarsely: ${coarse.map((c) => `${c.name} (${Math.floor(c.ppi)} px/in)`).join(', ')}. The docket asks for ${spec.accepts.minPpi}.`,
    );
  return offered;
}

/** The colours that can be offered, and which twin goes on each; null when the blank has none of the docket's any more. */
function coloursOf(motif: ArtworkRow[], blank: BlankSpec, spec: DocketSpec, tell: Tell): ColourChoice | null {
  const dyes = spec.colours.flatMap((name) => blank.colours.find((c) => c.name === name) ?? []);
  const gone = spec.colours.filter((name) => !dyes.some((d) => d.name === name));
  if (gone.length)
    tell(
      'discontinued',
      'goods',
      !dyes.length,
      `${blank.printHouse} no longer offers ${blank.name} in ${gone.join(', ')}; left out.`,
    );
  const [first] = dyes;
  if (!first) return null;
  if (blank.colours.length === 1)
    return {
      offered: dyes.map((d) => ({ ...d, legibility: 1, print: 0 })),
      leftOut: [],
      featured: first.name,
      unreadable: false,
    };
  const choice = chooseColours(
    motif.map((a) => a.measured!.inks),
    dyes,
  );
  if (choice.unreadable)
    tell(
      'unreadable',
      'artwork',
      true,
      `The artwork cannot be read well on any of this docket’s ${dyes.length} colours; ${choice.featured} is the best of them.`,
    );
  else if (choice.leftOut.length)
    tell(
      'colours-left-out',
      'artwork',
      false,
      `Left out, hard to read: ${choice.leftOut.map((c) => `${c.name} (${Math.round(c.legibility * 100)}%)`).join(', ')}.`,
    );
  const used = [...new Set(choice.offered.map((c) => c.print))].sort((a, b) => a - b);
  const on = (i: number) => choice.offered.filter((c) => c.print === i).map((c) => c.name);
  if (used.some((i) => i > 0))
    tell('twins', 'artwork', false, `${used.map((i) => `“${motif[i]!.name}” on ${on(i).join(', ')}`).join('; ')}.`);
  return choice;
}

/** Title, description and tags: a hand's, else what the patterns make. */
function wordsOf(
  artwork: ArtworkRow,
  spec: DocketSpec,
  kept: Partial<ProofFields>,
  subject: WordingSubject,
  rules: OutletRules,
  problems: Problem[],
): Pick<ProofFields, 'title' | 'description' | 'tags'> {
  const fromPattern = (field: 'title' | 'description') => {
    if (kept[field]?.from === 'hand') return kept[field];
    const filled = fill(spec.wording[field], subject);
    if (!filled.ok) problems.push({ code: 'wording-missing', field, stops: true, sentence: filled.sentence });
    return { value: filled.ok ? filled.text : '', from: 'pattern' as const };
  };
  const words = { title: fromPattern('title'), description: fromPattern('description') };
  if (kept.tags?.from === 'hand') return { ...words, tags: kept.tags };
  const made = fillTags(spec.wording.tags, artwork.keywords, subject, rules.tags);
  for (const sentence of made.sentences)
    if (!problems.some((p) => p.sentence === sentence))
      problems.push({ code: 'wording-missing', field: 'tags', stops: true, sentence });
  return { ...words, tags: { value: made.tags, from: 'pattern' } };
}

function wordingSubject(
  motif: ArtworkRow[],
  docket: DocketRow,
  blank: BlankSpec,
  outlet: OutletRow,
  colours: { name: string }[],
  sizes: string[],
): WordingSubject {
  const artwork = motif[0]!;
  return {
    artwork: {
      name: motifName(motif.map((a) => a.name)),
      subject: artwork.subject,
      keywords: artwork.keywords.join(', '),
    },
    product: {
      noun: docket.spec.noun,
      name: blank.name,
      text: blank.text,
      care: blank.care,
      sizes: sizes.join(', '),
      colours: colours.map((c) => c.name).join(', '),
    },
    outlet: { name: outlet.name },
  };
}

function order(
  artwork: ArtworkRow,
  sceneId: string,
  area: string,
  colour: { name: string; hex: string },
  placed: Placed,
): PictureOrder[] {
  const scene = sceneById(sceneId);
  const room = scene?.areas.find((a) => a.name === area);
  if (!scene || !room) return [];
  const inputs = [
    COMPOSITOR_VERSION,
    scene.id,
    scene.size,
    room.name,
    colour.hex,
    artwork.sha256,
    [placed.xMm, placed.yMm, placed.widthMm, placed.heightMm].map((v) => Math.round(v * 100)),
  ];
  return [
    {
      working: workingName(artwork.sha256),
      original: { sha256: artwork.sha256, fileName: artwork.fileName },
      file: derivedName(inputs, '.jpg'),
      small: derivedName(inputs, '.webp'),
      scene: scene.id,
      area,
      colour: colour.hex,
      colourName: colour.name,
      placed,
    },
  ];
}

/** What a proof offers, as far as rules count it. */
interface Offered {
  pictures: number;
  wanted: number;
  colours: number;
  noun: string;
}

/** Which of the outlet's rules fields break: ours with their mends first, then what its own schema says beside them. */
function ruleProblems(fields: ProofFields, rules: OutletRules, outletName: string, offered: Offered): Problem[] {
  const { title, description, tags, prices } = fields;
  const ours = checkAgainst(rules, outletName, {
    title: title.value,
    description: description.value,
    tags: tags.value,
    prices: prices.value,
    pictures: offered.pictures,
    wantedPictures: offered.wanted,
  });
  const variants = Array.from({ length: offered.colours }, () =>
    prices.value.map((p) => ({ values: [], priceMinor: p.priceMinor, sku: '' })),
  ).flat();
  const schema = schemaProblems(outletName, rules, {
    title: title.value,
    description: description.value,
    tags: tags.value,
    brand: '-',
    kind: offered.noun || '-',
    options: [],
    variants,
    pictures: Array.from({ length: offered.pictures }, () => ({ file: '', alt: '' })),
  });
  return [...ours, ...schema.filter((p) => !ours.some((o) => o.field === p.field && o.stops))];
}

/** Problems worth telling beside those that are known: one a field, and no echo of goods or artwork that cannot be offered. */
function beside(known: Problem[], found: Problem[]): Problem[] {
  const stops = known.filter((p) => p.stops);
  const nothingToOffer = stops.some((p) => p.field === 'goods' || p.field === 'artwork');
  const echo = (p: Problem) => nothingToOffer && ['price-missing', 'pictures-missing', 'not-taken'].includes(p.code);
  return found.filter((p) => !stops.some((k) => k.field === p.field) && !echo(p));
}

/**
 * After fields or rules changed: which of the outlet's rules are broken now. Problems of artwork and goods stay, and so does a
 * pattern's missing value while the field is the pattern's.
 */
export function recheck(proof: ProofRow, fields: ProofFields, rules: OutletRules): Problem[] {
  const missing = (p: Problem) => p.code === 'wording-missing' && fields[p.field as 'title'].from === 'pattern';
  const stay = proof.problems.filter((p) => ['artwork', 'goods', 'pictures'].includes(p.field) || missing(p));
  const n = proof.pictures.length;
  const found = ruleProblems(fields, rules, proof.outlet, { pictures: n, wanted: n, colours: proof.colours.length, noun: '-' });
  return [...stay, ...beside(stay, found)];
}
