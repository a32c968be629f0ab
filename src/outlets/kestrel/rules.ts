import type { OutletRules } from '../../core/rules/rules';
import type { Session } from '../contract';
import { call } from './connect';

/** The noticeboard as the fair serves it. Money is whole minor units. */
interface Noticeboard {
  edition: string;
  currency: string;
  headline: { longest: number };
  text: { longest: number };
  catchwords: { most: number; shortest: number; longest: number };
  pictures: { most: number; shorter_side: number; bytes: number };
  kinds: { axes: number; most: number; lowest_price: number };
  charges: {
    table: { amount: number; months: number };
    of_the_sale: { per_thousand: number };
    taking_the_money: { per_thousand: number; amount: number };
  };
}

export async function fetchRules(session: Session): Promise<OutletRules> {
  const { body: n } = await call<Noticeboard>(session, 'GET', '/noticeboard');
  return {
    version: n.edition,
    currency: n.currency,
    title: { maxLength: n.headline.longest },
    description: { maxLength: n.text.longest, format: 'text' },
    tags: { max: n.catchwords.most, minLength: n.catchwords.shortest, maxLength: n.catchwords.longest },
    pictures: { max: n.pictures.most, minSidePx: n.pictures.shorter_side, maxBytes: n.pictures.bytes },
    variants: { max: n.kinds.most, axes: n.kinds.axes },
    fees: {
      transactionShare: n.charges.of_the_sale.per_thousand * 1000,
      paymentShare: n.charges.taking_the_money.per_thousand * 1000,
      paymentFixedMinor: n.charges.taking_the_money.amount,
      listingMinor: n.charges.table.amount,
    },
    listingSchema: {
      type: 'object',
      required: ['title', 'description', 'tags', 'variants', 'pictures'],
      properties: {
        title: { type: 'string', minLength: 1, maxLength: n.headline.longest },
        description: { type: 'string', minLength: 1, maxLength: n.text.longest, pattern: '^[^<>]*$' },
        tags: {
          type: 'array',
          maxItems: n.catchwords.most,
          uniqueItems: true,
          items: { type: 'string', minLength: n.catchwords.shortest, maxLength: n.catchwords.longest },
        },
        options: { type: 'array', maxItems: n.kinds.axes },
        variants: {
          type: 'array',
          minItems: 1,
          maxItems: n.kinds.most,
          items: { type: 'object', properties: { priceMinor: { type: 'integer', minimum: n.kinds.lowest_price } } },
        },
        pictures: { type: 'array', minItems: 1, maxItems: n.pictures.most },
      },
    },
  };
}
