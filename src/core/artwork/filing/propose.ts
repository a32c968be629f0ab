import { ADULT_WORDS, CHILD_WORDS, OCCASIONS, SUBJECTS, YOUTH_WORDS } from '../words/lexicon';

export const AUDIENCES = ['adult', 'youth', 'child'] as const;
export type Audience = (typeof AUDIENCES)[number];

/** What is proposed for an artwork, each with the words it was taken from. */
export interface Proposals {
  subject?: Proposal;
  audience?: Proposal;
  occasion?: Proposal;
}
export interface Proposal {
  value: string;
  /** Where it comes from, for a person: the word, and where it stood. */
  why: string;
}

/** Words that speak of an artwork, the most telling source first. */
export interface Telling {
  where: string;
  text: string;
}

const normal = (text: string): string =>
  ` ${text
    .normalize('NFKD')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[’']/g, '’')
    .replace(/[^a-z0-9’-]+/g, ' ')
    .replace(/-/g, ' ')
    .trim()} `;

/** Does a phrase stand in a normalised text, as whole words, in the singular or the plural? */
function stands(text: string, phrase: string): boolean {
  const bare = normal(phrase).trim();
  return text.includes(` ${bare} `) || text.includes(` ${bare}s `) || text.includes(` ${bare}es `);
}

/** The entry of a lexicon that a text speaks of most: the longest phrase wins, then the earlier one in the text. */
function found(lexicon: ReadonlyMap<string, string>, text: string): { value: string; word: string } | null {
  let best: { value: string; word: string; at: number } | null = null;
  for (const [word, value] of lexicon) {
    if (!stands(text, word)) continue;
    const at = text.indexOf(` ${normal(word).trim()}`);
    if (!best || word.length > best.word.length || (word.length === best.word.length && at < best.at)) best = { value, word, at };
  }
  return best;
}

/**
 * Proposes subject, audience and occasion from texts that speak of an artwork (words read in it, its file name, titles in
 * the drawing). The first text that tells something wins.
 */
export function propose(texts: Telling[]): Proposals {
  const out: Proposals = {};
  for (const { where, text } of texts) {
    const line = normal(text);
    const because = (word: string) => `“${word}” in ${where}`;
    const subject = out.subject ? null : found(SUBJECTS, line);
    if (subject) out.subject = { value: subject.value, why: because(subject.word) };
    const occasion = out.occasion ? null : found(OCCASIONS, line);
    if (occasion) out.occasion = { value: occasion.value, why: because(occasion.word) };
    if (out.audience) continue;
    for (const [audience, words] of [
      ['child', CHILD_WORDS],
      ['youth', YOUTH_WORDS],
      ['adult', ADULT_WORDS],
    ] as const) {
      const word = words.find((w) => stands(line, w));
      if (!word) continue;
      out.audience = { value: audience, why: because(word) };
      break;
    }
  }
  return out;
}
