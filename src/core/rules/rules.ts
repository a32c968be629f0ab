import type { OutletFees, PriceBreakdown } from '../pricing/prices';

/** An outlet's limits and fees, fetched from the outlet as data. */
export interface OutletRules {
  version: string;
  currency: string;
  title: { maxLength: number };
  description: { maxLength: number; format: 'text' | 'html' };
  tags: { max: number; minLength: number; maxLength: number };
  pictures: { max: number; minSidePx: number; maxBytes: number };
  variants: { max: number; axes: number };
  fees: OutletFees;
  /** JSON Schema of what the outlet takes, checked before anything is sent. */
  listingSchema: object;
}

/** `goods` is what is offered: blank, colours, sizes, currency. */
export type FieldName = 'title' | 'description' | 'tags' | 'prices' | 'pictures' | 'artwork' | 'goods';

/** Something wrong with a proof: a sentence with a way out. `stops` keeps the proof from being passed. */
export interface Problem {
  code: string;
  field: FieldName;
  sentence: string;
  stops: boolean;
  /** A mend that the program can make, in words for a button. */
  mend?: { label: string; value: unknown };
}

/** The parts of a proof that the rules look at. */
export interface Checked {
  title: string;
  description: string;
  tags: string[];
  prices: PriceBreakdown[];
  pictures: number;
  wantedPictures: number;
}

/** Shortens at the last comma or word that still fits. */
export function shorten(text: string, max: number): string {
  if (text.length <= max) return text;
  const cut = text.slice(0, max + 1);
  const comma = cut.lastIndexOf(',');
  const at = comma > max * 0.6 ? comma : cut.lastIndexOf(' ');
  return (at > 0 ? cut.slice(0, at) : text.slice(0, max)).replace(/[\s,;:–-]+$/, '');
}

/** Holds a proof against an outlet's rules. Lengths count UTF-16 units, as the outlets' own interfaces do. */
export function checkAgainst(rules: OutletRules, outletName: string, proof: Checked): Problem[] {
  const problems: Problem[] = [];
  const stop = (field: FieldName, code: string, sentence: string, mend?: Problem['mend']) =>
    problems.push({ code, field, sentence, stops: true, ...(mend && { mend }) });
  if (proof.title.length > rules.title.maxLength)
    stop('title', 'title-too-long', `Title is ${proof.title.length} characters; ${outletName} takes ${rules.title.maxLength}.`, {
      label: 'Shorten to fit',
      value: shorten(proof.title, rules.title.maxLength),
    });
  else if (!proof.title) stop('title', 'title-missing', 'There is no title.');
  if (proof.description.length > rules.description.maxLength)
    stop(
      'description',
      'description-too-long',
      `Description is ${proof.description.length} characters; ${outletName} takes ${rules.description.maxLength}.`,
      { label: 'Shorten to fit', value: shorten(proof.description, rules.description.maxLength) },
    );
  else if (!proof.description) stop('description', 'description-missing', 'There is no description.');
  if (proof.tags.length > rules.tags.max)
    stop('tags', 'too-many-tags', `There are ${proof.tags.length} tags; ${outletName} takes ${rules.tags.max}.`, {
      label: `Keep the first ${rules.tags.max}`,
      value: proof.tags.slice(0, rules.tags.max),
    });
  const wrong = proof.tags.filter((t) => t.length > rules.tags.maxLength || t.length < rules.tags.minLength);
  if (wrong.length)
    stop(
      'tags',
      'tag-length',
      `Tags need ${rules.tags.minLength} to ${rules.tags.maxLength} characters: ${wrong.map((t) => `“${t}”`).join(', ')}.`,
      { label: 'Drop them', value: proof.tags.filter((t) => !wrong.includes(t)) },
    );
  const repeated = proof.tags.filter((t, i) => proof.tags.indexOf(t) !== i);
  if (repeated.length)
    stop('tags', 'tag-repeated', `Tags are repeated: ${repeated.join(', ')}.`, {
      label: 'Drop repeats',
      value: [...new Set(proof.tags)],
    });
  if (!proof.prices.length)
    stop('prices', 'price-missing', 'There is no price that meets the plan: fees and margin together take all of it.');
  const loss = proof.prices.filter((p) => p.keepMinor < 0);
  if (loss.length)
    stop('prices', 'below-cost', `Below cost in ${loss.map((p) => p.size).join(', ')}: cost and fees are more than the price.`);
  if (proof.pictures > rules.pictures.max)
    stop('pictures', 'too-many-pictures', `There are ${proof.pictures} pictures; ${outletName} takes ${rules.pictures.max}.`);
  if (proof.pictures < proof.wantedPictures)
    stop(
      'pictures',
      'pictures-missing',
      `${proof.wantedPictures - proof.pictures} of ${proof.wantedPictures} pictures could not be made.`,
    );
  return problems;
}
