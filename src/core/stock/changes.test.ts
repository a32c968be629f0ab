import type { BlankDocument } from './blank';
import { blankChanges, changePhrase } from './changes';

const blank: BlankDocument = {
  id: 'a-shirt',
  name: 'A shirt',
  kind: 'shirt',
  source: 'print house',
  house: 'A house',
  currency: 'USD',
  colours: [
    { name: 'Chalk', hex: '#fbfaf7' },
    { name: 'Moss', hex: '#55613f' },
    { name: 'Ink', hex: '#1b2330' },
  ],
  sizes: [{ name: 'S' }, { name: 'M' }],
  variants: [{ costMinor: 900 }, { sizes: ['M'], costMinor: 1000 }],
  areas: [{ name: 'front', side: 'front', widthMm: 381, heightMm: 457.2, ppi: 300 }],
  postage: [{ region: 'home', firstMinor: 400, furtherMinor: 100 }],
  productionDays: 3,
  care: 'Wash cold.',
  sentences: [{ text: 'Made of cotton.', for: 'buyers' }],
};
const told = (after: Partial<BlankDocument>, before = blank) => blankChanges(before, { ...before, ...after }).map(changePhrase);

test('a blank that is as it was has not changed', () => {
  expect(told({})).toEqual([]);
  expect(told({ variants: [{ costMinor: 1000 }, { sizes: ['S'], costMinor: 900 }] })).toEqual([]);
});

test('colours and sizes that ended are told whole, whether they are listed any more or not', () => {
  expect(told({ colours: blank.colours.filter((c) => c.name !== 'Moss') })).toEqual(['Colour ended: Moss']);
  const ended = { stock: 'discontinued' as const, costMinor: 900 };
  expect(told({ variants: [...blank.variants, { ...ended, colours: ['Moss'] }] })).toEqual(['Colour ended: Moss']);
  expect(told({ variants: [...blank.variants, { ...ended, sizes: ['S'] }] })).toEqual(['Size ended: S']);
  expect(told({ variants: [...blank.variants, { ...ended, sizes: ['S'], colours: ['Ink', 'Moss'] }] })).toEqual([
    'Ended: Moss S and Ink S',
  ]);
});

test('what comes back was not there', () => {
  const before: BlankDocument = {
    ...blank,
    variants: [...blank.variants, { colours: ['Ink'], stock: 'out of stock', costMinor: 900 }],
  };
  const after = blank;
  // Ink M cost 900 while it was short
  expect(blankChanges(before, after).map((c) => c.code)).toEqual(['dearer', 'in-stock-again']);
  expect(blankChanges(before, after).map(changePhrase)[1]).toBe('In stock again: Ink');
  expect(blankChanges(after, before).map((c) => c.code)).toEqual(['short', 'cheaper']);
});

test('costs are told by the variant that differs most, with how many do', () => {
  expect(told({ variants: [{ costMinor: 945 }, { sizes: ['M'], costMinor: 1000 }] })).toEqual([
    'Dearer by up to 5%: 9.45 USD, was 9.00 (3 of 6 variants)',
  ]);
  expect(told({ variants: [{ costMinor: 450 }] })).toEqual(['Cheaper by up to 55%: 4.50 USD, was 10.00']);
});

test('a colour under an old name is told when it can be seen to differ', () => {
  const dyed = (hex: string) => ({ colours: blank.colours.map((c) => (c.name === 'Moss' ? { ...c, hex } : c)) });
  expect(told(dyed('#55623f'))).toEqual([]);
  expect(told(dyed('#70805a'))[0]).toMatch(/^Moss is dyed otherwise: #55613f is now #70805a, \d+(\.\d)? apart$/);
});

test('print areas, postage, days and texts', () => {
  const [front] = blank.areas;
  const sleeve = { ...front!, name: 'sleeve', widthMm: 80, heightMm: 80 };
  expect(told({ areas: [...blank.areas, sleeve] })).toEqual(['New print area: sleeve']);
  expect(told({ areas: [sleeve] }, { ...blank, areas: [front!, sleeve] })[0]).toBe(`Print area ended: ${front!.name}`);
  expect(told({ areas: [{ ...front!, widthMm: 300, heightMm: 400 }] })[0]).toMatch(/ measures 300 × 400 mm, was /);
  expect(told({ areas: [{ ...front!, safeMm: 7.5 }] })).toEqual([
    `The ${front!.name} has other margins, seams or openings than before`,
  ]);
  expect(told({ postage: [{ region: 'home', firstMinor: 450, furtherMinor: 100 }] })).toEqual([
    'Postage home: 4.50 USD, was 4.00',
  ]);
  expect(told({ productionDays: blank.productionDays + 2 })[0]).toMatch(/^Made in \d+ days, was/);
  expect(told({ onOfferFrom: '2027-03-01' })).toEqual(['Comes out on 1 Mar 2027']);
  expect(told({ sentences: [{ text: 'Soft.', for: 'buyers' }] }, { ...blank, sentences: [] })).toEqual([
    'Product text: 1 new, 0 gone',
  ]);
});

test('gravest first, and every code has a phrase', () => {
  const after: BlankDocument = {
    ...blank,
    name: 'Another',
    colours: [...blank.colours.slice(0, 2), { name: 'Fern', hex: '#336633' }],
    variants: [{ costMinor: 990 }],
  };
  const changes = blankChanges(blank, after);
  expect(changes.map((c) => c.weight)).toEqual(['ended', 'worse', 'better', 'better', 'other']);
  for (const c of changes) expect(changePhrase(c)).not.toBe(c.code);
});

test('amounts of two currencies are not compared', () =>
  expect(told({ currency: 'EUR', variants: [{ costMinor: 1 }] })).toEqual(['Costs are in EUR, were in USD']));
