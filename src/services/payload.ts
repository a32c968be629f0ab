import Ajv, { type ValidateFunction } from 'ajv';
import type { ListingPayload } from '../core/listing/payload';
import type { OutletRules } from '../core/rules/rules';
import type { ProofFields, ProofRow } from '../data/runs';
import type { DocketRow, OutletRow } from '../data/stockroom';
import { Trouble } from './trouble';

const ajv = new Ajv({ allErrors: true, strict: false });
const compiled = new Map<string, ValidateFunction>();

function validator(outletId: string, rules: OutletRules): ValidateFunction {
  const key = JSON.stringify([outletId, rules.version, rules.listingSchema]);
  let found = compiled.get(key);
  if (!found) compiled.set(key, (found = ajv.compile(rules.listingSchema)));
  return found;
}

/** The listing that a proof makes, held against the outlet's own schema. Throws a Trouble naming what does not fit. */
export function payloadOf(proof: ProofRow, docket: DocketRow, outlet: OutletRow, brand: string): ListingPayload {
  const fields = proof.fields as ProofFields;
  const rules = outlet.rules!;
  const colours = proof.colours.map((c) => c.name);
  const bySize = fields.prices.value;
  const one = colours.length === 1 && docket.spec.colours.length === 1;
  const payload: ListingPayload = {
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
      .map((p) => ({ file: p.file!, alt: `${proof.artwork}, ${docket.spec.noun.toLowerCase()}${one ? '' : ` in ${p.colour}`}` })),
  };
  const valid = validator(outlet.id, rules);
  if (!valid(payload)) {
    const first = valid.errors![0]!;
    throw new Trouble(
      'not-valid',
      `${proof.artwork}: ${outlet.name} would not take it (${first.instancePath.slice(1) || 'listing'} ${first.message}).`,
    );
  }
  return payload;
}
