import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020.js';
import type { ListingPayload } from '../../../core/listing/payload';
import type { FieldName, Mend, Problem } from '../../../core/listing/problems';
import type { RulesDocument } from '../../../core/outlet/rules';

const ajv = new Ajv2020({ allErrors: true, strict: false });
/** Compiled schemas, the oldest going first: a schema changes only when an outlet changes its rules. */
const MOST_SCHEMAS = 64;
const compiled = new Map<string, ValidateFunction>();

const known = new WeakMap<object, ValidateFunction>();

function validatorOf(rules: RulesDocument): ValidateFunction {
  const same = known.get(rules.listingSchema);
  if (same) return same;
  const key = JSON.stringify(rules.listingSchema);
  let found = compiled.get(key);
  if (!found) {
    if (compiled.size >= MOST_SCHEMAS) compiled.delete(compiled.keys().next().value!);
    compiled.set(key, (found = ajv.compile(rules.listingSchema)));
  }
  known.set(rules.listingSchema, found);
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
 * What the outlet's own schema has against a listing, or against a part of it, one problem a field, as codes with a way out: found while it is
 * drafted and again before it is sent, so that nothing is refused on its way.
 */
export function schemaProblems(
  outlet: string,
  rules: RulesDocument,
  listing: Partial<Omit<ListingPayload, 'ref' | 'currency'>>,
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
    const stop = (values: Problem['values'], mend?: Mend) =>
      problems.set(field, { code: 'not-taken', field, stops: true, values: { outlet, ...values }, ...(mend && { mend }) });
    if (error.keyword === 'pattern' && typeof value === 'string' && SIGNS.test(value))
      stop({ how: 'signs', name }, { code: 'signs', value: withoutSigns(value) });
    else if (name === 'variants' && error.keyword === 'maxItems')
      stop({ how: 'kinds', count: listing.variants?.length, max: (error.params as { limit: number }).limit });
    else
      stop({
        how: 'other',
        at: error.instancePath.slice(1).replaceAll('/', ' ') || 'listing',
        says: error.message ?? 'is not as it should be',
      });
  }
  return [...problems.values()];
}
