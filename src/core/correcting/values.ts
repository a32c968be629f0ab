import { everyValue } from '../copy/values';

const SPOKEN = [
  'artwork.name',
  'artwork.subject',
  'artwork.keywords',
  'artwork.audience',
  'artwork.occasion',
  'product.noun',
  'product.nouns',
  'docket.name',
  'outlet.name',
];
/** What a step of a correction may speak of: what is known of a proof without making it anew. */
export const correctionValues = (): { value: string; says: string }[] => everyValue().filter((v) => SPOKEN.includes(v.value));
