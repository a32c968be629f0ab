import type { Value } from '../correcting/correct';
import type { Noun } from '../correcting/finding';
import type { Problem } from '../listing/problems';
import { judged, SELLER_RULES, splitSentences } from '../stock/sentences';
import { unstated } from './claims';
import { MOST_WHAT, type Check, type Finding } from './checks';
import type { HouseLists } from './house-words';
import { nounsIn, type OtherNouns } from './nouns';
import { beginning, phrasesIn } from './piece';
import { unknownWords } from './spelling';
import { wordFindings } from './words';

/** What is known of the goods that a listing is for. */
export interface GoodsTold {
  /** What they are called first. */
  noun: Noun;
  others: OtherNouns;
  /** Everything that is stated of them to buyers: names, sentences, care. */
  stated: string;
  /** The same as sentences are compared. */
  statedKey: string;
  /** Sentences of their blanks, as they are compared, by whom they are for. */
  sentences: { buyers: ReadonlySet<string>; sellers: ReadonlySet<string> };
  /** It sells files, or is made of what its buyer sends: what is said of pixels and pictures is for buyers. */
  files: boolean;
}
/** A field of a listing that is looked over. */
export interface LookedField {
  field: string;
  label: string;
  kind: 'line' | 'long' | 'tags';
  value: Value;
  /** What is wrong with it by its outlet’s rule. */
  problems: Problem[];
  /** A machine translated it, and nobody has looked at it. */
  byMachine?: boolean;
  /** What it was translated from says something else by now. */
  older?: boolean;
  /** So many tags may stand there. */
  places?: number;
}
export interface Looked {
  /** BCP 47. */
  language: string;
  outlet: string;
  fields: LookedField[];
  goods: GoodsTold | null;
  /** Everything that the motif is about or says: name, subject, keywords, words that it shows. */
  motif: string;
}
/** What listings are looked over by. */
export interface LookedBy {
  lists: HouseLists;
  /** Is a word spelt right? In English alone. */
  known: (word: string) => boolean;
}

/** Fewer tags than that are told, where more may stand: common practice, no single source. */
export const FEW_TAGS = 6;
/** So many findings of one check are kept of one field: more say nothing further. */
const MOST_OF_ONE = 20;

/** Sentences as they are compared: without what spaces and capitals differ by. */
export const sentenceKey = (sentence: string): string => sentence.toLowerCase().replace(/\s+/g, ' ').trim();

const textOf = (value: Value): string => (Array.isArray(value) ? value.join(', ') : value);

/** Looks a listing’s words over in one language. What needs other listings, `same-title` and `alike`, is not in it. */
export function lookOver({ language, outlet, fields, goods, motif }: Looked, { lists, known }: LookedBy): Finding[] {
  const out: Finding[] = [];
  const english = /^en\b/i.test(language);
  for (const f of fields) {
    const text = textOf(f.value);
    const counts = new Map<Check, number>();
    const tell = (check: Check, what: string, values: Finding['values'] = {}) => {
      const cut = beginning(what, MOST_WHAT);
      const n = counts.get(check) ?? 0;
      if (!cut.trim() || n >= MOST_OF_ONE || lists.isLeft(check, cut)) return;
      counts.set(check, n + 1);
      out.push({ check, field: f.field, language, what: cut, values });
    };
    for (const p of f.problems) {
      if (/-missing$/.test(p.code)) tell('missing', f.label, { label: f.label });
      else tell('limits', f.label, { code: p.code, ...p.values });
    }
    if (!text && !f.problems.length && !Array.isArray(f.value)) tell('missing', f.label, { label: f.label });
    if (Array.isArray(f.value) && f.places && f.value.length < Math.min(FEW_TAGS, f.places))
      tell('missing', f.label, { count: f.value.length, places: f.places });
    if (!text) continue;
    if (f.byMachine) tell('by-machine', f.label);
    // what a machine said is mended otherwise than what somebody wrote: they are two things in the list
    if (f.older) tell('older', f.byMachine ? `${f.label} by machine` : f.label, { byMachine: f.byMachine === true });
    for (const p of wordFindings(f.field, f.value, f.kind)) {
      if (p.code === 'stuffed') tell('stuffed', String(p.values.word), { ...p.values, long: f.kind === 'long' });
      else for (const piece of p.values.pieces as string[]) tell(p.code as Check, piece);
    }
    for (const word of phrasesIn(text, lists.barredAt(outlet))) tell('barred', word);
    for (const word of phrasesIn(text, lists.trademarks)) tell('trademark', word);
    if (!english) continue;
    for (const word of unknownWords(text, f.kind === 'long', known)) tell('spelling', word.toLowerCase());
    if (!goods) continue;
    for (const noun of nounsIn(text, f.kind, goods.others, motif))
      tell('other-noun', `${noun.one} → ${goods.noun.one}`, { from: noun, to: goods.noun });
    for (const claim of unstated(text, goods.stated, motif)) tell('claims', claim);
    if (f.kind === 'long') for (const s of sellersIn(text, goods)) tell('sellers', s);
  }
  return out;
}

/** A seller says of themself what a print house says of itself: “We print each one to order”. */
const OWN_VOICE: ReadonlySet<string> = new Set(['how the house works']);
const OF_FILES = 'files for printing';

/** Sentences of a text that sellers are meant to read. */
function sellersIn(text: string, { sentences, files }: GoodsTold): string[] {
  // most texts have none: that is found out without taking them apart
  const key = sentenceKey(text);
  if (!SELLER_RULES.some((r) => r.signs.test(text)) && ![...sentences.sellers].some((s) => key.includes(s))) return [];
  return text.split('\n').flatMap((line) =>
    splitSentences(line).filter((s) => {
      const k = sentenceKey(s);
      if (sentences.sellers.has(k)) return true;
      const { by } = judged(s);
      return by !== undefined && !OWN_VOICE.has(by) && !(files && by === OF_FILES) && !sentences.buyers.has(k);
    }),
  );
}
