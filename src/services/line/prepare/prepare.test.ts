import type { BlankSpec, DocketSpec } from '../../../core/planning/docket';
import type { OutletRules } from '../../../core/rules/rules';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import type { ProofFields, ProofRow } from '../../../data/line/runs';
import type { OutletRow } from '../../../data/outlets/outlets';
import { recheck } from './outlet-rules';
import { prepare } from './prepare';
import { payloadOf } from '../payload';

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

test('the payload has a variant per colour and size, and the proof’s key; twins are told by their motif’s name', () => {
  const { fields } = prepare(artwork, docket, blank, outlet, {});
  const payload = payloadOf(proof(fields), docket, rules, 'Saltmarsh Lane', 'Keep a light on');
  expect(payload.variants).toHaveLength(4);
  expect(payload.ref).toBe('up-0f0f0f0f-0000-4000-8000-000000000000');
  expect(new Set(payload.variants.map((v) => v.sku)).size).toBe(4);
  expect(payload.pictures).toEqual([{ file: 'x.jpg', alt: 'Keep a light on, shirt in Harbour' }]);
  expect([payload.brand, payload.kind]).toEqual(['Saltmarsh Lane', 'Shirt']);
});

describe('what the outlet’s schema refuses is a problem while drafting, with a mend', () => {
  const strict = (schema: object) =>
    ({ ...outlet, rules: { ...rules, listingSchema: { type: 'object', properties: schema } } }) as OutletRow;
  test('a heart of angle bracket and three, where the outlet takes no brackets', () => {
    const shop = strict({ description: { type: 'string', pattern: '^[^<>]*$' } });
    const made = prepare(artwork, docket, blank, shop, { description: { value: 'We <3 the sea, > all', from: 'hand' } });
    const problem = made.problems.find((p) => p.stops)!;
    expect(problem).toMatchObject({ code: 'not-taken', field: 'description', mend: { value: 'We ♥ the sea, › all' } });
    const mended = prepare(artwork, docket, blank, shop, { description: { value: problem.mend!.value as string, from: 'hand' } });
    expect(codes(mended)).toEqual([]);
  });
  test('too many kinds', () => {
    const made = prepare(artwork, docket, blank, strict({ variants: { type: 'array', maxItems: 3 } }), {});
    expect(made.problems.find((p) => p.stops)!.sentence).toBe(
      '4 kinds, colours by sizes, are too many: The fair takes 3. Offer fewer colours or sizes.',
    );
  });
  test('a field that breaks a rule of ours as well is told once, with our mend', () => {
    const shop = strict({ title: { type: 'string', maxLength: 140 } });
    expect(codes(prepare(artwork, docket, blank, shop, { title: { value: 'T'.repeat(141), from: 'hand' } }))).toEqual([
      'title-too-long',
    ]);
  });
});

describe('a docket whose blank has changed', () => {
  const without = (change: Partial<BlankSpec>) => prepare(artwork, docket, { ...blank, ...change }, outlet, {});
  const said = (made: ReturnType<typeof prepare>) => made.problems.find((p) => p.code === 'discontinued')!;
  test('a colour that is gone is left out and said', () => {
    const made = without({ colours: blank.colours.filter((c) => c.name !== 'Harbour') });
    expect(said(made)).toMatchObject({
      stops: false,
      sentence: 'Brightsea Works no longer offers Soft tee in Harbour; left out.',
    });
    expect([made.colours.map((c) => c.name), codes(made)]).toEqual([['Ink'], []]);
  });
  test('none of the colours is left: held, with one sentence', () => {
    const made = without({ colours: [{ name: 'New', hex: '#112233' }, { name: 'Newer', hex: '#332211' }] }); // prettier-ignore
    expect(codes(made)).toEqual(['discontinued']);
  });
  test('a size that is gone is left out of prices and words', () => {
    const made = without({ sizes: blank.sizes.filter((s) => s.name === 'M') });
    expect([made.fields.prices.value.map((p) => p.size), codes(made)]).toEqual([['M'], []]);
    expect(said(made).sentence).toBe('Brightsea Works no longer offers 2XL of Soft tee; left out.');
  });
  test('no size is left: held, with one sentence', () => expect(codes(without({ sizes: [] }))).toEqual(['discontinued']));
  test('the print area is gone: held, with one sentence about it', () => {
    const made = without({ areas: [] });
    expect(made.problems.filter((p) => p.stops && p.sentence.includes('print area'))).toHaveLength(1);
    expect(made.pictures).toEqual([]);
  });
  test('it counts in another currency than the outlet: held until there is a rate', () =>
    expect(codes(without({ currency: 'GBP' }))).toEqual(['currency-differs']));
});

test('linked twins: the title has the motif’s name, not that of one twin', () => {
  const lead = { ...artwork, name: 'Keep a light on, navy ink' };
  const twin = { ...artwork, id: 'b', name: 'Keep a light on', sha256: 'e'.repeat(64) };
  expect(prepare(lead, docket, blank, outlet, {}, [twin]).fields.title.value).toBe('Keep a light on Shirt');
});

test('a price by hand stays; a size that came back gets the plan’s', () => {
  const hand = prepare(artwork, { ...docket, spec: { ...spec, sizes: ['M'] } }, blank, outlet, {}).fields.prices.value;
  const made = prepare(artwork, docket, blank, outlet, { prices: { value: [{ ...hand[0]!, priceMinor: 4444 }], from: 'hand' } });
  expect(made.fields.prices.value.map((p) => [p.size, p.priceMinor === 4444])).toEqual([['M', true], ['2XL', false]]); // prettier-ignore
  expect(made.fields.prices.from).toBe('hand');
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
