import { Type } from '@sinclair/typebox';
import { PICTURE_FORMATS } from '../../core/outlet/pictures';
import type { RulesDocument, SettingsDocument } from '../../core/outlet/rules';
import type { Session } from '../contract';
import { shape } from '../http';
import { call } from './connect';

const Count = Type.Integer({ minimum: 0 });
/** The noticeboard as the fair serves it. Money is whole minor units. */
const Noticeboard = shape(
  Type.Object({
    edition: Type.String(),
    currency: Type.String(),
    headline: Type.Object({ longest: Count }),
    text: Type.Object({ longest: Count }),
    catchwords: Type.Object({ most: Count, shortest: Count, longest: Count }),
    pictures: Type.Object({ most: Count, shorter_side: Count, longer_side: Count, bytes: Count, as: Type.Array(Type.String()) }),
    kinds: Type.Object({ axes: Count, most: Count, lowest_price: Count }),
    downloads: Type.Object({ most: Count, bytes: Count }),
    tell: Type.Object({ longest: Count }),
    charges: Type.Object({
      table: Type.Object({ amount: Count, months: Count }),
      of_the_sale: Type.Object({ per_thousand: Count }),
      taking_the_money: Type.Object({ per_thousand: Count, amount: Count }),
    }),
  }),
);
const Shelves = shape(Type.Object({ shelves: Type.Array(Type.String({ minLength: 1, maxLength: 120 }), { maxItems: 999 }) }));

const line = { base: 'charged', fixedMinor: 0 } as const;

export async function rules(session: Session): Promise<RulesDocument> {
  const { body: n } = await call(session, Noticeboard, 'GET', '/noticeboard');
  const { table, of_the_sale, taking_the_money } = n.charges;
  const counted = 'code points';
  const ALL = ['texts', 'tags', 'prices', 'pictures', 'downloads'] as const;
  return {
    edition: n.edition,
    languages: ['en'],
    currencies: [n.currency],
    texts: {
      title: { label: 'Headline', limit: n.headline.longest, counted, required: true, format: 'plain' },
      description: { label: 'Text', limit: n.text.longest, counted, required: true, format: 'plain' },
      personalisation: { label: 'What the buyer tells', limit: n.tell.longest, counted, required: false, format: 'plain' },
    },
    tags: { max: n.catchwords.most, minLength: n.catchwords.shortest, maxLength: n.catchwords.longest, counted },
    pictures: {
      max: n.pictures.most,
      minSidePx: n.pictures.shorter_side,
      maxSidePx: n.pictures.longer_side,
      maxBytes: n.pictures.bytes,
      formats: PICTURE_FORMATS.filter((f) => n.pictures.as.includes(f.toUpperCase())),
    },
    variants: { max: n.kinds.most, axes: n.kinds.axes },
    downloads: { files: n.downloads.most, bytesEach: n.downloads.bytes },
    pricing: 'price',
    fees: [
      { ...line, label: 'Share of the sale', kind: 'sale', share: of_the_sale.per_thousand * 1000 },
      {
        ...line,
        label: 'Taking the money',
        kind: 'payment',
        share: taking_the_money.per_thousand * 1000,
        fixedMinor: taking_the_money.amount,
      },
      { label: `Table, ${table.months} months`, kind: 'listing', base: 'none', share: 0, fixedMinor: table.amount },
    ],
    states: [
      { state: 'draft there', change: [...ALL], to: ['live', 'ended'] },
      { state: 'live', change: [...ALL], to: ['ended'] },
      { state: 'ended', change: [...ALL], to: ['live'] },
    ],
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

const choice = (value: string) => ({ value, label: value });

/** What a stall has for all its offers: the shelf they lie on, who makes them, and when. */
export async function settings(session: Session): Promise<SettingsDocument> {
  const { body } = await call(session, Shelves, 'GET', '/shelves');
  return {
    fields: [
      {
        name: 'shelf',
        label: 'Shelf',
        says: 'Where buyers who walk along the shelves find it.',
        choices: [{ value: '', label: 'on no shelf' }, ...body.shelves.map(choice)],
        initial: '',
      },
      { name: 'maker', label: 'Made by', choices: ['stallholder', 'household', 'workshop'].map(choice), initial: 'stallholder' },
      {
        name: 'made',
        label: 'Made',
        choices: [
          { value: 'to-order', label: 'when it is ordered' },
          { value: 'this-year', label: 'this year' },
          { value: 'earlier', label: 'earlier' },
        ],
        initial: 'to-order',
      },
    ],
  };
}
