import fc from 'fast-check';
import { beginning, phraseFinder, phrasesIn, piecePattern } from './piece';

const WORDS = ['owl', 'owls', 'night owl', 'night', 'enamel mug', 'mug', 'a', 'ångström', 'x1'];
const text = fc.array(fc.constantFrom(...WORDS, 'MUG', '-', ' ', '  ', ',', 'é', '1', '\n', '🦉', '’s'), { maxLength: 16 }).map((w) => w.join('')); // prettier-ignore

test('phrases are found where a pattern of all of them finds them: whole words, the longest first', () =>
  fc.assert(
    fc.property(text, fc.shuffledSubarray(WORDS, { minLength: 1 }), (said, phrases) => {
      const flat = said.toLowerCase().replace(/\s+/g, ' ');
      const expected = [...flat.matchAll(piecePattern(phrases)!)].map((m) => m[0]);
      expect(phraseFinder(phrases)(said).map((f) => f.phrase)).toEqual(expected);
    }),
    { numRuns: 1000 },
  ));
test('what stands before is told, and thousands of phrases are looked up by their first word', () => {
  const find = phraseFinder([...Array.from({ length: 5000 }, (_, i) => `word${i} more`), 'mug']);
  expect(find('This lovely  Mug, and word77 more')).toEqual([
    { phrase: 'mug', before: 'this lovely ' },
    { phrase: 'word77 more', before: 'this lovely mug, and ' },
  ]);
  expect(find('word77 and more')).toEqual([]);
});
test('phrases that begin with a sign are found too; nothing to look for finds nothing', () => {
  expect(phrasesIn('Made in C++ and .NET (.net)', phraseFinder(['.net', 'c++']))).toEqual(['.net', 'c++']);
  expect(phraseFinder([' ', ''])('anything')).toEqual([]);
});

test('a text that is cut stays well formed: a database takes no half of a character', () =>
  fc.assert(
    fc.property(fc.array(fc.constantFrom('a', '🦉', '👩‍🚀', 'é'), { maxLength: 12 }), fc.nat(30), (parts, most) => {
      const cut = beginning(parts.join(''), most);
      expect(cut.length).toBeLessThanOrEqual(most);
      expect(parts.join('').startsWith(cut)).toBe(true);
      expect(encodeURIComponent(cut)).toBeDefined();
      if (parts.join('').length >= most) expect(cut.length).toBeGreaterThanOrEqual(most - 1);
    }),
  ));
