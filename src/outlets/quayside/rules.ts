import { fromDecimal } from '../../core/money/money';
import type { OutletRules } from '../../core/rules/rules';
import { OutletAnswer, type Session } from '../contract';
import { millionths } from '../http';
import { call, NAME } from './connect';

/** What the house serves. Money is decimal text. */
interface House {
  issue: number;
  counted_in: string;
  ware: {
    name: number;
    story: number;
    labels: { most: number; longest: number };
    pictures: number;
    choices: number;
    articles: number;
  };
  picture: { shorter_side: number; bytes: number };
  charges: { by_card: { percent: string; fixed: string } };
}

export async function fetchRules(session: Session): Promise<OutletRules> {
  const { body: h } = await call<House>(session, 'GET', '/house');
  const { name, story, labels, pictures, choices, articles } = h.ware;
  const fixed = fromDecimal(h.charges.by_card.fixed, h.counted_in);
  if (!fixed)
    throw new OutletAnswer(
      'refused',
      `${NAME} states its charge as “${h.charges.by_card.fixed}”, which is no amount in ${h.counted_in}.`,
    );
  return {
    version: String(h.issue),
    currency: h.counted_in,
    title: { maxLength: name },
    description: { maxLength: story, format: 'html' },
    tags: { max: labels.most, minLength: 1, maxLength: labels.longest },
    pictures: { max: pictures, minSidePx: h.picture.shorter_side, maxBytes: h.picture.bytes },
    variants: { max: articles, axes: choices },
    fees: {
      transactionShare: 0,
      paymentShare: millionths(h.charges.by_card.percent),
      paymentFixedMinor: fixed.minor,
      listingMinor: 0,
    },
    listingSchema: {
      type: 'object',
      required: ['title', 'description', 'tags', 'brand', 'kind', 'variants', 'pictures'],
      properties: {
        title: { type: 'string', minLength: 1, maxLength: name },
        description: { type: 'string', minLength: 1, maxLength: story },
        tags: { type: 'array', maxItems: labels.most, items: { type: 'string', minLength: 1, maxLength: labels.longest } },
        brand: { type: 'string', minLength: 1, maxLength: 120 },
        kind: { type: 'string', minLength: 1, maxLength: 120 },
        options: { type: 'array', maxItems: choices },
        variants: { type: 'array', minItems: 1, maxItems: articles },
        pictures: { type: 'array', minItems: 1, maxItems: pictures },
      },
    },
  };
}
