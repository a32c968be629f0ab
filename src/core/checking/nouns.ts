import { tellingWords } from '../copy/telling';
import type { Noun } from '../correcting/finding';
import { phrasePattern, piecesIn } from './piece';

/** Nouns that goods are called by, and what of them is another product for one docket’s goods. */
export interface OtherNouns {
  /** In titles and tags any of them is meant; in a long text only where it speaks of this one: “this mug”. */
  line: RegExp | null;
  long: RegExp | null;
  /** One and many, by every form in small letters. */
  noun: ReadonlyMap<string, Noun>;
}

const headOf = (noun: string): string => tellingWords(noun).at(-1) ?? '';
const forms = ({ one, many }: Noun): string[] => [one.toLowerCase(), many.toLowerCase()];

/**
 * Which of all nouns are another product’s for goods that are called `own` and whose text says `stated`. A noun whose last word is one of
 * theirs is not: a fitted shirt may be called a shirt.
 */
export function otherNouns(all: readonly Noun[], own: readonly string[], stated: string): OtherNouns {
  const theirs = new Set(own.flatMap(tellingWords));
  const said = new Set(tellingWords(stated));
  const other = all.filter((n) => {
    const words = tellingWords(n.one);
    return !theirs.has(headOf(n.one)) && !own.some((o) => o.toLowerCase() === n.one.toLowerCase()) && !words.every((w) => said.has(w)); // prettier-ignore
  });
  const spelt = other.flatMap(forms);
  const line = phrasePattern(spelt);
  return {
    line,
    long: line && new RegExp(`(?<=\\b(?:this|these|our|each|every)\\s+(?:\\p{L}+\\s+)?)${line.source}`, 'giu'),
    noun: new Map(other.flatMap((n) => forms(n).map((f) => [f, n] as const))),
  };
}

/** Nouns of another product in a text, each once; not those that the motif itself speaks of. */
export function nounsIn(text: string, kind: 'line' | 'long' | 'tags', other: OtherNouns, motif: string): Noun[] {
  const about = new Set(tellingWords(motif));
  const found = piecesIn(text, kind === 'long' ? other.long : other.line).map((form) => other.noun.get(form));
  return [...new Set(found)].filter((n): n is Noun => n !== undefined && !tellingWords(n.one).some((w) => about.has(w)));
}
