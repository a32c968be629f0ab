import type { PhraseInShortView } from '@/api/shapes/words';

/** A line of the index: an entry, and how deep it stands. */
export interface Line {
  entry: PhraseInShortView;
  depth: number;
}

/** Entries as a tree, by name, each below its parent; one whose parent is not there stands at the top. */
export function asTree(entries: readonly PhraseInShortView[]): Line[] {
  const known = new Set(entries.map((e) => e.key));
  const below = new Map<string | null, PhraseInShortView[]>();
  for (const e of entries) {
    const at = e.parent && known.has(e.parent) ? e.parent : null;
    below.set(at, [...(below.get(at) ?? []), e]);
  }
  const lines: Line[] = [];
  const seen = new Set<string>();
  const put = (parent: string | null, depth: number) => {
    for (const entry of (below.get(parent) ?? []).sort((a, b) => a.name.localeCompare(b.name, 'en'))) {
      if (seen.has(entry.key)) continue;
      seen.add(entry.key);
      lines.push({ entry, depth });
      put(entry.key, depth + 1);
    }
  };
  put(null, 0);
  return lines;
}

/** Entries whose name, key or call-up words say what is typed; those above them stand along, so that it is seen where they belong. */
export function found(lines: readonly Line[], typed: string): Line[] {
  const words = typed.trim().toLowerCase();
  if (!words) return [...lines];
  const hits = ({ entry }: Line) => [entry.name, entry.key, ...entry.calls].some((t) => t.toLowerCase().includes(words));
  const shown = new Set<number>();
  lines.forEach((line, i) => {
    if (!hits(line)) return;
    shown.add(i);
    let depth = line.depth;
    for (let j = i - 1; j >= 0 && depth > 0; j--)
      if (lines[j]!.depth < depth) {
        depth = lines[j]!.depth;
        shown.add(j);
      }
  });
  return lines.filter((_, i) => shown.has(i));
}
