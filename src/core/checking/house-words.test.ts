import Ajv2020 from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { CHECKS } from './checks';
import { houseLists, HouseWords, needsLook, NO_WORDS } from './house-words';

const valid = new Ajv2020({ strict: false }).compile(HouseWords);
const word = fc.string({ minLength: 1, maxLength: 12 });
const words = fc.record({
  right: fc.array(word, { maxLength: 4 }),
  barred: fc.array(fc.record({ word, outlet: fc.constantFrom('quayside', 'kestrel') }, { requiredKeys: ['word'] }), { maxLength: 4 }), // prettier-ignore
  trademarks: fc.array(word, { maxLength: 4 }),
  left: fc.array(fc.record({ check: fc.constantFrom(...CHECKS), what: word }), { maxLength: 4 }),
});

test('lists are what their schema says, and nothing else', () => {
  expect(valid(NO_WORDS)).toBe(true);
  fc.assert(fc.property(words, (w) => expect(valid(w)).toBe(true)));
  for (const odd of [
    null,
    {},
    { ...NO_WORDS, more: 1 },
    { ...NO_WORDS, right: [''] },
    { ...NO_WORDS, left: [{ check: 'shoes', what: 'x' }] },
    { ...NO_WORDS, barred: [{ word: 'x', outlet: 'No Such' }] },
  ])
    // prettier-ignore
    expect(valid(odd)).toBe(false);
});

test('whatever signs a list has, it is looked up without ado, and what is left is left in any case', () =>
  fc.assert(
    fc.property(words, (w) => {
      const lists = houseLists(w);
      for (const { check, what } of w.left) expect(lists.isLeft(check, what.toUpperCase().toLowerCase())).toBe(true);
      const all = w.barred.filter((b) => b.outlet !== 'kestrel').map((b) => b.word);
      // every word of a list is found where it stands alone, or a longer one of the list that begins as it does
      for (const b of all) if (b.trim()) expect(lists.barredAt('quayside')(` ${b} `).length).toBeGreaterThan(0);
      expect(lists.barredAt('quayside')('ヲ')).toEqual([]);
      expect(lists.trademarks('ヲ')).toEqual([]);
    }),
  ));

test('a new look is needed for what can bring findings, and never for what only takes them away', () =>
  fc.assert(
    fc.property(words, words, (a, b) => {
      expect(needsLook(a, a)).toBe(false);
      expect(needsLook(a, { ...a, right: [...a.right, ...b.right], left: [...a.left, ...b.left], barred: [], trademarks: [] })).toBe(false); // prettier-ignore
      const more = { ...a, trademarks: [...a.trademarks, 'a word that no list has'] };
      expect(needsLook(a, more)).toBe(true);
      expect(needsLook(more, a)).toBe(false);
    }),
  ));
