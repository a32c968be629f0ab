import fc from 'fast-check';
import { oneAway, unknownWords } from './spelling';

const letters = fc.stringMatching(/^[a-z]{2,10}$/);

describe('what a word is one slip away from', () => {
  test.each([
    ['beautifull', 'beautiful'],
    ['teh', 'the'],
    ['seperate', 'separate'],
    ['occured', 'occurred'],
    ['Recieve', 'Receive'],
  ])('%s: %s', (wrong, right) => expect(oneAway(wrong)).toContain(right));
  // 442 with the word itself: Norvig, “How to Write a Spelling Corrector”, for this very word (from memory); of n different letters 52n + 25 others
  test('they are as many as there can be', () => expect(oneAway('somthing')).toHaveLength(441));
  test('each once, never itself, and the way back is one slip as well', () =>
    fc.assert(
      fc.property(letters, fc.nat(), (word, n) => {
        const all = oneAway(word);
        expect(new Set(all).size).toBe(all.length);
        expect(all).not.toContain(word);
        const other = all[n % all.length]!;
        expect(Math.abs(other.length - word.length)).toBeLessThanOrEqual(1);
        if (other.length > 1) expect(oneAway(other)).toContain(word);
      }),
    ));
  test('of what is too long to be a word, none', () => expect(oneAway('a'.repeat(5000))).toEqual([]));
});

describe('words that are not known', () => {
  const known = (word: string) => ['beautiful', 'crab', 'shirts'].includes(word);
  test('are told each once, as they stand; not what is joined to figures or an address, nor all capitals', () =>
    expect(
      unknownWords('Beautifull crab shirts, beautifull, ABCDE, x123wrong, me@wrongly.example, crab’s', false, known),
    ).toEqual(['Beautifull', 'beautifull', 'example'].filter((w) => w !== 'example')));
  test('in a long text not names, but for the first word of a sentence', () =>
    expect(unknownWords('Crab of Zittering. Glimmerig crab.', true, known)).toEqual(['Glimmerig']));
});
