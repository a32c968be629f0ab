import { singular } from './plural';

/** Words that say nothing by themselves. */
const LITTLE = new Set(['a', 'an', 'the', 'and', 'or', 'of', 'for', 'in', 'on', 'with', 'to', 'by', 'at', 'from', 'as', 'is']);

/** The words of a text as they are compared: in small letters and the singular, without those that say nothing. */
export const tellingWords = (text: string): string[] =>
  (text.toLowerCase().match(/[\p{L}\p{N}]+(?:[-’'][\p{L}\p{N}]+)*/gu) ?? []).filter((w) => !LITTLE.has(w)).map(singular);

/** How many words a text has. */
export const wordCount = (text: string): number => text.match(/[\p{L}\p{N}]+(?:[-’'.][\p{L}\p{N}]+)*/gu)?.length ?? 0;
