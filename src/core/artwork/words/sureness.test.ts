import fc from 'fast-check';
import { fitSureness, sureness, type JudgedWord } from './sureness';

/** A generator of numbers 0..1 that is the same every time (Park and Miller 1988, multiplier 48271). */
function numbers(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}

test('a fit finds again what words were made by: in every band as many are right as it says', () => {
  const next = numbers(7);
  const words: JudgedWord[] = Array.from({ length: 4000 }, () => {
    const [confidence, known, letters] = [0.3 + 0.69 * next(), next() < 0.7, 2 + Math.floor(next() * 8)];
    const z = -1.5 + 1.1 * Math.log(confidence / (1 - confidence)) + (known ? 1.8 : 0);
    return { confidence, known, letters, right: next() < 1 / (1 + Math.exp(-z)) };
  });
  const fit = fitSureness(words);
  const said = (w: JudgedWord) => fit(w.confidence, w.known, w.letters);
  for (const [from, to] of [
    [0, 0.4],
    [0.4, 0.7],
    [0.7, 0.9],
    [0.9, 1.01],
  ] as const) {
    const band = words.filter((w) => said(w) >= from && said(w) < to);
    const right = band.filter((w) => w.right).length / band.length;
    const mean = band.reduce((sum, w) => sum + said(w), 0) / band.length;
    expect(band.length).toBeGreaterThan(100);
    expect(Math.abs(right - mean)).toBeLessThan(0.04);
  }
  expect(fit.constants.confidence).toBeCloseTo(1.1, 0);
  expect(fit.constants.known).toBeCloseTo(1.8, 0);
});

test('words that were all right, or all wrong, make no certainty', () => {
  for (const right of [true, false]) {
    const fit = fitSureness(Array.from({ length: 20 }, () => ({ confidence: 0.9, known: true, letters: 5, right })));
    const p = fit(0.9, true, 5);
    expect(right ? p : 1 - p).toBeGreaterThan(0.8);
    expect(p > 0 && p < 1).toBe(true);
  }
});

describe('as it ships', () => {
  const confidence = fc.double({ min: 0, max: 1, noNaN: true });
  test('more confidence is never less sure, and a word of the dictionary is surer than one of none', () =>
    fc.assert(
      fc.property(confidence, confidence, fc.boolean(), fc.integer({ min: 1, max: 20 }), (a, b, known, letters) => {
        expect(sureness(Math.max(a, b), known, letters)).toBeGreaterThanOrEqual(sureness(Math.min(a, b), known, letters));
        if (letters > 2) expect(sureness(a, true, letters)).toBeGreaterThan(sureness(a, false, letters));
      }),
    ));
  // "still lorwards" was called 96% sure: the first word is, the second is not
  test('a curly word in no dictionary is unsure however confident the engine is', () => {
    expect(sureness(0.96, true, 5)).toBeGreaterThan(0.95);
    expect(sureness(0.93, false, 8)).toBeLessThan(0.8);
  });
});
