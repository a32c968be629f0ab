/** Limits on entities that a file declares itself: drawing programs write a dozen short ones, for namespace names. */
const MOST_ENTITIES = 200;
const MOST_EXPANDED = 200_000;

/** Thrown when entities would grow a file past what it is worth. */
export class TooManyEntities extends Error {}

/**
 * Takes the document type out of an XML text and puts the entities that it declares inside itself in their places (XML 1.0,
 * 4.2 and 4.4). Entities that lie outside the file (SYSTEM, PUBLIC) are never fetched: they become nothing. Throws
 * TooManyEntities when there are too many or they grow too far.
 */
export function resolveEntities(source: string): { xml: string; outside: boolean } {
  const type = doctype(source);
  if (!type) return { xml: source, outside: false };
  const declared = new Map<string, string>();
  let outside = false;
  // the first declaration of a name counts (4.2)
  for (const [, name, external, double, single] of type.subset.matchAll(
    /<!ENTITY\s+([\w:.-]+)\s+(?:((?:SYSTEM|PUBLIC)\s[^>]*)|"([^"]*)"|'([^']*)')\s*>/g,
  )) {
    if (external) outside = true;
    if (!declared.has(name!)) declared.set(name!, external ? '' : (double ?? single ?? ''));
    if (declared.size > MOST_ENTITIES) throw new TooManyEntities('entities');
  }
  let expanded = 0;
  const expand = (text: string, within: string[]): string =>
    text.replace(/&([A-Za-z_:][\w:.-]*);/g, (reference, name: string) => {
      const value = declared.get(name);
      if (value === undefined) return reference;
      if (within.includes(name)) throw new TooManyEntities('an entity within itself');
      const whole = expand(value, [...within, name]);
      expanded += whole.length;
      if (expanded > MOST_EXPANDED) throw new TooManyEntities('expansion');
      return whole;
    });
  return { xml: expand(source.slice(0, type.from) + source.slice(type.to), []), outside };
}

/** Where the document type stands, and what is declared inside it. Quoted text and comments may hold any sign. */
function doctype(source: string): { from: number; to: number; subset: string } | null {
  const from = source.search(/<!DOCTYPE\s/i);
  if (from < 0) return null;
  let [quote, open] = ['', -1];
  let subset = '';
  for (let i = from + 9; i < source.length; i++) {
    const sign = source[i]!;
    if (quote) {
      if (sign === quote) quote = '';
    } else if (source.startsWith('<!--', i)) {
      i = source.indexOf('-->', i);
      if (i < 0) return null;
      i += 2;
    } else if (sign === '"' || sign === "'") quote = sign;
    else if (sign === '[' && open < 0) open = i + 1;
    else if (sign === ']' && open >= 0) subset = source.slice(open, i);
    else if (sign === '>' && (open < 0 || subset || source.slice(open, i).trimEnd().endsWith(']')))
      return { from, to: i + 1, subset };
  }
  return null;
}
