/** What is to be said in another language. */
export interface ToTranslate {
  text: string;
  /** A line (a title, a tag) is taken apart at its commas, a long text at its sentences. */
  kind: 'line' | 'long';
  /** Words that stay as they are, such as the motif's own name. */
  keep: readonly string[];
}
/** What was made of it. */
export interface Translated {
  text: string;
  /** Pieces or sentences that stay in the language they came in: the translator has no words for them. */
  left: string[];
}
/**
 * Says texts in other languages. The one that ships is built in and works offline; a service outside can take its place by this interface.
 * Whatever it answers is marked as made by a machine, and holds its proof until a person has looked at it.
 */
export interface Translator {
  /** The languages that it comes from and goes to (BCP 47, without regions). */
  from: readonly string[];
  to: readonly string[];
  /** As many answers as texts, in their order. Throws where it cannot be reached. */
  translate(texts: readonly ToTranslate[], from: string, to: string): Promise<Translated[]>;
}

/** A language without its region and script: “de” of “de-AT”. */
export const bareLanguage = (tag: string): string => tag.toLowerCase().split('-')[0]!;
