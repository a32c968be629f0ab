import british from 'dictionary-en-gb';
import american from 'dictionary-en';
import nspell from 'nspell';
import type { Spelling } from '../../services/words/looking';

const open = (d: { aff: Uint8Array; dic: Uint8Array }) => nspell(Buffer.from(d.aff), Buffer.from(d.dic));
/** So many words are kept looked up. */
const KEPT = 50_000;
/** What else a word might be takes up to a second to find for one that is like none: it is found for so long in all, then left out. */
const SUGGEST_MS = 1500;

let opened: Spelling | undefined;
/** English as it is spelt on either side of the sea: a word is right where one of the dictionaries has it. Half a second and 60 MB the first time. */
export function englishSpelling(): Spelling {
  if (opened) return opened;
  const [gb, us] = [open(british), open(american)];
  const right = new Map<string, boolean>();
  const instead = new Map<string, string[]>();
  let spent = 0;
  return (opened = {
    isRight(word) {
      let is = right.get(word);
      if (is === undefined) {
        is = us.correct(word) || gb.correct(word);
        if (right.size >= KEPT) right.clear();
        right.set(word, is);
      }
      return is;
    },
    instead(word) {
      const known = instead.get(word);
      if (known || spent > SUGGEST_MS) return known ?? [];
      const began = performance.now();
      const found = us.suggest(word).slice(0, 3);
      spent += performance.now() - began;
      if (instead.size >= KEPT) instead.clear();
      instead.set(word, found);
      return found;
    },
    begin: () => void (spent = 0),
  });
}
