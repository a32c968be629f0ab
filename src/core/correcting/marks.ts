import { diffArrays, diffWordsWithSpace } from 'diff';
import type { Value } from './correct';

/** A piece of a text as a proof-reader marks it: it stays, is struck out, or is put in. */
export interface Mark {
  text: string;
  is: 'same' | 'out' | 'in';
}

const markOf = (part: { added?: boolean; removed?: boolean }): Mark['is'] => (part.added ? 'in' : part.removed ? 'out' : 'same');

/**
 * What changes between two texts, word by word. Words that stand alone between two changes are struck and put in again: a reader sees
 * one change there, not three.
 */
export function marked(was: string, is: string): Mark[] {
  const marks = diffWordsWithSpace(was, is).map((p): Mark => ({ text: p.value, is: markOf(p) }));
  const out: Mark[] = [];
  const add = (mark: Mark) => {
    const last = out.at(-1);
    if (!mark.text) return;
    if (last?.is === mark.is) last.text += mark.text;
    else out.push({ ...mark });
  };
  // a change is a run of what goes and what comes, with only gaps between
  let [gone, come] = ['', ''];
  const close = () => {
    add({ text: gone, is: 'out' });
    add({ text: come, is: 'in' });
    [gone, come] = ['', ''];
  };
  marks.forEach((m, i) => {
    if (m.is === 'out') gone += m.text;
    else if (m.is === 'in') come += m.text;
    else if (gone && come && /^[ \t]$/.test(m.text) && i < marks.length - 1) {
      gone += m.text;
      come += m.text;
    } else {
      close();
      add(m);
    }
  });
  close();
  return out;
}

/** Tags that stay, go and come, in the order in which they would stand; one that becomes another stands beside it. */
export function markedTags(was: readonly string[], is: readonly string[]): Mark[] {
  const runs = diffArrays([...was], [...is]).map((p) => p.value.map((text): Mark => ({ text, is: markOf(p) })));
  return runs.flatMap((run, i) => {
    const [before, behind] = [runs[i - 1], runs[i + 1]];
    if (run[0]?.is === 'out' && behind?.[0]?.is === 'in' && behind.length === run.length)
      return run.flatMap((gone, n) => [gone, behind[n]!]);
    return run[0]?.is === 'in' && before?.[0]?.is === 'out' && before.length === run.length ? [] : run;
  });
}

/** What changes in a field, whether it is a text or tags. */
export const marksOf = (was: Value, is: Value): Mark[] =>
  Array.isArray(was) && Array.isArray(is) ? markedTags(was, is) : marked(String(was), String(is));

/** How many pieces go and come: what stands in the margin. */
export const inMargin = (marks: readonly Mark[]): { out: boolean; in: boolean } => ({
  out: marks.some((m) => m.is === 'out' && m.text.trim() !== ''),
  in: marks.some((m) => m.is === 'in' && m.text.trim() !== ''),
});
