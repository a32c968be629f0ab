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

/**
 * The name of a motif: what the names of its twins share, from the beginning, else from the end. "Keep a light on" and
 * "Keep a light on, navy ink" are "Keep a light on". Where they share nothing it is the first one's name.
 */
export function motifName(names: string[]): string {
  if (names.length < 2) return names[0] ?? '';
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
