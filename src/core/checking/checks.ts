/** What words of listings are looked over for, in the order in which it is told. */
export const CHECKS = [
  'limits',
  'missing',
  'by-machine',
  'older',
  'left-over',
  'other-noun',
  'personal',
  'barred',
  'trademark',
  'claims',
  'sellers',
  'spelling',
  'stuffed',
  'same-title',
  'alike',
] as const;
export type Check = (typeof CHECKS)[number];

/** Checks whose findings name a field and no piece of it: to leave one as it is would be to leave all that are still to come. */
const OF_FIELDS: ReadonlySet<Check> = new Set(['limits', 'missing', 'by-machine', 'older']);
/** Can what a check found be left as it is, in every listing? */
export const mayBeLeft = (check: Check): boolean => !OF_FIELDS.has(check);

/** How a check is called, and what it means by that. */
export const CHECK_WORDS: Record<Check, { label: string; says: string }> = {
  limits: { label: 'Limits', says: 'Longer, or more, than its outlet takes.' },
  missing: { label: 'Missing', says: 'A text that its outlet needs or that a rule left empty, or few tags.' },
  'by-machine': {
    label: 'Translated by machine',
    says: 'Nobody has looked at it yet: it holds its listing until somebody takes it as it is.',
  },
  older: {
    label: 'Older than what it comes from',
    says: 'Translated, also where somebody has taken it since, from words that are others by now.',
  },
  'left-over': {
    label: 'Left to be filled in',
    says: 'Braces, brackets, markup, and words that stand for what is still to come.',
  },
  'other-noun': { label: 'Another product’s noun', says: 'It is called something that is none of its goods.' },
  personal: { label: 'Personal data', says: 'Addresses and telephone numbers.' },
  barred: { label: 'Barred words', says: 'Words of your own list that are not to be written, everywhere or at one outlet.' },
  trademark: { label: 'May be a trademark', says: 'Words of your own list that may be somebody’s.' },
  claims: { label: 'Not stated of the goods', says: 'A material or a quality that the print house does not state of the blank.' },
  sellers: { label: 'Seller’s sentences', says: 'What a print house tells sellers, in a text for buyers.' },
  spelling: {
    label: 'Spelling',
    says: 'In neither English dictionary, British or American, nor known from the artwork or the goods.',
  },
  stuffed: { label: 'Said over and over', says: 'The same words again and again.' },
  'same-title': { label: 'Same titles', says: 'Two listings of one outlet with the same title.' },
  alike: { label: 'Too alike', says: 'Descriptions at one outlet that share four fifths of their runs of three words.' },
};

/**
 * Something that was found in the words of a proof. `what` names it, so that the same in many listings is one thing to mend: the piece that
 * stands there, or what is wrong with it.
 */
export interface Finding {
  check: Check;
  field: string;
  /** BCP 47. */
  language: string;
  what: string;
  /** What its sentence and its mend need beside. */
  values: Record<string, unknown>;
}
/** What is told of a finding is no longer than that; a piece is cut there. */
export const MOST_WHAT = 500;
