import { Type } from '@sinclair/typebox';
import { PICTURE_FORMATS } from '../../core/outlet/pictures';
import { fromDecimal } from '../../core/money/money';
import type { RulesDocument, SettingsDocument } from '../../core/outlet/rules';
import { OutletAnswer, type Session } from '../contract';
import { millionths, shape } from '../http';
import { call } from './connect';

const Count = Type.Integer({ minimum: 0 });
/** What the house serves. Money is decimal text. */
const House = shape(
  Type.Object({
    issue: Type.Integer(),
    /** The language of the shop's pages; English where an older house does not say. */
    speaks: Type.Optional(Type.String()),
    counted_in: Type.String(),
    money: Type.Array(Type.String()),
    ware: Type.Object({
      name: Count,
      story: Count,
      labels: Type.Object({ most: Count, longest: Count }),
      pictures: Count,
      choices: Count,
      articles: Count,
      for_search: Type.Object({ title: Count, text: Count }),
    }),
    picture: Type.Object({ shorter_side: Count, longer_side: Count, bytes: Count, kinds: Type.Array(Type.String()) }),
    bag: Type.Object({ most: Count, bytes: Count }),
    charges: Type.Object({ by_card: Type.Object({ percent: Type.String(), fixed: Type.String() }) }),
  }),
);
const Label = Type.String({ minLength: 1, maxLength: 120 });
const Collections = shape(Type.Object({ collections: Type.Array(Type.Object({ id: Label, title: Label }), { maxItems: 999 }) }));

export async function rules(session: Session): Promise<RulesDocument> {
  const { body: h } = await call(session, House, 'GET', '/house');
  const { name, story, labels, pictures, choices, articles, for_search } = h.ware;
  const { percent, fixed } = h.charges.by_card;
  const amount = fromDecimal(fixed, h.counted_in);
  if (!amount)
    throw new OutletAnswer('refused', { code: 'not-read', values: { outlet: session.name, what: 'its charge', value: fixed } });
  const counted = 'utf-16 units';
  const ALL = ['texts', 'tags', 'prices', 'pictures', 'downloads'] as const;
  return {
    edition: String(h.issue),
    languages: [h.speaks ?? 'en'],
    currencies: [h.counted_in, ...h.money.filter((c) => c !== h.counted_in)],
    texts: {
      title: { label: 'Name', limit: name, counted, required: true, format: 'plain' },
      description: { label: 'Story', limit: story, counted, required: true, format: 'html' },
      searchTitle: { label: 'Title for search engines', limit: for_search.title, counted, required: false, format: 'plain' },
      searchText: { label: 'Text for search engines', limit: for_search.text, counted, required: false, format: 'plain' },
    },
    tags: { max: labels.most, minLength: 1, maxLength: labels.longest, counted },
    pictures: {
      max: pictures,
      minSidePx: h.picture.shorter_side,
      maxSidePx: h.picture.longer_side,
      maxBytes: h.picture.bytes,
      formats: PICTURE_FORMATS.filter((f) => h.picture.kinds.includes(f)),
    },
    variants: { max: articles, axes: choices },
    downloads: { files: h.bag.most, bytesEach: h.bag.bytes },
    keeps: ['brand', 'kind', 'origin', 'hsCode', 'weights'],
    pricing: 'price',
    fees: [{ label: 'Card payment', kind: 'payment', base: 'charged', share: millionths(percent), fixedMinor: amount.minor }],
    states: [
      { state: 'draft there', change: [...ALL], to: ['live'] },
      { state: 'live', change: [...ALL], to: ['draft'] },
    ],
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

/** What a shop has for all its wares: the brand on them, and the collection they go into. */
export async function settings(session: Session): Promise<SettingsDocument> {
  const { body } = await call(session, Collections, 'GET', '/collections');
  return {
    fields: [
      { name: 'brand', label: 'Brand', says: 'Empty: the name of your workspace.', maxLength: 120, initial: '' },
      {
        name: 'collection',
        label: 'Collection',
        choices: [{ value: '', label: 'in none' }, ...body.collections.map((c) => ({ value: c.id, label: c.title }))],
        initial: '',
      },
    ],
  };
}
