import { checkAgainst, shorten, type OutletRules } from './rules';

const rules = {
  title: { maxLength: 40 },
  description: { maxLength: 100, format: 'text' },
  tags: { max: 3, minLength: 3, maxLength: 20 },
  pictures: { max: 2 },
} as OutletRules;
const price = { size: 'M', keepMinor: 500 } as never;
const good = {
  title: 'A title',
  description: 'Words.',
  tags: ['one two', 'three'],
  prices: [price],
  pictures: 1,
  wantedPictures: 1,
};

test('a proof within the rules has no problems', () => expect(checkAgainst(rules, 'Kestrel Fair', good)).toEqual([]));

test.each([
  ['title-too-long', { title: 'word '.repeat(20).trim() }],
  ['title-missing', { title: '' }],
  ['description-missing', { description: '' }],
  ['too-many-tags', { tags: ['aaa', 'bbb', 'ccc', 'ddd'] }],
  ['tag-length', { tags: ['ok then', 'no'] }],
  ['tag-repeated', { tags: ['same', 'same'] }],
  ['price-missing', { prices: [] }],
  ['below-cost', { prices: [{ size: 'XL', keepMinor: -1 } as never] }],
  ['too-many-pictures', { pictures: 3, wantedPictures: 3 }],
  ['pictures-missing', { pictures: 0 }],
])('%s is found', (code, change) =>
  expect(checkAgainst(rules, 'Kestrel Fair', { ...good, ...change }).map((p) => p.code)).toContain(code),
);

test('a mend that is offered mends', () => {
  const long = { ...good, title: 'A very long title, with a part that may go, and another' };
  const [problem] = checkAgainst(rules, 'Kestrel Fair', long);
  expect(problem!.sentence).toBe('Title is 55 characters; Kestrel Fair takes 40.');
  expect(checkAgainst(rules, 'Kestrel Fair', { ...long, title: problem!.mend!.value as string })).toEqual([]);
});

test.each([
  ['Short enough', 40, 'Short enough'],
  ['First part, second part that is long', 20, 'First part, second'],
  ['First long part here, second', 24, 'First long part here'],
  ['unbreakableunbreakable', 10, 'unbreakabl'],
])('%s shortened to %i', (text, max, out) => expect(shorten(text, max)).toBe(out));
