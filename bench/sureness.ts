import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { fitSureness, sureness, type JudgedWord } from '../src/core/artwork/words/sureness';
import { readLines } from '../src/worker/words/read-words';
import { figure } from './figure';
import { drawLettered, letteredDesigns, type Lettered } from './words-set';

/** The same lettering as a small line under a large motif, as sellers set it: most mistakes are made there. */
const small = (design: Lettered, i: number): Lettered => {
  const inner = design.svg.replace(/^<svg[^>]*>|<\/svg>$/g, '');
  const ink = /fill="(#[0-9a-f]{6})"/.exec(inner)![1]!;
  const size = [0.2, 0.26, 0.34, 0.45][i % 4]!;
  return {
    ...design,
    file: `small-${design.file}`,
    svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 900 1080"><circle cx="450" cy="360" r="300" fill="${ink}"/><g transform="translate(${450 - 450 * size} ${860 - 560 * size}) scale(${size})">${inner}</g></svg>`,
  };
};

/** Reads the known set, large and small, and says whether each word that was read is one of the design's. */
async function judged(): Promise<JudgedWord[][]> {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-sureness-'));
  const designs: JudgedWord[][] = [];
  for (const design of [...letteredDesigns(), ...letteredDesigns().map(small)]) {
    const file = path.join(folder, design.file);
    fs.writeFileSync(file, await drawLettered(design, 1500));
    const left = design.text.toUpperCase().split(/[^A-Z0-9]+/);
    const words = (await readLines(file)).flatMap((l) => l.words);
    designs.push(
      words.map((w) => {
        const at = left.indexOf(w.text);
        if (at >= 0) left.splice(at, 1);
        return { confidence: w.confidence, known: w.known, letters: w.text.length, right: at >= 0 };
      }),
    );
    fs.rmSync(file);
  }
  fs.rmSync(folder, { recursive: true });
  return designs;
}

/** How honest the stated sureness is: what is said and what is so, in bands; and what a fit on other designs would give. */
export async function surenessOfWords(): Promise<void> {
  const designs = await judged();
  if (process.env.SURENESS_FILE) fs.writeFileSync(process.env.SURENESS_FILE, JSON.stringify(designs));
  const words = designs.flat();
  for (const [from, to] of [
    [0.95, 1.01],
    [0.8, 0.95],
    [0.5, 0.8],
    [0, 0.5],
  ] as const) {
    const band = words.filter((w) => {
      const s = sureness(w.confidence, w.known, w.letters);
      return s >= from && s < to;
    });
    const said = band.reduce((sum, w) => sum + sureness(w.confidence, w.known, w.letters), 0) / band.length;
    figure(
      `sureness.right_of_${from}`,
      band.filter((w) => w.right).length / band.length,
      'share',
      `of ${band.length} words said to be ${from} to ${Math.min(1, to)} sure, on the mean ${said.toFixed(3)}`,
    );
  }
  // half of the designs give the constants, the other half is foretold by them
  const fit = fitSureness(designs.filter((_, i) => i % 2 === 0).flat());
  const other = designs.filter((_, i) => i % 2 === 1).flat();
  const said = other.reduce((sum, w) => sum + fit(w.confidence, w.known, w.letters), 0) / other.length;
  figure(
    'sureness.held_out',
    other.filter((w) => w.right).length / other.length,
    'share',
    `${other.length} words of the half that was not fitted to, said ${said.toFixed(3)}`,
  );
  const all = fitSureness(words);
  console.log(JSON.stringify({ name: 'sureness.constants', ...all.constants }));
}
