import type { RulesDocument } from '../outlet/rules';
import { checkAgainst, type Checked } from './check';
import { mendLabel, sentenceOf } from './problems';
import type { ProofFields } from './proof';

const text = (limit: number) => ({ label: 'Words', limit, counted: 'code points', required: true, format: 'plain' }) as const;
const rules = {
  languages: ['en'],
  texts: { title: text(40), description: text(100), searchTitle: { ...text(10), label: 'Search title', required: false } },
  tags: { max: 3, minLength: 3, maxLength: 20, counted: 'code points' },
  pictures: { max: 2 },
} as unknown as RulesDocument;

const field = <T>(value: T) => ({ en: { value, from: 'pattern' as const, made: value } });
const fields = (title: string, description: string, tags: string[], searchTitle = ''): ProofFields => ({
  words: { title: field(title), description: field(description), searchTitle: field(searchTitle) },
  tags: field(tags),
});
const good: Checked = {
  fields: fields('A title', 'Words.', ['one two', 'three']),
  prices: [{ label: 'M', keepMinor: 500 }],
  pictures: 1,
  wantedPictures: 1,
};
const check = (change: Partial<Checked>) => checkAgainst(rules, 'Kestrel Fair', { ...good, ...change });

test('a proof within the rules has no problems', () => expect(check({})).toEqual([]));

test.each<[string, Partial<Checked>]>([
  ['title-too-long', { fields: fields('word '.repeat(20).trim(), 'Words.', []) }],
  ['title-missing', { fields: fields('', 'Words.', []) }],
  ['description-missing', { fields: fields('A title', '', []) }],
  ['text-too-long', { fields: fields('A title', 'Words.', [], 'longer than ten') }],
  ['too-many-tags', { fields: fields('A', 'W', ['aaa', 'bbb', 'ccc', 'ddd']) }],
  ['tag-length', { fields: fields('A', 'W', ['ok then', 'no']) }],
  ['tag-repeated', { fields: fields('A', 'W', ['same', 'same']) }],
  ['price-missing', { prices: [] }],
  ['below-cost', { prices: [{ label: 'XL', keepMinor: -1 }] }],
  ['too-many-pictures', { pictures: 3, wantedPictures: 3 }],
  ['pictures-missing', { pictures: 0 }],
])('%s is found, and told in a sentence', (code, change) => {
  const found = check(change).find((p) => p.code === code)!;
  expect(sentenceOf(found)).toMatch(/^[A-Z1].*\.$/);
});

test('a mend that is offered mends', () => {
  const long = 'A very long title, with a part that may go, and another';
  const [problem] = check({ fields: fields(long, 'Words.', []) });
  expect(sentenceOf(problem!)).toBe('Title is 55 characters; Kestrel Fair takes 40.');
  expect(mendLabel(problem!.mend!)).toBe('Shorten to fit');
  expect(check({ fields: fields(problem!.mend!.value as string, 'Words.', []) })).toEqual([]);
});
test('each outlet counts in its own way: an emoji family is one cluster and eighteen bytes', () => {
  const of = (counted: 'graphemes' | 'bytes') =>
    checkAgainst({ ...rules, texts: { title: { ...text(10), counted } } }, 'X', { ...good, fields: fields('👩‍👩‍👧', 'W', []) }); // prettier-ignore
  expect(of('graphemes')).toEqual([]);
  expect(sentenceOf(of('bytes')[0]!)).toBe('Title is 18 bytes; X takes 10.');
});
test('what was written down before problems had values says itself', () =>
  expect(sentenceOf({ code: 'twins', values: { says: 'As it was told then.' } })).toBe('As it was told then.'));
