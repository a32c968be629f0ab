import type { BlankSpec, DocketSpec } from '../core/planning/docket';
import type { OutletRules } from '../core/rules/rules';
import type { ArtworkRow } from '../data/artworks';
import type { ProofFields, ProofRow } from '../data/runs';
import type { OutletRow } from '../data/stockroom';
import { prepare, recheck } from './drafting';
import { payloadOf } from './payload';

const blank: BlankSpec = {
  id: 'tee',
  name: 'Soft tee',
  kind: 'shirt',
  printHouse: 'Brightsea Works',
  currency: 'USD',
  colours: [
    { name: 'Chalk', hex: '#f7f5f0' },
    { name: 'Harbour', hex: '#24405e' },
    { name: 'Ink', hex: '#17171a' },
  ],
  sizes: [
    { name: 'M', costMinor: 940 },
    { name: '2XL', costMinor: 1140 },
  ],
  postageMinor: 479,
  productionDays: 3,
  areas: [{ name: 'front', widthMm: 381, heightMm: 457.2, resolutionPpi: 300 }],
  text: 'Soft cotton.',
  care: 'Wash at 30 °C.',
};
const spec: DocketSpec = {
  noun: 'Shirt',
  colours: ['Chalk', 'Harbour', 'Ink'],
  sizes: ['M', '2XL'],
  area: 'front',
  placement: { mode: 'fit', scale: 0.7, topMm: 30 },
  shots: [
    { scene: 'shirt-flat', colour: 'featured' },
    { scene: 'shirt-close', colour: 1 },
  ],
  wording: {
    title: '{{ artwork.name }} {{ product.noun }}',
    description: '{{ product.text }} In {{ product.colours }}.',
    tags: ['{{ artwork.subject }} gift'],
  },
  pricePlan: { name: 'p', aim: { kind: 'margin', share: 350_000 }, postageIncluded: true, largeSizeExtraMinor: 0, ending: 99 },
  accepts: { ground: 'see-through', minPpi: 150 },
  outlets: ['fair'],
};
// The limits and fees of one well-known kind of outlet: common practice, no single source. No stand-in has this set.
const rules: OutletRules = {
  version: '1',
  currency: 'USD',
  title: { maxLength: 140 },
  description: { maxLength: 1000, format: 'text' },
  tags: { max: 13, minLength: 3, maxLength: 20 },
  pictures: { max: 20, minSidePx: 1000, maxBytes: 1e7 },
  variants: { max: 400, axes: 2 },
  fees: { transactionShare: 65_000, paymentShare: 30_000, paymentFixedMinor: 25, listingMinor: 20 },
  listingSchema: { type: 'object', properties: { title: { maxLength: 140 }, pictures: { minItems: 1 } } },
};
const outlet = { id: 'fair', name: 'The fair', rules } as OutletRow;
const docket = { id: 'd', name: 'Shirts', blankId: 'tee', spec };
const cream = {
  clearShare: 0.6,
  trim: { x: 0, y: 0, width: 1, height: 1 },
  inks: [{ rgb: [247, 239, 220], hex: '#f7efdc', share: 1 }],
  tone: 'light',
};
const artwork = {
  id: 'a',
  name: 'Keep a light on',
  subject: 'lighthouse',
  keywords: ['coastal'],
  sha256: 'f'.repeat(64),
  widthPx: 4500,
  heightPx: 5400,
  measured: cream,
} as unknown as ArtworkRow;

const codes = (made: ReturnType<typeof prepare>) => made.problems.filter((p) => p.stops).map((p) => p.code);

