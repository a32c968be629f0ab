/** Names in what a sentence about a proof may speak of. */
interface Names {
  artwork: string;
  docket: string;
  plan: string;
  outlet: string;
}

/** What a proof was made from and what has changed since, as sentences. */
const SENTENCES: Record<string, (n: Names) => string> = {
  artwork: (n) => `“${n.artwork}” has another file since.`,
  placement: (n) => `“${n.artwork}” sits otherwise on the goods of “${n.docket}”, or is offered in other colours, since.`,
  goods: (n) => `The goods of “${n.docket}” were changed since.`,
  pictures: (n) => `The shot list of “${n.docket}” was changed since.`,
  words: (n) => `The wording of “${n.docket}” was changed since.`,
  phrasebook: () => 'What the phrasebook says of it was changed since.',
  prices: (n) => `“${n.docket}” follows another price plan since.`,
  plan: (n) => `The price plan “${n.plan}” was changed since.`,
  blank: () => 'The print house offers its blank differently since.',
  rules: (n) => `${n.outlet} changed its rules since.`,
  scene: () => 'A scene that it shows was replaced since.',
};

/** Why a proof is out of date, as a sentence. */
export const staleSentence = (code: string, names: Names): string => SENTENCES[code]?.(names) ?? code;
