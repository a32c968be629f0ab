import type { Audience } from './blank';

/** One sentence of a product text, whom it speaks to, and what decided that. */
export interface Sentence {
  text: string;
  for: Audience;
  by?: string;
}

const SPLIT = new Intl.Segmenter('en', { granularity: 'sentence' });
/** Behind these a full stop ends no sentence, whatever follows. */
const SHORTENED = /(?:^|[\s(])(?:approx|ca|no|nos|max|min|incl|excl|fig|oz|fl|e\.g|i\.e|vs|st|mr|mrs|ms|dr)\.\s*$/i;

/** A text as its sentences, by the rules of Unicode (UAX #29, section 5) and without a break behind what is only shortened. */
export function splitSentences(text: string): string[] {
  const out: string[] = [];
  for (const { segment } of SPLIT.segment(text.replace(/\s+/g, ' '))) {
    const last = out.at(-1);
    if (last !== undefined && SHORTENED.test(last)) out[out.length - 1] = last + segment;
    else out.push(segment);
  }
  return out.map((s) => s.trim()).filter(Boolean);
}

/**
 * The rules by which a sentence is taken for one that sellers are meant to read: the first whose words stand in it. Common practice, no
 * single source: texts of print houses mix the two, and only what helps a buyer belongs in a listing.
 */
export const SELLER_RULES: readonly { name: string; signs: RegExp }[] = [
  { name: 'where the house buys', signs: /\b(sourced|suppliers?|wholesale|mills?)\b/i },
  {
    name: 'how many are ordered',
    signs: /\b(minimum order|no minimum|(bulk|volume) (rates?|prices?)|from \d+ (pieces|sheets|units))\b/i,
  },
  {
    name: 'a brand of one’s own',
    signs: /\b(white[- ]label|(your|own) (inside |neck )?(label|logo|brand|packing)|inside label|add your own)\b/i,
  },
  { name: 'samples', signs: /\border (a|your) sample\b/i },
  {
    name: 'files for printing',
    signs:
      /\b(print files?|artwork files?|templates?|upload\w*|px|ppi|dpi|bleed|(front|print) area|the area\b|your (design|picture|print)\b|lettering|sRGB|CMYK|transparency)\b/i,
  },
  {
    name: 'what comes out in print',
    signs: /\b((fine )?lines? under|strokes? under|show through|fine lines|works best with)\b/i,
  },
  {
    name: 'how the house works',
    signs:
      /\b(we (print|cut|post)|printed (again|one at a time)|production|fulfil\w*|stock levels?|at our cost|is not printed)\b/i,
  },
  { name: 'prices of one’s own', signs: /\b(retail at|your (price|margin|profit)|list price|before you (promise|publish))\b/i },
];

/** Whom a sentence speaks to by the rules. */
export function judged(text: string): Sentence {
  const rule = SELLER_RULES.find((r) => r.signs.test(text));
  return rule ? { text, for: 'sellers', by: rule.name } : { text, for: 'buyers' };
}

/** A mixed product text split; what a hand has said of a sentence before counts more than the rules. */
export const splitText = (text: string, byHand: ReadonlyMap<string, Audience> = new Map()): Sentence[] =>
  splitSentences(text).map((sentence) => {
    const said = byHand.get(sentence);
    return said ? { text: sentence, for: said, by: 'hand' } : judged(sentence);
  });
