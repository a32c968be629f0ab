import pluralize from 'pluralize';

// the library takes it for a plural
pluralize.addPluralRule(/canvas$/i, 'canvases');
pluralize.addSingularRule(/canvas(es)?$/i, 'canvas');

/** The plural of an English noun; of several words the last one's. */
export const plural = (noun: string): string => pluralize.plural(noun);
/** The singular of an English noun; of several words the last one's. */
export const singular = (noun: string): string => pluralize.singular(noun);
