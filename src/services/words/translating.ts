import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { motifName } from '../../core/artwork/likeness/motif-name';
import { isLine } from '../../core/copy/ranked';
import type { Value } from '../../core/correcting/correct';
import type { Step } from '../../core/correcting/steps';
import { isKept } from '../../core/listing/proof';
import type { RulesDocument } from '../../core/outlet/rules';
import { builtIn, tablesFrom } from '../../core/translating/built-in';
import { leftAsItCame } from '../../core/translating/left';
import { bareLanguage, type Translator, type ToTranslate } from '../../core/translating/translator';
import { motifNames } from '../../data/artwork/artworks';
import type { Tx } from '../../data/database';
import { otherLanguages, type WordsRow } from '../../data/line/galley';
import { Trouble } from '../trouble';

let opened: Translator | undefined;
/** The translator of the house: the built-in one, until another takes its place. */
export function translator(): Translator {
  const folder = join(process.env.PRESS_ROOT ?? process.cwd(), 'src/core/translating/tables');
  return (opened ??= builtIn(tablesFrom((name) => readFileSync(join(folder, `${name}.csv`), 'utf8'))));
}

/** What a translator made, by field. */
export type Translations = Record<string, Value>;
/** What a translator is to be asked for a field. */
interface Asked {
  from: string;
  to: string;
  texts: ToTranslate[];
  /** They are tags. */
  list: boolean;
}
/** A proof whose words are to be translated into the language that its row is read in. */
export interface ToBeTranslated {
  row: WordsRow;
  rules: RulesDocument | null;
  /** What its fields say in the language that translations come from; only of those that were translated, or are to be. */
  sources?: Record<string, Value>;
  /** What is to be translated of it, by field. */
  asks?: Record<string, Asked>;
  translated?: Translations;
}

/** What a motif is called: that stays as it is in every language. */
const namesOf = (names: ReadonlyMap<string, string[]>, { artworkId, artwork }: WordsRow): string[] => {
  const its = names.get(artworkId) ?? [];
  return [...its, motifName(its.length ? its : [artwork])];
};
const kindOf = (value: Value, rule: RulesDocument['texts'][string] | undefined): ToTranslate['kind'] =>
  Array.isArray(value) || (rule && isLine(rule)) ? 'line' : 'long';

type Sources = Awaited<ReturnType<typeof otherLanguages>>;
const sourcesFor = ({ id, language }: WordsRow, fields: readonly string[], sources: Sources): Record<string, Value> =>
  Object.fromEntries(
    fields.flatMap((f) => {
      const it = sources.get(`${id} ${f}`);
      return it && it.language !== language ? [[f, it.value] as const] : [];
    }),
  );

/** Fields that steps translate. */
const translatedBy = (steps: readonly Step[]): string[] => [...new Set(steps.filter((s) => s.does === 'translate').flatMap((s) => s.fields))]; // prettier-ignore
/** Does a translator have to be asked for some steps? */
export const translates = (steps: readonly Step[]): boolean => translatedBy(steps).length > 0;

/**
 * Reads what fields of proofs were translated from, and what steps ask to be translated of them: what of them stands in a language that the
 * translator comes from. What a person wrote in this language is not translated over.
 */
