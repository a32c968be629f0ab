import { closedUp } from '../copy/closed-up';
import { withoutRepeats } from '../copy/without-repeats';
import { singular } from '../copy/plural';
import { tellingWords } from '../copy/telling';
import type { Value } from '../correcting/correct';
import type { Problem } from '../listing/problems';

/**
 * A line is stuffed where more than half of its telling words stood before, or one of them is said five times or more and makes up over 45% of
 * them. Common practice, no single source; fitted so that what our own writer makes is not.
 */
export const STUFFED = { share: 0.5, times: 5, ofOne: 0.45 } as const;
/** Fewer telling words than that are no heap. */
const FEW_WORDS = 6;
/** In a long text one word may be so large a share of all telling words. */
const STUFFED_LONG = 0.12;
const MANY_WORDS = 60;

const NONE: ReadonlySet<string> = new Set();
/** Words that sentences need and that say nothing, in the singular: a long text may say them as often as it likes. */
const OF_SENTENCES: ReadonlySet<string> = new Set(
  'it its this that these those they them their you your we our us he she him her his who whom which what when where why how i me my be am are was were been has have had do does did will would can could should may might must not no nor so but if than then there here up out off over into onto once only just very too also all any each every some such one two more most other another own same both few'
    .split(' ')
    .map(singular),
);

/** How much a text repeats itself: the share of its telling words (singular, no small words) that stood before, and its commonest one. */
export function repetition(
  text: string,
  small: ReadonlySet<string> = NONE,
): { words: number; share: number; word: string; times: number } {
  const words = tellingWords(text).filter((w) => !small.has(w));
  const count = new Map<string, number>();
  for (const w of words) count.set(w, (count.get(w) ?? 0) + 1);
  const [word, times] = [...count].reduce((a, b) => (b[1] > a[1] ? b : a), ['', 0] as [string, number]);
  return { words: words.length, share: words.length ? 1 - count.size / words.length : 0, word, times };
}

/** What was left to be filled in: braces of patterns, square brackets, markup, and what stands for a text that is still to come. */
const LEFT_OVER =
  /\{\{[^}]*\}\}|\{%[^%]*%\}|\[[^\]\n]{1,60}\]|<\/?[a-z][^>\n]{0,80}>|\blorem ipsum\b[^.\n]*\.?|\b(?:to be (?:added|written|filled in)|insert [a-z ]{1,30} here|your (?:text|title|name) here|TBD|TODO|XXX+)\b/giu;
/** Without one of these nothing can be left to be filled in. */
const OPENS = /[{[<]|lorem|to be|insert|your|tbd|todo|xxx/i;
/** Addresses and numbers of persons. E-mail as HTML has it for fields of that kind; telephone numbers by their digits (ITU-T E.164: up to 15). */
const EMAIL = /[\w.!#$%&’'*+/=?^`{|}~-]+@[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?(?:\.[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?)+/giu;
const PHONE =
  /(?<![\d.,×x-])(?:\+\d{1,3}[\s./-]?)?\(?\d{2,5}\)?(?:[\s./-]?\d{2,5}){2,4}(?![\d.,×x-]|\s?(?:mm|cm|px|in|g|gsm|dpi)\b)/gu;
const digits = (text: string): number => text.match(/\d/g)?.length ?? 0;

const found = (text: string, what: RegExp): string[] => [...new Set([...text.matchAll(what)].map((m) => m[0].trim()))];
/** A text without some pieces, closed up where they stood. */
const without = (text: string, pieces: readonly string[]): string =>
  closedUp(pieces.reduce((left, piece) => left.replaceAll(piece, ''), text));

/**
 * What a buyer should not find in a text or in tags, by the words alone: what was left to be filled in, addresses and telephone numbers, and
 * the same said over and over. Nothing of it stops a proof; each has a mend.
 */
export function wordFindings(field: string, value: Value, kind: 'line' | 'long' | 'tags'): Problem[] {
  const text = Array.isArray(value) ? value.join(', ') : value;
  const out: Problem[] = [];
  const tell = (code: string, values: Problem['values'], mended: string | null) => {
    const mend = mended === null ? null : Array.isArray(value) ? mended.split(', ').filter(Boolean) : mended;
    out.push({ code, field, stops: false, values, ...(mend !== null && { mend: { code: 'cut', value: mend } }) });
  };
  const left = OPENS.test(text) ? found(text, LEFT_OVER) : [];
  if (left.length) tell('left-over', { pieces: left }, without(text, left));
  const personal = [
    ...(text.includes('@') ? found(text, EMAIL) : []),
    ...(digits(text) < 9 ? [] : found(text, PHONE)).filter((n) => digits(n) >= 9 && digits(n) <= 15),
  ];
  if (personal.length) tell('personal', { pieces: personal }, without(text, personal));
  if (kind === 'tags') return out;
  const { words, share, word, times } = repetition(text, kind === 'long' ? OF_SENTENCES : undefined);
  const stuffed =
    kind === 'line'
      ? words >= FEW_WORDS && (share > STUFFED.share || (times >= STUFFED.times && times / words > STUFFED.ofOne))
      : words >= MANY_WORDS && times / words > STUFFED_LONG;
  if (stuffed) {
    const less = kind === 'line' ? withoutRepeats(text) : text;
    tell('stuffed', { word, times, share }, less === text ? null : less);
  }
  return out;
}
