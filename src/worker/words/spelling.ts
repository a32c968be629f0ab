import british from 'dictionary-en-gb';
import american from 'dictionary-en';
import nspell from 'nspell';
import { oneAway } from '../../core/checking/spelling';
import type { Spelling } from '../../services/words/look-over';

const open = (d: { aff: Uint8Array; dic: Uint8Array }) => nspell(Buffer.from(d.aff), Buffer.from(d.dic));
/** So many words are kept looked up. */
const KEPT = 50_000;
/** So many other words are named. */
const MOST = 3;
/** What else a word might be costs some thousand looks into the dictionary: so many words at a time are asked for, the others have no mend. */
const ASKED = 1000;

let opened: Spelling | undefined;
/** English as it is spelt on either side of the sea: a word is right where one of the dictionaries has it. Half a second and 60 MB the first time. */
export function englishSpelling(): Spelling {
  if (opened) return opened;
  const [gb, us] = [open(british), open(american)];
  const right = new Map<string, boolean>();
  const instead = new Map<string, string[]>();
  let asked = 0;
  const correct = (word: string) => us.correct(word) || gb.correct(word);
  return (opened = {
    isRight(word) {
      let is = right.get(word);
      if (is === undefined) {
        is = correct(word);
        if (right.size >= KEPT) right.clear();
        right.set(word, is);
      }
      return is;
    },
    instead(word) {
      const known = instead.get(word);
      if (known || asked++ >= ASKED) return known ?? [];
      const found = oneAway(word).filter(correct).slice(0, MOST);
      if (instead.size >= KEPT) instead.clear();
      instead.set(word, found);
      return found;
    },
    begin: () => void (asked = 0),
  });
}
