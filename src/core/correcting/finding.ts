import { literal, WORD } from '../word-pattern';
import { RE2JS } from 're2js';
import { plural } from '../copy/plural';
import { inSentence, titled, withArticle } from '../writing/grammar';

/** How what is looked for stands there: anywhere, as whole words, as all of a text or tag, or told by a regular expression (RE2). */
export const WAYS_OF_FINDING = ['plain', 'word', 'whole', 'pattern'] as const;
export type WayOfFinding = (typeof WAYS_OF_FINDING)[number];

/** Instructions that a pattern may come to: matching takes so many steps for each letter of a text, at most. */
const MOST_INSTRUCTIONS = 400;

/**
 * A regular expression that a seller wrote, to be matched in time linear in the text (RE2 syntax), so that none runs without end. Throws
 * where it cannot be read, or is too large.
 */
export function patternOf(what: string, exact: boolean): RE2JS {
  const pattern = RE2JS.compile(what, RE2JS.MULTILINE | (exact ? 0 : RE2JS.CASE_INSENSITIVE));
  if (pattern.programSize() > MOST_INSTRUCTIONS) throw new Error('it repeats too much');
  return pattern;
}

/** No text has more characters than that, whatever is put into it. */
export const MOST_TEXT = 100_000;
/** What is put would make a text too long to be one. */
export class TooMuch extends Error {}
/** Counts what a text becomes while it is made; throws TooMuch. */
function growing(length: number): (found: string, put: string) => string {
  let size = length;
  return (found, put) => {
    size += put.length - found.length;
    if (size > MOST_TEXT) throw new TooMuch();
    return put;
  };
}

/** A text with the capitals of another: all of them, one a word, one at the beginning, or as it was typed. */
export function withCaseOf(found: string, put: string): string {
  const letters = found.replace(/[^\p{L}]/gu, '');
  if (letters.length > 1 && letters === letters.toUpperCase() && letters !== letters.toLowerCase()) return put.toUpperCase();
  const words = found.match(/\p{L}+/gu) ?? [];
  const capitals = words.filter((w) => /^\p{Lu}/u.test(w)).length;
  if (words.length && capitals === words.length) return words.length > 1 || /\s/.test(put) ? titled(put) : upperFirst(put);
  return capitals && /^[^\p{L}]*\p{Lu}/u.test(found) ? upperFirst(put) : put;
}
const upperFirst = (text: string): string => text.replace(/\p{L}/u, (l) => l.toUpperCase());

/** The last few that were looked for: a correction looks for the same in thousands of texts. */
const FEW = 64;
const expressions = new Map<string, RegExp>();
function expression(source: string, flags: string): RegExp {
  const key = `${flags} ${source}`;
  let found = expressions.get(key);
  if (!found) {
    if (expressions.size >= FEW) expressions.delete(expressions.keys().next().value!);
    expressions.set(key, (found = new RegExp(source, flags)));
  }
  return found;
}
let lastPattern: { key: string; pattern: RE2JS } | undefined;
function lastPatternOf(what: string, exact: boolean): RE2JS {
  const key = `${exact} ${what}`;
  if (lastPattern?.key !== key) lastPattern = { key, pattern: patternOf(what, exact) };
  return lastPattern.pattern;
}

export interface Replacing {
  what: string;
  put: string;
  how: WayOfFinding;
  exact: boolean;
  keepCase: boolean;
}

/** Replaces what is found; in patterns `$1` stands for what its first group found. Throws TooMuch. */
export function replaced(text: string, { what, put, how, exact, keepCase }: Replacing): string {
  const grown = growing(text.length);
  if (how === 'pattern') {
    return lastPatternOf(what, exact)
      .matcher(text)
      .replaceAll((found: string, ...groups: unknown[]) => {
        const said = put.replace(/\$(\d|[&$])/g, (_, n: string) =>
          n === '$' ? '$' : n === '&' || n === '0' ? found : ((groups[Number(n) - 1] as string | undefined) ?? ''),
        );
        return grown(found, keepCase ? withCaseOf(found, said) : said);
      });
  }
  const flags = exact ? 'gu' : 'giu';
  const found = (all: string) => grown(all, keepCase ? withCaseOf(all, put) : put);
  if (how === 'whole') return text.replace(expression(`^\\s*${literal(what.trim())}\\s*$`, flags.replace('g', '')), found);
  const { before, after } = how === 'word' ? WORD : { before: '', after: '' };
  return text.replace(expression(before + literal(what) + after, flags), found);
}

export interface Noun {
  one: string;
  many: string;
}
/** A noun as it may be written: in parts that stand apart, are joined by a hyphen, or are one word. */
const spelt = (noun: string): string =>
  noun
    .trim()
    .split(/[\s-]+/)
    .map(literal)
    .join('[\\s-]?');

/**
 * Puts one noun in the place of another wherever it stands as a word of its own: one or many, with the capitals of what stood there,
 * and with the article that its sound asks for.
 */
export function nounSwapped(text: string, from: Noun, to: Noun): string {
  const forms: [RegExp, string][] = [
    [from.many || plural(from.one), to.many || plural(to.one)],
    [from.one, to.one],
  ].map(([was, is]) => [
    expression(`(?:(${WORD.before}an?)(\\s+))?${WORD.before}(${spelt(was!)})${WORD.after}`, 'giu'),
    inSentence(is!),
  ]);
  return forms.reduce(
    (said, [find, is]) =>
      said.replace(find, (_: string, article: string | undefined, gap: string | undefined, found: string, at: number) => {
        // the capital of “T-shirt” is a letter's own; where a sentence begins there is one all the same
        const own = /^\p{Lu}-\p{Ll}/u.test(found);
        const begins = /(^|[.!?…\n]\s*)$/.test(said.slice(0, at));
        const put = own ? (begins && !article ? upperFirst(is) : is) : withCaseOf(found, is);
        return article ? withCaseOf(article, withArticle(is).split(' ')[0]!) + gap! + put : put;
      }),
    text,
  );
}
