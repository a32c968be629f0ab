import { tellingWords } from '../copy/telling';
import type { Noun } from '../correcting/finding';
import { phraseFinder, type PhraseFinder } from './piece';

/** Nouns that are another product's for one docket's goods. */
export interface OtherNouns {
  find: PhraseFinder;
  /** One and many, by every form in small letters. */
  noun: ReadonlyMap<string, Noun>;
}
/** A long text says of itself what it is. */
const OF_ITSELF = /(?<!\p{L})(?:this|these|our|each|every) (?:\p{L}+ )?$/u;

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
  return {
    find: phraseFinder(other.flatMap(forms)),
    noun: new Map(other.flatMap((n) => forms(n).map((f) => [f, n] as const))),
  };
}

/** In titles and tags any of them is meant; in a long text only where it speaks of this one, “this mug”. Each is told once. */
export function nounsIn(text: string, kind: 'line' | 'long' | 'tags', other: OtherNouns, motif: string): Noun[] {
  const about = new Set(tellingWords(motif));
  const found = other
    .find(text)
    .filter(({ before }) => kind !== 'long' || OF_ITSELF.test(before))
    .map(({ phrase }) => other.noun.get(phrase));
  return [...new Set(found)].filter((n): n is Noun => n !== undefined && !tellingWords(n.one).some((w) => about.has(w)));
}
