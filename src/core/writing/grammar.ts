import indefinite from 'indefinite';

/** “a shirt”, “an apron”, “an hour”: by sound. */
export const withArticle = (words: string): string => indefinite(words);

/** Feasts, languages and peoples keep their capitals. */
const PROPER =
  /^(christmas|xmas|halloween|easter|valentine(’s)?|hanukkah|diwali|eid|english|british|scottish|welsh|irish|french|german|spanish|italian|dutch|american|canadian|australian|japanese|european|african|asian|nordic|celtic|victorian|london|paris|rome|berlin)$/i;

/** Words as they stand within a sentence: “Greeting Card” is “greeting card”, “A5 Notebook” is “A5 notebook”, “T-Shirt” is “T-shirt”. */
export const inSentence = (words: string): string =>
  words
    .split(' ')
    .map((w) => {
      if (/\d/.test(w) || (w.length > 1 && w === w.toUpperCase())) return w;
      if (PROPER.test(w)) return capital(w.toLowerCase());
      if (/^\p{L}-/u.test(w)) return w[0]! + w.slice(1).toLowerCase();
      return w.toLowerCase();
    })
    .join(' ');

/** “navy, cream and rust”. */
export const listed = (words: readonly string[], last = 'and'): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)}`;

export const capital = (text: string): string =>
  text.replace(/^([“"‘(]*)(\p{Ll})/u, (_, before: string, l: string) => before + l.toUpperCase());

const SMALL = new Set([
  'a',
  'an',
  'the',
  'and',
  'or',
  'nor',
  'but',
  'of',
  'for',
  'in',
  'on',
  'with',
  'to',
  'by',
  'at',
  'from',
  'as',
]);
/** Words as a title has them: each with a capital but the small ones in its middle. */
export const titled = (text: string): string =>
  text
    .split(' ')
    .map((w, i, all) => (i && i < all.length - 1 && SMALL.has(w.toLowerCase()) ? w.toLowerCase() : w.replace(/(^|-)(\p{Ll})/gu, (_, b: string, l: string) => b + l.toUpperCase())))
    .join(' '); // prettier-ignore

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];
/** Numbers up to twelve in words. */
export const numbered = (n: number): string => NUMBERS[n] ?? String(n);

/** A text as a sentence: with a capital, and an end. */
export const sentence = (text: string): string => {
  const plain = capital(text.trim());
  return /[.!?…][”"’)]*$/.test(plain) ? plain : `${plain}.`;
};

/** The sentences of a text. */
export const sentencesOf = (text: string): string[] =>
  [...new Intl.Segmenter('en', { granularity: 'sentence' }).segment(text)].map((s) => s.segment.trim()).filter(Boolean);
