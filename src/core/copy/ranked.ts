import { lengthOf, type Counted } from '../outlet/length';
import type { WordingSubject } from './values';
import { fill, type Filled } from './wording';
import { tellingWords } from './telling';

/** A part of a line of text: 0 must be there, the higher its rank the sooner it goes. */
export interface RankedPart {
  text: string;
  rank: number;
}

/** Texts up to this length are a line: their patterns are parts, one a line. */
const LINE = 320;
export const isLine = ({ limit, format }: { limit: number; format: string }): boolean => limit <= LINE && format === 'plain';

const JOINED = ', ';

/** A pattern's parts: one a line, less important the more dashes it begins with. */
export function partsOf(pattern: string): RankedPart[] {
  return pattern
    .split('\n')
    .map((line) => {
      const dashes = /^\s*(-+)\s+/.exec(line);
      return { text: (dashes ? line.slice(dashes[0].length) : line).trim(), rank: dashes?.[1]!.length ?? 0 };
    })
    .filter((p) => p.text);
}

/** Parts in the order of their importance, the first of one rank before others, with their places. */
const byRank = (parts: readonly RankedPart[]): number[] =>
  parts.map((_, i) => i).sort((a, b) => parts[a]!.rank - parts[b]!.rank || a - b);

/**
 * Parts as one line that fills a limit: those that must be there, then from the most important on each that fits whole and says something
 * that was not said yet. They stay in the order in which they were written. No word is cut: where even what must be there is too long, it is
 * all of that.
 */
export function assembled(parts: readonly RankedPart[], { limit, counted }: { limit: number; counted: Counted }): string {
  const taken = new Set<number>();
  const said = new Set<string>();
  const line = () => parts.flatMap((p, i) => (taken.has(i) ? [p.text] : [])).join(JOINED);
  for (const i of byRank(parts)) {
    const { text, rank } = parts[i]!;
    const words = tellingWords(text);
    if (rank && words.every((w) => said.has(w))) continue;
    taken.add(i);
    if (rank && lengthOf(line(), counted) > limit) {
      taken.delete(i);
      continue;
    }
    for (const w of words) said.add(w);
  }
  return line();
}

/** Fills a pattern of parts. One that need not be there is left out where a value of it is missing. */
export function fillLine(pattern: string, subject: WordingSubject, rule: { limit: number; counted: Counted }): Filled {
  const parts: RankedPart[] = [];
  for (const { text, rank } of partsOf(pattern)) {
    const filled = fill(text, subject);
    if (filled.ok) {
      // a value may bring several parts: the least important of them count from here
      for (const part of partsOf(filled.text)) parts.push({ text: part.text.replace(/\s+/g, ' '), rank: rank + part.rank });
    } else if (!rank || filled.fault.code !== 'missing') return filled;
  }
  return { ok: true, text: assembled(parts, rule) };
}
