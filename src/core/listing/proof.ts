/** Where a field's value comes from. */
export const SOURCES = [
  'pattern',
  'plan',
  'phrasebook',
  'drafted',
  'table',
  'outlet',
  'hand',
  'correction',
  'translated',
] as const;
export type Source = (typeof SOURCES)[number];

/** What a person has said stays when a proof is made anew: by hand, in a correction, in a table; so does what a machine translated for them. */
export const isKept = (from: Source): boolean =>
  from === 'hand' || from === 'correction' || from === 'table' || from === 'translated';

/** A value, where it comes from, and what its rule would make now; null where the rule makes nothing. */
export interface Field<T> {
  value: T;
  from: Source;
  made: T | null;
  /** What it was translated from, as a mark of that text: where that says something else by now, this is older. */
  of?: string;
}
/** One field in each language (BCP 47): what a hand wrote in one of them leaves the others to their rules. */
export type InLanguages<T> = Record<string, Field<T>>;

/** A proof's words: every text that its outlet has, and tags. */
export interface ProofFields {
  words: Record<string, InLanguages<string>>;
  tags: InLanguages<string[]>;
}

/** One picture of a proof, in its order, with what it was made from. */
export interface ProofPicture {
  kind: 'scene' | 'card' | 'kept' | 'free';
  /** The scene, the card or the artwork that it shows. */
  scene: string;
  colour: string;
  /** Its place in the list of pictures that it was made by, from 0. */
  shot?: number;
  /** Its colour, where buyers cannot order it here. */
  notOffered?: string;
  /** Names in the derived shelf; null when it could not be made, or is not there yet. */
  file: string | null;
  small: string | null;
}

/** A colour that is offered; `print` says which of the motif's artworks goes on it: 0 is the proof's own. */
export interface OfferedColour {
  name: string;
  hex: string;
  legibility: number;
  print: number;
  /** The goods line that it belongs to. */
  line: string;
}

/** One thing that a buyer can pick. Costs and prices in minor units of the proof's currency. */
export interface ProofVariant {
  /** The goods line, and what it is called where there are several. */
  line: string;
  colour: string;
  size: string;
  finish: string;
  sku: string;
  costMinor: number;
  postageMinor: number;
  weightG: number | null;
  /** Null when no price meets the plan. */
  priceMinor: number | null;
  from: Source;
  /** What the plan makes of it now. */
  madeMinor: number | null;
}

/** What a field says in a language; empty where it says nothing. */
export const textIn = (fields: ProofFields, name: string, language: string): string =>
  fields.words[name]?.[language]?.value ?? '';
export const tagsIn = (fields: ProofFields, language: string): string[] => fields.tags[language]?.value ?? [];

/** What variants cost differently by: colours of one size share a price. */
export const priceKey = (v: Pick<ProofVariant, 'line' | 'size' | 'finish'>): string => JSON.stringify([v.line, v.size, v.finish]);

/** One variant for each price, in order. */
export function pricedOnce(variants: readonly ProofVariant[]): ProofVariant[] {
  return [...new Map(variants.map((v) => [priceKey(v), v] as const).reverse()).values()].reverse();
}
