import fc from 'fast-check';
import { blankFault, termsOf, type BlankDocument } from './blank';
import { copiedBlank, costsBySize, idFor, newBlank, withSizes } from './own';

test('a copy is one’s own, has an id of its own, and is on offer at once', () => {
  const from: BlankDocument = { ...newBlank(), id: 'house-mug', name: 'Mug', source: 'print house', onOfferFrom: '2999-01-01' };
  expect(copiedBlank(from)).toEqual({
    ...from,
    onOfferFrom: undefined,
    id: 'own-mug-my-own',
    name: 'Mug, my own',
    source: 'own',
  });
  expect(from.source).toBe('print house');
});

test('ids are made of names, whatever these are', () => {
  expect(idFor('Crème brûlée  mug, 11 oz!')).toBe('own-creme-brulee-mug-11-oz');
  fc.assert(fc.property(fc.string(), (name) => /^own(-[a-z0-9]+)*$/.test(idFor(name)))); // prettier-ignore
  fc.assert(fc.property(fc.string({ minLength: 80, maxLength: 200 }), (name) => idFor(name).length <= 64));
});

test('sizes with a cost each are read as they were written, and what was of a size that goes goes with it', () => {
  const begun: BlankDocument = {
    ...newBlank(),
    areas: [{ name: 'front', side: 'front', widthMm: 9, heightMm: 9, ppi: 300, bySize: { L: { widthMm: 12, heightMm: 12 } } }],
    sizeTable: { columns: ['Width'], rows: [{ size: 'L', cm: [40] }, { size: 'One size', cm: [30] }] }, // prettier-ignore
  };
  const it = withSizes(begun, [{ name: 'S', costMinor: 800 }, { name: 'L', costMinor: 950 }]); // prettier-ignore
  expect(costsBySize(it)).toEqual({ S: 800, L: 950 });
  expect(termsOf(it, { colour: 'White', size: 'L', finish: '' })).toMatchObject({ costMinor: 950, stock: 'in stock' });
  expect(it.sizeTable!.rows).toEqual([{ size: 'L', cm: [40] }]);
  expect(withSizes(it, [{ name: 'S', costMinor: 800 }]).areas[0]!.bySize).toBeUndefined();
  const heavy = withSizes({ ...begun, variants: [{ costMinor: 1, weightG: 190 }] }, [{ name: 'One size', costMinor: 2 }]);
  expect(heavy.variants).toEqual([{ sizes: ['One size'], costMinor: 2, weightG: 190 }]);
});

test('costs that more than the size decides on are not simple', () => {
  expect(costsBySize(newBlank())).toEqual({ 'One size': 1000 });
  expect(costsBySize({ ...newBlank(), variants: [{ costMinor: 1 }, { colours: ['White'], costMinor: 2 }] })).toBeNull();
  expect(costsBySize({ ...newBlank(), variants: [{ costMinor: 1, stock: 'out of stock' }] })).toBeNull();
  expect(costsBySize({ ...newBlank(), variants: [{ sizes: ['Other'], costMinor: 1 }] })).toBeNull();
});

test('what has the form of a blank and is none is told', () => {
  expect(blankFault(newBlank())).toBeNull();
  const many = (n: number) => Array.from({ length: n }, (_, i) => ({ name: `n${i}`, hex: '#123456' }));
  expect(blankFault({ ...newBlank(), colours: many(200), sizes: many(101) })).toBe('It has 20200 variants; 20000 are the most.');
  expect(blankFault({ ...newBlank(), colours: [...many(2), { name: 'n0', hex: '#654321' }] })).toBe(
    'The colour n0 is named twice.',
  );
  expect(blankFault({ ...newBlank(), areas: [newBlank().areas[0]!, newBlank().areas[0]!] })).toBe(
    'The print area front is named twice.',
  );
});
