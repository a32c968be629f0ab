/** A word that was read, and whether it really stands there. */
export interface JudgedWord {
  /** The engine's own confidence, 0..1: far too good an opinion of curly lettering. */
  confidence: number;
  /** It stands in the dictionary. */
  known: boolean;
  letters: number;
  right: boolean;
}

interface Constants {
  base: number;
  confidence: number;
  known: number;
  letters: number;
}
type Sureness = ((confidence: number, known: boolean, letters: number) => number) & { constants: Constants };

/**
 * What counts for a word: the engine's confidence as odds, held in bounds; the dictionary; and, for a word that stands there,
 * whether it is short: three letters make some word too easily.
 */
const parts = (confidence: number, known: boolean, letters: number): [number, number, number] => {
  const p = Math.min(0.995, Math.max(0.05, confidence));
  return [Math.log(p / (1 - p)), known ? 1 : 0, known ? Math.min(letters, 5) - 4 : 0];
};
const odds = (z: number): number => 1 / (1 + Math.exp(-z));

function surenessBy(c: Constants): Sureness {
  const of = (confidence: number, known: boolean, letters: number): number => {
    const [a, b, l] = parts(confidence, known, letters);
    return Math.round(odds(c.base + c.confidence * a + c.known * b + c.letters * l) * 1000) / 1000;
  };
  return Object.assign(of, { constants: c });
}

/**
 * Fits how sure words are to words of which the truth is known: logistic regression by Newton's method (iteratively
 * reweighted least squares), with a weak pull to nought so that few words cannot make it certain.
 */
export function fitSureness(words: JudgedWord[], rounds = 30, pull = 0.5): Sureness {
  const rows = words.map((w) => ({ x: [1, ...parts(w.confidence, w.known, w.letters)], y: w.right ? 1 : 0 }));
  // the base is hardly pulled: it only must not run away where all words were right, or all wrong
  const weight = (i: number) => (i ? pull : pull / 10);
  let b = [0, 0, 0, 0];
  for (let round = 0; round < rounds; round++) {
    const gradient = b.map((v, i) => -weight(i) * v);
    const curve = b.map((_, i) => b.map((__, j) => (i === j ? weight(i) : 0)));
    for (const { x, y } of rows) {
      const p = odds(x.reduce((sum, v, i) => sum + v * b[i]!, 0));
      for (let i = 0; i < 4; i++) {
        gradient[i]! += (y - p) * x[i]!;
        for (let j = 0; j < 4; j++) curve[i]![j]! += p * (1 - p) * x[i]! * x[j]!;
      }
    }
    const step = solve(curve, gradient);
    b = b.map((v, i) => v + step[i]!);
  }
  return surenessBy({ base: b[0]!, confidence: b[1]!, known: b[2]!, letters: b[3]! });
}

/** Solves a small system of linear equations by elimination with pivots. */
function solve(matrix: number[][], right: number[]): number[] {
  const m = matrix.map((row, i) => [...row, right[i]!]);
  const n = m.length;
  for (let k = 0; k < n; k++) {
    const pivot = m.slice(k).reduce((best, row, i) => (Math.abs(row[k]!) > Math.abs(m[best]![k]!) ? i + k : best), k);
    [m[k], m[pivot]] = [m[pivot]!, m[k]!];
    for (let i = k + 1; i < n; i++) {
      const f = m[i]![k]! / m[k]![k]!;
      for (let j = k; j <= n; j++) m[i]![j]! -= f * m[k]![j]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--)
    x[i] = (m[i]![n]! - m[i]!.reduce((sum, v, j) => (j > i && j < n ? sum + v * x[j]! : sum), 0)) / m[i]![i]!;
  return x;
}

/**
 * Fitted to 579 words read in the 88 made-up designs of `bench/words-set.ts`, large and small; `npm run bench -- sureness`
 * measures it and fits anew. Words in no dictionary were all wrong there, so slang and names count as unsure: they are
 * underlined, never changed.
 */
export const sureness: Sureness = surenessBy({ base: -2.511, confidence: 1.291, known: 3.018, letters: 1.072 });
