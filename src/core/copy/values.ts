/** Everything that a pattern may speak of, by group, each as a person is told of it: editors complete from this, patterns are checked by it. */
export const VALUES = {
  written: {
    title: 'a title, written from the artwork: parts that fill each outlet’s limit',
    short: 'a few words, written from the artwork',
    long: 'a description, written from artwork and goods',
    tags: 'tags, written from the artwork',
  },
  phrase: {
    long: 'from the phrasebook: what it says at length of the nearest subject',
    short: 'from the phrasebook, in a few words',
    tags: 'the phrasebook’s tags of all that was called up',
    person: 'whom it is for: “sailor”',
    people: 'whom it is for: “sailors”',
    occasion: 'for when it is: “a birthday”',
  },
  searched: { tags: 'phrases that are searched of what it shows, those that are worth most first' },
  artwork: {
    name: 'the motif’s name, without what its twins add',
    subject: 'what it shows',
    keywords: 'its keywords, with commas',
    words: 'the words that were read in it',
    audience: 'adult, youth or child',
    occasion: 'its occasion',
    season: 'the season that its words call up',
    marks: 'the marks it bears',
    colours: 'the colours of its inks: “navy, cream and rust”',
  },
  product: {
    noun: 'what it is called: “Shirt”',
    nouns: 'the same for several: “Shirts”',
    name: 'the blank’s name',
    text: 'the print house’s sentences for buyers',
    cloth: 'the sentences of it that tell the material',
    care: 'how to care for it',
    sizes: 'the sizes that are offered, of all goods lines',
    colours: 'the colours that are offered',
    sizeTable: 'its measures in centimetres',
    sizeTableInches: 'its measures in inches',
    sizeTableBoth: 'its measures in centimetres and inches',
    house: 'who prints it',
    files: 'the files that are sold',
  },
  docket: { name: 'the docket’s name' },
  outlet: { name: 'the outlet’s name' },
} as const;

export type ValueGroup = keyof typeof VALUES;
type Group<G extends ValueGroup> = Partial<Record<keyof (typeof VALUES)[G], string>>;

/** What a pattern can speak of. Missing values are absent, never empty text. */
export type WordingSubject = { [G in ValueGroup]?: Group<G> } & {
  /** Entries of the phrasebook by key, for `{{ "key" | phrase }}`. */
  phrases?: (key: string, what: 'long' | 'short' | 'tags') => string | null;
};

/** Every value as it is written in a pattern. */
export const everyValue = (): { value: string; says: string }[] =>
  Object.entries(VALUES).flatMap(([group, values]) =>
    Object.entries(values).map(([name, says]) => ({ value: `${group}.${name}`, says: says })),
  );
