import { tellingWords } from './telling';

/** Parts of a line, between commas, that say something new; what said only what stood before goes. */
export function withoutRepeats(line: string): string {
  const said = new Set<string>();
  const kept = line.split(/\s*,\s*/).filter((part, i) => {
    const words = tellingWords(part);
    const fresh = words.some((w) => !said.has(w));
    for (const w of words) said.add(w);
    return i === 0 || fresh;
  });
  return kept.join(', ');
}
