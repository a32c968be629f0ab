import { Type, type Static } from '@sinclair/typebox';
import type { Whole } from '../phrasebook/entry';
import { Between, Exactly, OneOf, Words } from '../schema/parts';
import type { RankedPart } from '../copy/ranked';

export const TONES = ['plain', 'warm', 'playful'] as const;
export type Tone = (typeof TONES)[number];

/** What a docket tells its writer. */
export const WritingNote = Exactly(
  {
    tone: Type.Optional(OneOf(TONES)),
    emoji: Type.Optional(Type.Boolean()),
    days: Type.Optional(Between(1, 60, 'working days until it is on its way')),
    use: Type.Optional(Type.Array(Words(60), { maxItems: 12, description: 'words that every text says' })),
    avoid: Type.Optional(Type.Array(Words(60), { maxItems: 60, description: 'words that no text says' })),
    personal: Type.Optional(
      Exactly(
        {
          tells: Type.Array(Words(60), { minItems: 1, maxItems: 8, description: 'what the buyer tells: a name, a year' }),
          days: Type.Optional(Between(1, 60, 'working days that it takes longer')),
        },
        { description: 'it is made for one buyer' },
      ),
    ),
  },
  { description: 'what the writer is told' },
);
export type WritingNote = Static<typeof WritingNote>;

/** Can a writer write a text of an outlet, by its name? What buyers are asked, it cannot. */
export const isWritten = (field: string): boolean => /title|name|description|text|story|summary|short/i.test(field);

/** What a hand asked the writer for, for one proof. */
export const AskedWriting = Exactly({
  roll: Between(0, 1_000_000, 'which throw of the dice: another one makes other texts'),
  seeds: Type.Array(Words(60), { maxItems: 6, description: 'phrases that the texts say' }),
  fields: Type.Array(Type.String({ pattern: '^[a-z][A-Za-z]{0,39}$' }), {
    maxItems: 40,
    description: 'fields that it writes in the place of the docket’s patterns; `tags` too',
  }),
});
export type AskedWriting = Static<typeof AskedWriting>;

/** What is known of a motif. What was not recognised is null, never guessed. */
export interface Motif {
  name: string;
  subject: string | null;
  /** The words that it shows, where they are sure and its name says them. */
  saying: string | null;
  /** It shows no other words beside. */
  saysAll: boolean;
  keywords: string[];
  /** Its inks by name, the most used first. */
  colours: string[];
  picture: 'drawing' | 'photograph' | null;
  repeat: boolean;
  audience: 'adult' | 'youth' | 'child' | null;
  occasion: string | null;
}

/** What one goods line is, as far as its blank states it. */
export interface Goods {
  /** As buyers say it: “Shirt”, “Shirts”. */
  one: string;
  many: string;
  /** Further words that buyers search it by. */
  alsoCalled: string[];
  /** Does it furnish a room? “Wall art” and “decor” are words for such things only. */
  furnishes: boolean;
  /** What the print house says of it to buyers. */
  text: string;
  care: string;
  sizes: string[];
  colours: string[];
}

/** Everything that a text is written from. */
export interface Brief {
  /** BCP 47. */
  language: string;
  /** Names what is written about: choices follow from it. */
  key: string;
  /** Which throw of the dice. */
  roll: number;
  motif: Motif;
  /** Entries of the phrasebook that it calls up, the nearest first. */
  phrases: Whole[];
  goods: Goods[];
  /** The files that it sells, as they are told to buyers; null where it sells none. */
  files: { noun: string; text: string } | null;
  note: WritingNote;
  /** Phrases typed for a selection. */
  seeds: string[];
  /** What is searched of it, worth most first, where that is known in its language: titles say it where there is room. */
  searched?: string[];
}

/** What a writer makes of a brief. */
export interface Written {
  title: RankedPart[];
  short: string;
  long: string;
  tags: string[];
}

/**
 * Writes texts from briefs. The one that ships is built in and works offline; a service outside can take its place by this interface. What it
 * answers is held against the outlets' rules and looked over like any other text.
 */
export interface Writer {
  /**
   * As many answers as briefs, in their order; null for a language that it does not write. The same brief is to give the same text, for a proof
   * that is drafted again would change otherwise. Throws where it cannot be reached: the proof is drafted again later.
   */
  write(briefs: readonly Brief[]): Promise<(Written | null)[]>;
}
