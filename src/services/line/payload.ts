import Ajv, { type ValidateFunction } from 'ajv';
import type { ListingPayload } from '../../core/listing/payload';
import type { FieldName, OutletRules, Problem } from '../../core/rules/rules';
import type { ProofFields, ProofRow } from '../../data/line/runs';
import type { DocketRow } from '../../data/stockroom/stockroom';

const ajv = new Ajv({ allErrors: true, strict: false });
/** Compiled schemas, the oldest going first: a schema changes only when an outlet changes its rules. */
const MOST_SCHEMAS = 64;
const compiled = new Map<string, ValidateFunction>();

function validatorOf(rules: OutletRules): ValidateFunction {
  const key = JSON.stringify(rules.listingSchema);
  let found = compiled.get(key);
  if (!found) {
    if (compiled.size >= MOST_SCHEMAS) compiled.delete(compiled.keys().next().value!);
    compiled.set(key, (found = ajv.compile(rules.listingSchema)));
  }
  return found;
}

const WORDS: Record<string, FieldName> = {
  title: 'title',
  description: 'description',
  tags: 'tags',
  variants: 'prices',
  pictures: 'pictures',
};
const SIGNS = /[<>]/;
/** What is written instead of signs that some outlets do not take. */
const withoutSigns = (text: string): string => text.replace(/<3/g, '♥').replace(/</g, '‹').replace(/>/g, '›');

/**
 * What the outlet's own schema has against a listing, one problem a field, as sentences with a way out: found while it is
 * drafted and again before it is sent, so that nothing is refused on its way.
 */
export function schemaProblems(
  outletName: string,
  rules: OutletRules,
  listing: Omit<ListingPayload, 'ref' | 'currency'>,
): Problem[] {
  const valid = validatorOf(rules);
  const whole: unknown = listing;
  if (valid(whole)) return [];
  const problems = new Map<FieldName, Problem>();
  for (const error of valid.errors!) {
    const name = error.instancePath.split('/')[1] ?? '';
    const field = WORDS[name] ?? 'goods';
    const value = (listing as Record<string, unknown>)[name];
    if (problems.has(field)) continue;
    const stop = (sentence: string, mend?: Problem['mend']) =>
      problems.set(field, { code: 'not-taken', field, sentence, stops: true, ...(mend && { mend }) });
    if (error.keyword === 'pattern' && typeof value === 'string' && SIGNS.test(value))
      stop(`${outletName} takes no angle brackets (< and >) in the ${name}.`, {
        label: 'Write ♥, ‹ and › instead',
        value: withoutSigns(value),
      });
    else if (name === 'variants' && error.keyword === 'maxItems')
      stop(
        `${listing.variants.length} kinds, colours by sizes, are too many: ${outletName} takes ${(error.params as { limit: number }).limit}. Offer fewer colours or sizes.`,
      );
    else
      stop(
        `${outletName} would not take it (${error.instancePath.slice(1).replaceAll('/', ' ') || 'listing'} ${error.message}).`,
      );
  }
  return [...problems.values()];
}

/** The listing that a proof makes. */
export function payloadOf(proof: ProofRow, docket: DocketRow, rules: OutletRules, brand: string, motif: string): ListingPayload {
  const fields = proof.fields as ProofFields;
  const colours = proof.colours.map((c) => c.name);
  const bySize = fields.prices.value;
  const one = colours.length === 1 && docket.spec.colours.length === 1;
  return {
    ref: `up-${proof.id}`,
    title: fields.title.value,
    description: fields.description.value,
    tags: fields.tags.value,
    brand,
    kind: docket.spec.noun,
    currency: rules.currency,
    options: one ? ['Size'] : ['Colour', 'Size'],
    variants: colours.flatMap((colour, c) =>
      bySize.map((p, s) => ({
        values: one ? [p.size] : [colour, p.size],
        priceMinor: p.priceMinor,
        sku: `UP-${proof.id.slice(0, 8)}-${c + 1}-${s + 1}`.toUpperCase(),
      })),
    ),
    pictures: proof.pictures
      .filter((p) => p.file)
      .map((p) => ({ file: p.file!, alt: `${motif}, ${docket.spec.noun.toLowerCase()}${one ? '' : ` in ${p.colour}`}` })),
  };
}
