import { checkAgainst, type OutletRules, type Problem } from '../../../core/rules/rules';
import type { ProofFields, ProofRow } from '../../../data/line/runs';
import { schemaProblems } from '../payload';

/** What a proof offers, as far as rules count it. */
interface Offered {
  pictures: number;
  wanted: number;
  colours: number;
  noun: string;
}

/** Which of the outlet's rules fields break: ours with their mends first, then what its own schema says beside them. */
export function ruleProblems(fields: ProofFields, rules: OutletRules, outletName: string, offered: Offered): Problem[] {
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
export function beside(known: Problem[], found: Problem[]): Problem[] {
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
