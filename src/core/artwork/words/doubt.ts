import { editDistance, tokens, type SaidLine } from './words';

/** Words less sure than this are underlined. */
export const SURE_ENOUGH = 0.8;

/** A word that was read, lower case, with how sure it is and what the file's name says instead, where that is near. */
export interface DoubtedWord {
  text: string;
  sure: number;
  instead: string | null;
}

/**
 * The words of an artwork one by one. An unsure one is held against the words of the file's name: one that is nearly the
 * same, and does not stand elsewhere in what was read, is offered in its place. Nothing is put right by itself.
 */
export function doubts(said: SaidLine[], fileName: string): DoubtedWord[] {
  const named = tokens(fileName.replace(/\.[a-z0-9]{2,5}$/i, '').replace(/[_\-.+]+/g, ' '));
  const read = said.flatMap((l) => l.text.split(' '));
  return said.flatMap((line) =>
    line.text.split(' ').map((word, i): DoubtedWord => {
      const sure = line.sure?.[i] ?? line.confidence;
      const reach = word.length > 5 ? 2 : 1;
      const near = named.find((n) => n !== word && n.length > 2 && !read.includes(n) && editDistance(n, word) <= reach);
      return { text: word.toLowerCase(), sure, instead: sure < SURE_ENOUGH && near ? near.toLowerCase() : null };
    }),
  );
}
