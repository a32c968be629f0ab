/** A phrase as it stands in a text: whole words in any case, told by the letters around. What a hyphen joins is one word. */
export function phrasePattern(phrases: readonly string[]): RegExp | null {
  const each = [...new Set(phrases.map((p) => p.trim().toLowerCase()).filter(Boolean))]
    // the longest first: it is what is meant where a shorter one is a part of it
    .sort((a, b) => b.length - a.length)
    .map((p) => p.split(/\s+/).map(escaped).join('\\s+'));
  return each.length ? new RegExp(`(?<![\\p{L}\\p{M}\\p{N}])(?<![\\p{L}\\p{N}]-)(?:${each.join('|')})(?![\\p{L}\\p{M}\\p{N}])(?!-[\\p{L}\\p{N}])`, 'giu') : null; // prettier-ignore
}
const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Pieces of a text that a pattern finds, each once, in small letters. */
export const piecesIn = (text: string, pattern: RegExp | null): string[] =>
  pattern ? [...new Set([...text.matchAll(pattern)].map((m) => m[0].toLowerCase().replace(/\s+/g, ' ')))] : [];