test('a light design becomes pictures on dark cloth, words, tags and prices', () => {
  const made = prepare(artwork, docket, blank, outlet, {});
  expect(codes(made)).toEqual([]);
  expect(made.fields.title).toEqual({ value: 'Keep a light on Shirt', from: 'pattern' });
  expect(made.fields.description.value).toBe('Soft cotton. In Harbour, Ink.');
  expect(made.fields.tags.value).toEqual(['coastal', 'lighthouse gift']);
  expect(made.pictures.map((p) => [p.scene, p.colourName])).toEqual([
    ['shirt-flat', 'Harbour'],
    ['shirt-close', 'Ink'],
  ]);
  for (const p of made.fields.prices.value) expect([p.priceMinor % 100, p.marginShare >= 350_000]).toEqual([99, true]);
});

test('a picture’s name depends on everything that goes into it, and on nothing else', () => {
  const name = (a: ArtworkRow, d = docket) => prepare(a, d, blank, outlet, {}).pictures[0]!.file;
  expect(name({ ...artwork, name: 'Another name' })).toBe(name(artwork));
  expect(name({ ...artwork, sha256: 'e'.repeat(64) })).not.toBe(name(artwork));
  expect(name(artwork, { ...docket, spec: { ...spec, placement: { ...spec.placement, topMm: 31 } } })).not.toBe(name(artwork));
});

test.each([
  ['too-coarse', { ...artwork, widthPx: 600, heightPx: 720 }],
  ['wording-missing', { ...artwork, subject: '' }],
  [
    'unreadable',
    {
      ...artwork,
      measured: {
        ...cream,
        inks: [
          { rgb: [150, 150, 150], hex: '', share: 0.5 },
          ...['#f7f5f0', '#24405e', '#17171a'].map((hex, i) => ({
            rgb: [
              [247, 245, 240],
              [36, 64, 94],
              [23, 23, 26],
            ][i],
            hex,
            share: 0.17,
          })),
        ],
      },
    },
  ],
])('%s holds the proof', (code, changed) =>
  expect(codes(prepare(changed as unknown as ArtworkRow, docket, blank, outlet, {}))).toContain(code),
);

test('what a hand wrote is kept, and is still held against the rules', () => {
  const made = prepare(artwork, docket, blank, outlet, { title: { value: 'T'.repeat(141), from: 'hand' } });
  expect(made.fields.title.from).toBe('hand');
  expect(codes(made)).toEqual(['title-too-long']);
});

const proof = (fields: ProofFields) =>
  ({
    id: '0f0f0f0f-0000-4000-8000-000000000000',
    artwork: 'Keep a light on',
    outlet: 'The fair',
    fields,
    colours: [{ name: 'Harbour' }, { name: 'Ink' }],
    pictures: [{ file: 'x.jpg', colour: 'Harbour' }],
    problems: [],
  }) as unknown as ProofRow;

test('the payload has a variant per colour and size, and the proof’s key', () => {
  const { fields } = prepare(artwork, docket, blank, outlet, {});
  const payload = payloadOf(proof(fields), docket, outlet, 'Saltmarsh Lane');
  expect(payload.variants).toHaveLength(4);
  expect(payload.ref).toBe('up-0f0f0f0f-0000-4000-8000-000000000000');
  expect(new Set(payload.variants.map((v) => v.sku)).size).toBe(4);
  expect(payload.pictures).toEqual([{ file: 'x.jpg', alt: 'Keep a light on, shirt in Harbour' }]);
});

test('a payload that the outlet’s schema refuses never leaves the house', () => {
  const { fields } = prepare(artwork, docket, blank, outlet, {});
  expect(() => payloadOf({ ...proof(fields), pictures: [] }, docket, outlet, 'Us')).toThrow(
    'The fair would not take it (pictures must NOT have fewer than 1 items)',
  );
});

test('problems of the artwork stay after a change of words; those of the words go', () => {
  const { fields } = prepare(artwork, docket, blank, outlet, {});
  const before = {
    ...proof(fields),
    problems: [
      { code: 'too-coarse', field: 'artwork', sentence: '', stops: true },
      { code: 'title-missing', field: 'title', sentence: '', stops: true },
    ],
  } as ProofRow;
  expect(recheck(before, fields, rules).map((p) => p.code)).toEqual(['too-coarse']);
});
