import { COLOUR_NAMES } from '../../colour/names';

/** Words that cannot end a name, nor begin what is left of one. */
const LOOSE = new Set(['in', 'on', 'for', 'with', 'and', 'the', 'a', 'an', 'of', 'to', 'as', 'by']);
const EDGE = /^[\s,;:.()–—-]+|[\s,;:.()–—-]+$/g;

const words = (name: string): string[] => name.trim().split(/\s+/);
/** A word as it is compared: without the signs around it, upper and lower case alike. */
const bare = (word: string): string => word.replace(EDGE, '').toLowerCase();

/** How many words all names share, counted from one end. */
function shared(all: string[][], at: (list: string[], i: number) => string | undefined): number {
  const shortest = Math.min(...all.map((w) => w.length));
  for (let i = 0; i < shortest; i++) {
    const first = bare(at(all[0]!, i)!);
    if (!all.every((w) => bare(at(w, i)!) === first)) return i;
  }
  return shortest;
}

/** What tells one twin from another at the end of a name: a colour or a tone, after a comma, a dash or in brackets. */
const TWIN = new RegExp(
  `\\s*(?:[,;–—]|\\s-|\\()\\s*(?:(?:in|on|for)\\s+)?(?:(?:${[...Object.keys(COLOUR_NAMES), 'light', 'dark', 'pale', 'bright', 'inverted'].join('|')})\\s*)+(?:ink|inks|version|variant|print|art|ground|background|cloth|shirts?)?\\)?$`,
  'i',
);
/** A name without what tells its twin: “Keep a light on, navy ink” is “Keep a light on”. What would be nothing then stays. */
const withoutTwin = (name: string): string => name.replace(TWIN, '').trim() || name;

/**
 * The name of a motif: what the names of its twins share, from the beginning, else from the end. "Keep a light on" and
 * "Keep a light on, navy ink" are "Keep a light on". Where they share nothing it is the first one's name. Of one that stands alone, a colour or tone at its
 * end is taken for what tells it from a twin that is not here.
 */
export function motifName(names: readonly string[]): string {
  if (names.length < 2) return withoutTwin(names[0] ?? '');
  const all = names.map(words);
  const first = all[0]!;
  const begin = first.slice(
    0,
    shared(all, (list, i) => list[i]),
  );
  const count = shared(all, (list, i) => list[list.length - 1 - i]);
  const end = count ? first.slice(-count) : [];
  const trimmed = (list: string[]): string => {
    const part = [...list];
    // a name that ends there, or goes on after a comma, ends on purpose
    const meant = () => all.some((w) => w.length === part.length) || /[,;:.)]$/.test(part.at(-1)!);
    while (part.length && list === begin && !meant() && LOOSE.has(bare(part.at(-1)!))) part.pop();
    while (part.length && list === end && LOOSE.has(bare(part[0]!))) part.shift();
    return part.join(' ').replace(EDGE, '');
  };
  const name = trimmed(begin) || trimmed(end);
  return name ? name[0]!.toUpperCase() + name.slice(1) : names[0]!;
}
