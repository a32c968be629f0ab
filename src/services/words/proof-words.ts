import { motifName } from '../../core/artwork/likeness/motif-name';
import type { WordingSubject } from '../../core/copy/values';
import { corrected, type Cell, type Corrected, type Value } from '../../core/correcting/correct';
import type { Step } from '../../core/correcting/steps';
import { tagProblems, textProblems } from '../../core/listing/check';
import type { Problem } from '../../core/listing/problems';
import type { Field } from '../../core/listing/proof';
import { mainLanguage, type RulesDocument } from '../../core/outlet/rules';
import { motifNames } from '../../data/artwork/artworks';
import type { Tx } from '../../data/database';
import { wordsRows, type WordsRow } from '../../data/line/galley';
import { listOutlets } from '../../data/outlets/outlets';
import { listDockets } from '../../data/stockroom/dockets';
import { isOlder, markOf } from './translated-from';
import { withSources, type ToBeTranslated } from './translating';

/** Why a proof's words stay as they are. */
export const STAYS = [
  'being made',
  'being sent',
  'never drafted',
  'not in this language',
  'without what is asked for',
  'changed meanwhile',
] as const;
export type Stays = (typeof STAYS)[number];

/** Nothing is written into a proof that is being made or sent, or has no words yet. */
export const staysFor = (p: Pick<WordsRow, 'state' | 'drafted' | 'language'>): Stays | null =>
  p.state === 'drafting'
    ? 'being made'
    : p.state === 'sending'
      ? 'being sent'
      : !p.drafted
        ? 'never drafted'
        : p.language === null
          ? 'not in this language'
          : null;

const speaks = (steps: readonly Step[]): boolean => steps.some((s) => s.text && /\{[{%]/.test(s.text));

/** A proof's words, with the rules that they are held against, what it is for, and what steps may speak of. */
export interface Words extends ToBeTranslated {
  docket: string;
  outlet: string;
  subject: WordingSubject;
}

/** Reads words of some proofs, in this transaction or a later one. */
export type WordsReader = (tx: Tx, ids: readonly string[]) => Promise<Words[]>;

/**
 * What reads words of proofs in one language (null: each outlet's own). What they have in common is asked for once. Where steps translate, that
 * is to be done before they are taken, outside of the transaction.
 */
export async function wordsReader(
  tx: Tx,
  fields: readonly string[],
  language: string | null,
  steps: readonly Step[],
): Promise<WordsReader> {
  const outlets = new Map((await listOutlets(tx)).map((o) => [o.id, o]));
  const dockets = new Map((await listDockets(tx)).map((d) => [d.id, d]));
  const languages = Object.fromEntries(
    [...outlets].flatMap(([id, { rules }]) =>
      rules && (language === null || rules.languages.includes(language)) ? [[id, language ?? mainLanguage(rules)]] : [],
    ),
  );
  const nouns = new Map([...dockets].map(([id, d]) => [id, (d.document.lines[0] ?? d.document.downloads)?.noun]));
  return async (tx, ids) => {
    const found = await wordsRows(tx, ids, fields, languages, speaks(steps));
    const named = speaks(steps) ? await motifNames(tx, [...new Set(found.map((p) => p.artworkId))]) : null;
    const words = found.map((row): Words => {
      const [outlet, docket, noun] = [outlets.get(row.outletId), dockets.get(row.docketId)?.name ?? '', nouns.get(row.docketId)];
      return {
        row,
        rules: outlet?.rules ?? null,
        docket,
        outlet: outlet?.name ?? '',
        subject: {
          artwork: {
            name: named ? motifName(named.get(row.artworkId) ?? [row.artwork]) : row.artwork,
            subject: row.about?.subject ?? undefined,
            keywords: row.about?.keywords.join(', '),
            audience: row.about?.audience ?? undefined,
            occasion: row.about?.occasion ?? undefined,
          },
          product: { noun: noun?.one, nouns: noun?.many },
          docket: { name: docket },
          outlet: { name: outlet?.name },
        },
      };
    });
    await withSources(tx, words, steps);
    return words;
  };
}

/** Does an outlet have that field at all? */
export const hasField = (rules: RulesDocument | null, field: string): boolean =>
  rules !== null && (field === 'tags' ? rules.tags !== null : Object.hasOwn(rules.texts, field));

const emptyOf = (field: string): Value => (field === 'tags' ? [] : '');

/** A field of a proof as steps see it; null where its outlet has none of that name. */
export function cellOf({ row, rules, translated }: Words, field: string): Cell | null {
  if (!rules || row.language === null || !hasField(rules, field)) return null;
  const is = row.fields[field];
  return {
    field,
    language: row.language,
    value: is?.value ?? emptyOf(field),
    made: is?.made ?? null,
    translated: translated?.[field] ?? null,
    ...(field === 'tags' ? { tags: rules.tags! } : { text: rules.texts[field] }),
  };
}

/** What a field would say after some steps. */
export const stepsOn = (words: Words, cell: Cell, steps: readonly Step[]): Corrected => corrected(cell, steps, words.subject);

/** What is wrong with a value by the rule of its field. */
export const cellProblems = ({ outlet, rules }: Words, field: string, value: Value): Problem[] =>
  Array.isArray(value)
    ? rules!.tags
      ? tagProblems(rules!.tags, value, outlet)
      : []
    : textProblems(field, rules!.texts[field]!, value, outlet);

/** What a new value breaks that the old one did not. */
export const newlyWrong = (words: Words, field: string, was: Value, is: Value): Problem[] => {
  const known = new Set(cellProblems(words, field, was).map((p) => p.code));
  return cellProblems(words, field, is).filter((p) => !known.has(p.code));
};

/** Where a value is from that somebody put there. */
export type HandSource = 'hand' | 'correction' | 'pattern' | 'translated';
/**
 * A field with a value that a person gave it, or back at what its rule makes. `of`: what it was translated from; a person who writes into a
 * translation, or takes it, has what it comes from before them.
 */
export const fieldWith = (
  was: Field<Value> | null | undefined,
  value: Value,
  from: HandSource,
  of: string | undefined,
): Field<Value> => ({
  value,
  from,
  made: was?.made ?? null,
  ...(of !== undefined && { of }),
});

/** The mark of what a field comes from, once a person has looked at it, or a machine has translated it anew. */
export const markNow = ({ row, sources }: Words, field: string, translates: boolean): string | undefined => {
  const source = sources?.[field];
  return (translates || row.fields[field]?.of !== undefined) && source !== undefined ? markOf(source) : undefined;
};
/** Was a field of a proof translated from words that are others by now? */
export const olderIn = ({ row, sources }: Words, field: string): boolean => isOlder(row.fields[field], sources?.[field]);
