import { termsOf, type BlankDocument } from '../../core/stock/blank';
import { documentsOf, readCatalogue, variantsOf } from './catalogue';

const PRODUCT = {
  id: 'made-up-mug',
  name: 'Made-up mug',
  kind: 'mug',
  department: 'drinkware',
  currency: 'USD',
  colours: [{ name: 'White', hex: '#ffffff', family: 'white' }],
  sizes: ['Small', 'Large'],
  costs: [{ cost_cents: 500 }, { sizes: ['Large'], cost_cents: 600, weight_g: 300 }],
  missing: [{ sizes: ['Large'], state: 'short' }],
  areas: [{ name: 'around', side: 'around', width_mm: 200, height_mm: 85, ppi: 300, seams: ['M0 0v85'], fill: true }],
  postage: [{ to: 'home', first_cents: 400, further_cents: 100 }],
  production_days: 2,
  text: 'A good mug. No minimum order.',
  care: 'For the dishwasher.',
  maker: { name: 'Nobody', address: 'Nowhere 1', email: 'nobody@example.org' },
  warnings: ['Hot when it is full.'],
  from: '2027-03-01',
};
const house = (...products: unknown[]) => ({ house: 'Made-up Works', products });
const taken = (...products: unknown[]) => documentsOf(readCatalogue(house(...products)), new Map());

test('a product becomes a document: areas, costs with what is missing, words split, safety, the day it comes out', () => {
  const { documents, faults } = taken(PRODUCT);
  expect(faults).toEqual([]);
  const [d] = documents;
  expect(d).toMatchObject({
    id: 'made-up-mug',
    house: 'Made-up Works',
    areas: [{ widthMm: 200, heightMm: 85, ppi: 300, seams: ['M0 0v85'], mustBeFilled: true }],
    sentences: [
      { text: 'A good mug.', for: 'buyers' },
      { text: 'No minimum order.', for: 'sellers', by: 'how many are ordered' },
    ],
    safety: { maker: { name: 'Nobody' }, warnings: ['Hot when it is full.'] },
    onOfferFrom: '2027-03-01',
  });
  const terms = (size: string) => termsOf(d!, { colour: 'White', size, finish: '' });
  expect(terms('Small')).toEqual({ costMinor: 500, stock: 'in stock', weightG: null });
  expect(terms('Large')).toEqual({ costMinor: 600, stock: 'out of stock', weightG: 300 });
});

test.each([
  ['marl', 'heather'],
  ['stripe', 'stripes'],
  ['check', 'checks'],
  ['ripple', 'heather'],
])('cloth of two yarns that is knitted as %s', (as, pattern) => {
  const { documents } = taken({ ...PRODUCT, colours: [{ name: 'Ring', hex: '#f7f5f0', knit: { with: '#24405e', as } }] });
  expect(documents[0]!.colours).toEqual([{ name: 'Ring', hex: '#f7f5f0', mixed: { with: '#24405e', pattern } }]);
});

test.each([
  ['no cost at all', { costs: [] }, /^made-up-mug: .*costs/],
  ['a colour that is none', { colours: [{ name: 'White', hex: 'white' }] }, /^made-up-mug: .*colours/],
  ['an area without a width', { areas: [{ name: 'a', side: 'a', height_mm: 1, ppi: 300 }] }, /^made-up-mug: .*width_mm/],
  ['a cost below nothing', { costs: [{ cost_cents: -5 }] }, /^made-up-mug: .*costMinor/],
  ['a day that there is not', { from: '2027-02-31' }, /^made-up-mug: .*onOfferFrom/],
  ['words for its sizes', { sizes: 'all' }, /^made-up-mug: .*sizes/],
  ['a name too long', { name: 'x'.repeat(121) }, /^made-up-mug: .*name/],
])('a product with %s is said, and stops no other', (_, change, said) => {
  const { documents, faults } = taken({ ...PRODUCT, ...change }, { ...PRODUCT, id: 'sound' });
  expect(documents.map((d) => d.id)).toEqual(['sound']);
  expect(faults).toEqual([expect.stringMatching(said)]);
});

test('what could not be taken is listed all the same: it is not gone', () => {
  const read = readCatalogue(house({ id: 'odd' }, null, 7, { id: 9 }, PRODUCT));
  expect(read.listed).toEqual(['odd', 'made-up-mug']);
  expect(read.faults).toHaveLength(4);
});

test.each([[null], [7], ['[]'], [[]], [{}], [{ house: 'x' }], [{ house: '', products: [] }], [{ products: [] }]])(
  '%j is no catalogue',
  (answer) => expect(() => readCatalogue(answer)).toThrow('What the print house sent is not a catalogue.'),
);

test('costs and what is missing come out as they went in, for every variant, whatever they are', () => {
  let seed = 11;
  const next = (n: number) => (seed = (seed * 48271) % 2147483647) % n;
  const AXES = { sizes: ['S', 'M', 'L'], colours: ['Red', 'Blue'], finishes: ['Matt', 'Gloss'] };
  type Axis = keyof typeof AXES;
  const some = (axis: Axis) => (next(2) ? undefined : AXES[axis].filter(() => next(2)));
  const choice = () =>
    Object.fromEntries((Object.keys(AXES) as Axis[]).flatMap((a) => {
      const its = some(a);
      return its?.length ? [[a, its]] : [];
    })) as Partial<Record<Axis, string[]>>; // prettier-ignore
  for (let round = 0; round < 200; round++) {
    const costs = [{ cost_cents: 1 }, ...Array.from({ length: next(4) }, (_, i) => ({ ...choice(), cost_cents: 10 + i }))];
    const missing = Array.from({ length: next(4) }, () => ({
      ...choice(),
      state: next(2) ? ('short' as const) : ('ended' as const),
    }));
    const blank = {
      colours: AXES.colours.map((name) => ({ name })),
      sizes: AXES.sizes.map((name) => ({ name })),
      finishes: { choices: AXES.finishes.map((name) => ({ name })) },
      variants: variantsOf({ costs, missing }),
    } as unknown as BlankDocument;
    for (const size of AXES.sizes)
      for (const colour of AXES.colours)
        for (const finish of AXES.finishes) {
          const fits = (c: Partial<Record<Axis, string[]>>) =>
            (c.sizes?.includes(size) ?? true) && (c.colours?.includes(colour) ?? true) && (c.finishes?.includes(finish) ?? true);
          const terms = termsOf(blank, { size, colour, finish })!;
          expect(terms.costMinor).toBe(costs.findLast(fits)!.cost_cents);
          const state = missing.findLast(fits)?.state;
          expect(terms.stock).toBe(state === 'short' ? 'out of stock' : state === 'ended' ? 'discontinued' : 'in stock');
        }
  }
});
