/** A language tag in its canonical form, or null for one that is not well formed (BCP 47: RFC 5646, section 2.1 and 4.5). */
export function canonicalLanguage(tag: string): string | null {
  try {
    return Intl.getCanonicalLocales(tag)[0] ?? null;
  } catch {
    return null;
  }
}

/** The one of the tags at hand that serves a wanted one: itself, else the same with less said (RFC 4647, section 3.4: lookup). */
export function lookUp(wanted: string, among: readonly string[]): string | null {
  const same = (range: string) => among.find((a) => a.toLowerCase() === range.toLowerCase());
  const parts = wanted.split('-');
  while (parts.length) {
    const found = same(parts.join('-'));
    if (found) return found;
    parts.pop();
    // a single letter that begins what follows goes with it
    if (parts.at(-1)?.length === 1) parts.pop();
  }
  return null;
}
