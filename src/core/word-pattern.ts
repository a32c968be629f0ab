/** A text as the source of a pattern that finds it as it stands. */
export const literal = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** What may stand around a whole word in a pattern: no letter or number of any script on either side; what a hyphen joins is one word. */
export const WORD = {
  before: '(?<![\\p{L}\\p{M}\\p{N}])(?<![\\p{L}\\p{N}]-)',
  after: '(?![\\p{L}\\p{M}\\p{N}])(?!-[\\p{L}\\p{N}])',
};
