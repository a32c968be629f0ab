import { nounOf, type DocketDocument, type GoodsLine } from '../../../core/docket/docket';
import { DOWNLOADS_KEY } from '../../../core/downloads/form';
import { axesOf, type Axes } from '../../../core/listing/axes';
import { checkAgainst, machineProblems, tagProblems, textProblems } from '../../../core/listing/check';
import type { Problem } from '../../../core/listing/problems';
import {
  pricedOnce,
  type Field,
  tagsIn,
  textIn,
  type OfferedColour,
  type ProofFields,
  type ProofVariant,
} from '../../../core/listing/proof';
import { mainLanguage, type RulesDocument } from '../../../core/outlet/rules';
import { breakdownOf, priceLabels } from './prices';
import { schemaProblems } from './schema';

/** What a proof says and offers, as far as rules look at it. */
export interface Offered {
  fields: ProofFields;
  colours: readonly OfferedColour[];
  variants: readonly ProofVariant[];
  pictures: number;
  wanted: number;
  /** Files that buyers get at once, once they are made. */
  downloads?: readonly { bytes: number }[] | null;
}

/** What is sold of a docket: goods, and files. */
export type SoldBy = Pick<DocketDocument, 'lines' | 'downloads'>;

export const lineNames = ({ lines, downloads }: SoldBy): Record<string, string> => ({
  ...Object.fromEntries(lines.map((l) => [l.key, l.noun.one])),
  ...(downloads && { [DOWNLOADS_KEY]: downloads.noun.one }),
});

/** Does a docket offer several colours, also where only one of them suits this artwork? */
export const offersColours = (lines: readonly Pick<GoodsLine, 'colours'>[]): boolean =>
  lines.some((l) => (Array.isArray(l.colours) ? l.colours.length > 1 : l.colours.best > 1));

/** What a buyer chooses between. */
export const axesFor = (variants: readonly ProofVariant[], rules: RulesDocument, docket: SoldBy): Axes =>
  axesOf(variants, {
    most: rules.variants.axes,
    colours: offersColours(docket.lines),
    names: lineNames(docket),
    finish: 'Finish',
  });

/** Which of the outlet's rules a proof breaks: ours with their mends first, then what its own schema says beside them. */
export function ruleProblems(made: Offered, rules: RulesDocument, outlet: string, docket: SoldBy): Problem[] {
  const { fields, variants } = made;
  const label = priceLabels(variants, lineNames(docket));
  const once = pricedOnce(variants);
  const priced = once.every((v) => v.priceMinor !== null) ? once : [];
  const ours = checkAgainst(rules, outlet, {
    fields,
    prices: priced.map((v) => ({ label: label(v), keepMinor: breakdownOf(v, rules.fees)!.keepMinor })),
    pictures: made.pictures,
    wantedPictures: made.wanted,
    downloads: made.downloads ?? [],
  });
  const { options, values } = axesFor(variants, rules, docket);
  if (options.length > rules.variants.axes)
    ours.push({
      code: 'too-many-axes',
      field: 'goods',
      stops: true,
      values: { count: options.length, axes: options, outlet, max: rules.variants.axes },
    });
  const language = mainLanguage(rules);
  const schema = schemaProblems(outlet, rules, {
    title: textIn(fields, 'title', language),
    description: textIn(fields, 'description', language),
    tags: tagsIn(fields, language),
    brand: '-',
    kind: nounOf(docket) || '-',
    options,
    variants: priced.length ? variants.map((v) => ({ values: values(v), priceMinor: v.priceMinor!, sku: v.sku })) : [],
    pictures: Array.from({ length: made.pictures }, () => ({ file: '', alt: '' })),
  });
  return [...ours, ...schema.filter((p) => !ours.some((o) => o.field === p.field && o.stops))];
}

/** Problems worth telling beside those that are known: one a field, and no echo of goods or artwork that cannot be offered. */
export function beside(known: Problem[], found: Problem[]): Problem[] {
  const stops = known.filter((p) => p.stops);
  const nothingToOffer = stops.some((p) => p.field === 'goods' || p.field === 'artwork');
  const echo = (p: Problem) => nothingToOffer && ['price-missing', 'pictures-missing', 'not-taken'].includes(p.code);
  return found.filter((p) => !stops.some((k) => k.field === p.field) && !echo(p));
}

/**
 * After fields or rules changed: which of the outlet's rules are broken now. Problems of artwork, goods and pictures stay, and so does
 * a pattern's missing value while the field is the pattern's.
 */
export function recheck(
  proof: Omit<Offered, 'pictures' | 'wanted'> & { problems: Problem[]; pictures: readonly unknown[]; outlet: string },
  rules: RulesDocument,
  docket: SoldBy,
): Problem[] {
  const language = mainLanguage(rules);
  const { fields } = proof;
  const fromPattern = (name: string) =>
    (name === 'tags' ? fields.tags[language] : fields.words[name]?.[language])?.from === 'pattern';
  const missing = (p: Problem) => (p.code === 'wording-missing' || p.code === 'language-missing') && fromPattern(p.field);
  const made = (p: Problem) => ['artwork', 'goods', 'pictures', 'downloads'].includes(p.field) && p.code !== 'downloads-over';
  const stay = proof.problems.filter((p) => made(p) || missing(p));
  const n = proof.pictures.length;
  return [...stay, ...beside(stay, ruleProblems({ ...proof, pictures: n, wanted: n }, rules, proof.outlet, docket))];
}

/**
 * The same where only some words in the outlet's own language are new: what is wrong with other fields is as it was. A schema is asked
 * about these words alone.
 */
export function recheckWords(
  problems: readonly Problem[],
  words: Record<string, Field<string | string[]> | null>,
  rules: RulesDocument,
  outlet: string,
): Problem[] {
  const missing = (p: Problem) =>
    (p.code === 'wording-missing' || p.code === 'language-missing') && words[p.field]?.from === 'pattern';
  const stay = problems.filter((p) => !(p.field in words) || missing(p));
  const ours = Object.entries(words).flatMap(([name, field]) => {
    const value = field?.value ?? (name === 'tags' ? [] : '');
    const rule = rules.texts[name];
    const unseen = machineProblems(name, field);
    if (Array.isArray(value)) return rules.tags ? [...tagProblems(rules.tags, value, outlet), ...unseen] : [];
    return rule ? [...textProblems(name, rule, value, outlet), ...unseen] : [];
  });
  const said = Object.fromEntries(Object.entries(words).map(([name, field]) => [name, field?.value ?? '']));
  const schema = schemaProblems(outlet, rules, said).filter(
    (p) => p.field in words && !ours.some((o) => o.field === p.field && o.stops),
  );
  return [...stay, ...beside(stay, [...ours, ...schema])];
}
