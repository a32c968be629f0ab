import fc from 'fast-check';
import { likeness } from '../writing/write';
import { ALIKE, alikeGroups, estimate, PLACES, sketchOf } from './sketch';

const words = fc.array(fc.constantFrom(...'an owl sits by the moon over old roofs and sings of nights when all is still'.split(' ')), { minLength: 40, maxLength: 120 }); // prettier-ignore

test('the estimate is the share of common runs, as exactly as 60 places can tell it', () => {
  const errors: number[] = [];
  fc.assert(
    fc.property(words, fc.nat(1000), fc.double({ min: 0, max: 1, noNaN: true }), (text, seed, share) => {
      const other = text.map((w, i) => (((i * 7 + seed) % 100) / 100 < share * 0.4 ? `${w}s` : w));
      const [a, b] = [text.join(' '), other.join(' ')];
      errors.push(estimate(sketchOf(a)!, sketchOf(b)!) - likeness(a, b));
    }),
    { numRuns: 400 },
  );
  const mean = errors.reduce((n, e) => n + e, 0) / errors.length;
  const deviation = Math.sqrt(errors.reduce((n, e) => n + e * e, 0) / errors.length);
  // the greatest deviation that a share can have, √(1/4 / places), holds for all of them together
  expect(Math.abs(mean)).toBeLessThan(3 * (0.5 / Math.sqrt(PLACES * errors.length)) + 0.01);
  expect(deviation).toBeLessThan(0.5 / Math.sqrt(PLACES));
});

test('short texts have no sketch', () => expect(sketchOf('An owl by the moon, and nothing else.')).toBeNull());

const TEXT = (of: string) => `The ${of} stands alone on a hill in the evening. Behind it the sea lies flat and the last boats come home with their lamps lit, one by one, before the wind turns. Nobody speaks.`; // prettier-ignore
test('texts that are nearly one come together, others do not', () => {
  const OTHER = 'Eight little foxes learn to count. They begin with berries and end with stars, and nobody is ever quite sure which of them said nine. A page for every number, in ink.'; // prettier-ignore
  const texts = [TEXT('owl'), OTHER, TEXT('hare'), TEXT('owl')];
  expect(likeness(texts[0]!, texts[2]!)).toBeGreaterThan(ALIKE);
  expect(alikeGroups(texts.map((t) => sketchOf(t)!))).toEqual([[0, 2, 3]]);
});
test('groups hold against all pairs: who is in one is like its first', () =>
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(3), fc.nat(6)), { maxLength: 12 }), (made) => {
      const sketches = made.map(([a, b]) => sketchOf(`${TEXT(`thing ${a}`)} ${'And more. '.repeat(b)} ${TEXT('x'.repeat(a))}`)!);
      for (const [first, ...rest] of alikeGroups(sketches))
        for (const i of rest) expect(estimate(sketches[first!]!, sketches[i]!)).toBeGreaterThan(0);
      const equal = sketches.findIndex((s, i) => sketches.findIndex((o) => estimate(o, s) === 1) < i);
      if (equal > 0) expect(alikeGroups(sketches).flat()).toContain(equal);
    }),
    { numRuns: 60 },
  ));
