import fc from 'fast-check';
import type { ProofView } from '@/api/views';
import { inverse, type ProofEdit } from './inverse';

type Fields = Required<ProofView['fields']>;
const told = (fields: Fields) => ({ fields, content: { words: {}, tags: {} }, language: 'en' });
const PATTERN = { title: 'by pattern', description: 'by pattern', tags: ['pattern'], prices: { S: 1000, M: 1100 } };

const price = (size: string, priceMinor: number) => ({ size, priceMinor }) as Fields['prices']['value'][number];
const drafted = (): Fields => ({
  title: { value: PATTERN.title, from: 'pattern' },
  description: { value: PATTERN.description, from: 'pattern' },
  tags: { value: PATTERN.tags, from: 'pattern' },
  prices: { value: Object.entries(PATTERN.prices).map(([s, p]) => price(s, p)), from: 'pattern' },
});

/** What the house makes of an edit, as its own service does: the hand's words first, then what goes back to the pattern. */
function edited(fields: Fields, edit: ProofEdit): Fields {
  const next = structuredClone(fields);
  if (edit.title !== undefined) next.title = { value: edit.title, from: 'hand' };
  if (edit.description !== undefined) next.description = { value: edit.description, from: 'hand' };
  if (edit.tags) next.tags = { value: edit.tags, from: 'hand' };
  if (edit.prices)
    next.prices = {
      value: next.prices.value.map((p) => ({ ...p, priceMinor: edit.prices![p.size] ?? p.priceMinor })),
      from: 'hand',
    };
  for (const name of edit.pattern ?? []) Object.assign(next, { [name]: drafted()[name as 'title'] });
  return next;
}

const edits: fc.Arbitrary<ProofEdit> = fc.oneof(
  fc.record({ title: fc.string({ minLength: 1 }) }),
  fc.record({ tags: fc.array(fc.string({ minLength: 1 }), { maxLength: 4 }) }),
  fc.record({ prices: fc.dictionary(fc.constantFrom('S', 'M'), fc.integer({ min: 1, max: 9999 }), { minKeys: 1 }) }),
  fc.record({ pattern: fc.uniqueArray(fc.constantFrom('title' as const, 'tags' as const, 'prices' as const), { minLength: 1 }) }),
);

test('an edit and its inverse leave a proof as it was, whatever went before', () =>
  fc.assert(
    fc.property(fc.array(edits, { maxLength: 5 }), edits, (before, edit) => {
      const fields = before.reduce(edited, drafted());
      expect(edited(edited(fields, edit), inverse(told(fields), edit))).toEqual(fields);
    }),
    { numRuns: 400 },
  ));

test('what came from the pattern goes back to it', () =>
  expect(inverse(told(drafted()), { title: 'Mine' })).toEqual({ pattern: ['title'] }));
test('what a hand wrote is written again', () =>
  expect(inverse(told({ ...drafted(), title: { value: 'Mine', from: 'hand' } }), { pattern: ['title'] })).toEqual({
    title: 'Mine',
  }));
test('only the sizes that were changed get their prices back', () => {
  const fields = { ...drafted(), prices: { value: [price('S', 900), price('M', 950)], from: 'hand' as const } };
  expect(inverse(told(fields), { prices: { M: 1 } })).toEqual({ prices: { M: 950 } });
});

describe('further texts of an outlet', () => {
  const of = (from: 'hand' | 'pattern', value = 'Found') => ({
    fields: drafted(),
    content: { words: { searchTitle: { en: { value, from, made: null } } }, tags: {} },
    language: 'en',
  });
  test('what a hand wrote is written again', () =>
    expect(inverse(of('hand'), { texts: { searchTitle: 'Other' } })).toEqual({ texts: { searchTitle: 'Found' } }));
  test('what came from the pattern goes back to it', () =>
    expect(inverse(of('pattern'), { texts: { searchTitle: 'Other' } })).toEqual({ pattern: ['searchTitle'] }));
  test('what went back to the pattern gets the hand’s words again', () =>
    expect(inverse(of('hand'), { pattern: ['searchTitle'] })).toEqual({ texts: { searchTitle: 'Found' } }));
});
