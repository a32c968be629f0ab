import fc from 'fast-check';
import { changedFields, changedWords, differences, WORDS_OF_LISTINGS, type ListingField } from './compare';
import type { ListingPayload, ThereListing } from './payload';

const sent: ListingPayload = {
  ref: 'r',
  title: 'Low Sun Poster',
  description: 'One.\n\n- two',
  tags: ['low sun', 'poster'],
  brand: 'Us',
  kind: 'Poster',
  currency: 'USD',
  options: ['Size'],
  variants: [
    { values: ['A3'], priceMinor: 2199, sku: '1' },
    { values: ['A2'], priceMinor: 2699, sku: '2' },
  ],
  pictures: [{ file: 'f.jpg', alt: '' }],
};
const there: ThereListing = {
  state: 'live',
  title: sent.title,
  description: 'One. - two',
  tags: [...sent.tags],
  options: ['Size'],
  variants: [
    { values: ['A2'], priceMinor: 2699 },
    { values: ['A3'], priceMinor: 2199 },
  ],
  pictures: ['abc'],
};

test('order of variants and runs of white space are no difference', () => expect(differences(sent, ['abc'], there)).toEqual([]));

test.each<[ListingField, Partial<ThereListing>]>([
  ['title', { title: 'Low sun poster' }],
  ['description', { description: 'One.' }],
  ['tags', { tags: ['poster', 'low sun'] }],
  ['options', { options: [] }],
  ['prices', { variants: [{ values: ['A3'], priceMinor: 2199 }] }],
  ['prices', { variants: there.variants.map((v) => ({ ...v, priceMinor: v.priceMinor + 1 })) }],
  ['pictures', { pictures: ['abc', 'def'] }],
  ['pictures', { pictures: [] }],
  ['downloads', { downloads: ['def'] }],
])('another %s is one', (field, change) => expect(differences(sent, ['abc'], { ...there, ...change })).toEqual([field]));

test('words alone differ where a look at everything finds that they do', () => {
  const text = fc.constantFrom('', 'One.\n\n- two', 'One. - two', 'Low Sun Poster', 'another');
  const words = fc.record({
    title: text,
    description: text,
    tags: fc.array(text, { maxLength: 2 }),
    texts: fc.dictionary(fc.constantFrom('searchTitle', 'note'), text),
  });
  fc.assert(
    fc.property(words, words, (was, is) => {
      const all = changedFields({ ...sent, ...was }, { ...sent, ...is });
      expect(changedWords(was, is)).toEqual(all.filter((f) => (WORDS_OF_LISTINGS as readonly string[]).includes(f)));
      expect(changedWords(was, { title: is.title })).toEqual(all.filter((f) => f === 'title'));
    }),
  );
});

test('prices are compared as a set: any order of the same is the same, any other price is not', () =>
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.tuple(fc.string(), fc.integer({ min: 1, max: 1e6 })), { minLength: 1, selector: (v) => v[0] }),
      fc.integer({ min: 1, max: 500 }),
      (variants, off) => {
        const priced = variants.map(([pick, priceMinor]) => ({ values: [pick], priceMinor }));
        const payload = { ...sent, variants: priced.map((v) => ({ ...v, sku: '' })) };
        const shown = { ...there, variants: [...priced].reverse() };
        expect(differences(payload, ['abc'], shown)).toEqual([]);
        shown.variants[0] = { ...shown.variants[0]!, priceMinor: shown.variants[0]!.priceMinor + off };
        expect(differences(payload, ['abc'], shown)).toEqual(['prices']);
      },
    ),
  ));
