import pluralize from 'pluralize';

// the library takes it for a plural
pluralize.addPluralRule(/canvas$/i, 'canvases');
pluralize.addSingularRule(/canvas(es)?$/i, 'canvas');

/** The plural of an English noun; of several words the last one's. */
export const plural = (noun: string): string => pluralize.plural(noun);
/** The singular of an English noun; of several words the last one's. */
export function singular(noun: string): string {
  let one = known.get(noun);
  if (one === undefined) {
    one = pluralize.singular(noun);
    if (known.size >= KEPT) known.clear();
    known.set(noun, one);
  }
  return one;
}
/** Texts say the same words again and again, and the library tries a hundred rules for each. */
const KEPT = 20_000;
const known = new Map<string, string>();