export async function withSources(tx: Tx, all: readonly ToBeTranslated[], steps: readonly Step[]): Promise<void> {
  const fields = translatedBy(steps);
  const it = translator();
  const read = new Set(fields);
  for (const { row } of all)
    for (const [f, is] of Object.entries(row.fields)) if (is?.of !== undefined || is?.from === 'translated') read.add(f);
  if (!read.size || !all.length) return;
  const sources = await otherLanguages(tx, all.map((w) => w.row.id), [...read], it.from); // prettier-ignore
  for (const words of all) words.sources = sourcesFor(words.row, [...read], sources);
  if (!fields.length) return;
  const names = await motifNames(tx, [...new Set(all.map((w) => w.row.artworkId))]);
  for (const words of all) {
    const { row, rules } = words;
    const to = row.language && bareLanguage(row.language);
    if (!to || !rules || !it.to.includes(to)) continue;
    words.asks = {};
    for (const field of fields) {
      const source = sources.get(`${row.id} ${field}`);
      const is = row.fields[field];
      const own = is && isKept(is.from) && is.from !== 'translated' && is.value.length > 0;
      const from = source && bareLanguage(source.language);
      if (!from || own || from === to) continue;
      const [kind, keep] = [kindOf(source.value, rules.texts[field]), namesOf(names, row)];
      const texts = Array.isArray(source.value) ? source.value : [source.value];
      words.asks[field] = { from, to, texts: texts.map((text) => ({ text, kind, keep })), list: Array.isArray(source.value) };
    }
  }
}

/**
 * Has translated what is to be: one question for each two languages, each text once. Not within a transaction: the translator may be a service
 * outside. Throws where it cannot be reached, or does not answer every text.
 */
export async function translate(all: readonly ToBeTranslated[], it = translator()): Promise<void> {
  const said = new Map<string, Map<string, ToTranslate | string>>();
  const groupOf = ({ from, to }: Asked) => `${from} ${to}`;
  const keyOf = (text: ToTranslate) => JSON.stringify(text);
  for (const { asks } of all)
    for (const asked of Object.values(asks ?? {})) {
      const group = said.get(groupOf(asked)) ?? new Map<string, ToTranslate | string>();
      said.set(groupOf(asked), group);
      for (const text of asked.texts) group.set(keyOf(text), text);
    }
  for (const [languages, group] of said) {
    const [from, to] = languages.split(' ') as [string, string];
    const made = await it.translate([...group.values()] as ToTranslate[], from, to).catch((error: Error) => {
      console.error(`translating ${group.size} texts from ${from} to ${to}:`, error);
      throw new Trouble('trouble', 'The translator cannot be reached just now, and nothing was changed. Try it once more later.');
    });
    if (made.length !== group.size) throw new Error(`the translator answered ${made.length} of ${group.size} texts`);
    [...group.keys()].forEach((key, i) => group.set(key, made[i]!.text));
  }
  for (const words of all)
    for (const [field, asked] of Object.entries(words.asks ?? {})) {
      const made = asked.texts.map((text) => said.get(groupOf(asked))!.get(keyOf(text)) as string);
      (words.translated ??= {})[field] = asked.list ? [...new Set(made)] : made[0]!;
    }
}

/** Translations that were made before, of words that ask for the same now; what says something else meanwhile has none. */
export function takeTranslations(all: readonly ToBeTranslated[], before: ReadonlyMap<string, ToBeTranslated>): void {
  for (const words of all) {
    const then = before.get(words.row.id);
    for (const [field, asked] of Object.entries(words.asks ?? {}))
      if (JSON.stringify(then?.asks?.[field]) === JSON.stringify(asked))
        (words.translated ??= {})[field] = then!.translated![field]!;
  }
}

/** What of machines’ words still stands as it came, by proof and field: nobody has looked at it yet, and this is what to look at first. */
export async function leftByMachines(
  tx: Tx,
  all: readonly ToBeTranslated[],
  fields: readonly string[],
): Promise<Map<string, string[]>> {
  const left = new Map<string, string[]>();
  const by = all.filter((w) => fields.some((f) => w.row.fields[f]?.from === 'translated'));
  if (!by.length) return left;
  const names = await motifNames(tx, [...new Set(by.map((w) => w.row.artworkId))]);
  for (const { row, rules, sources } of by)
    for (const field of fields) {
      const [is, source] = [row.fields[field], sources?.[field]];
      if (is?.from !== 'translated' || source === undefined) continue;
      const found = leftAsItCame(source, is.value, kindOf(source, rules?.texts[field]), namesOf(names, row));
      if (found.length) left.set(`${row.id} ${field}`, found);
    }
  return left;
}
