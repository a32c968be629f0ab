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

let opened: Translator | undefined;
/** The translator of the house: the built-in one, until another takes its place. */
export function translator(): Translator {
  const folder = join(process.env.PRESS_ROOT ?? process.cwd(), 'src/core/translating/tables');
  return (opened ??= builtIn(tablesFrom((name) => readFileSync(join(folder, `${name}.csv`), 'utf8'))));
}

/** What a translator made, by field. */
export type Translations = Record<string, Value>;
/** A proof whose words are to be translated into the language that its row is read in. */
export interface ToBeTranslated {
  row: WordsRow;
  rules: RulesDocument | null;
  translated?: Translations;
}

/** Texts between two languages, each once, and who waits for them. */
interface Group {
  from: string;
  to: string;
  texts: Map<string, ToTranslate>;
  put: ((said: ReadonlyMap<string, string>) => void)[];
}

/** What a motif is called: that stays as it is in every language. */
const namesOf = (names: ReadonlyMap<string, string[]>, { artworkId, artwork }: WordsRow): string[] => {
  const its = names.get(artworkId) ?? [];
  return [...its, motifName(its.length ? its : [artwork])];
};
const kindOf = (value: Value, rule: RulesDocument['texts'][string] | undefined): ToTranslate['kind'] =>
  Array.isArray(value) || (rule && isLine(rule)) ? 'line' : 'long';

/** Fields that steps translate. */
const translatedBy = (steps: readonly Step[]): string[] => [...new Set(steps.filter((s) => s.does === 'translate').flatMap((s) => s.fields))]; // prettier-ignore

/**
 * Has the fields of proofs translated that steps ask for, all in one question: what of them stands in a language that the translator comes
 * from. What a person wrote in this language is not translated over.
 */
export async function withTranslations(tx: Tx, all: readonly ToBeTranslated[], steps: readonly Step[]): Promise<void> {
  const fields = translatedBy(steps);
  if (!fields.length || !all.length) return;
  const it = translator();
  const sources = await otherLanguages(tx, all.map((w) => w.row.id), fields, it.from); // prettier-ignore
  const names = await motifNames(tx, [...new Set(all.map((w) => w.row.artworkId))]);
  /** Texts by the languages that they come from and go to; each once. */
  const asked = new Map<string, Group>();
  for (const words of all) {
    const { row, rules } = words;
    const to = row.language && bareLanguage(row.language);
    if (!to || !rules || !it.to.includes(to)) continue;
    words.translated = {};
    for (const field of fields) {
      const source = sources.get(`${row.id} ${field}`);
      const is = row.fields[field];
      const own = is && isKept(is.from) && is.from !== 'translated' && is.value.length > 0;
      if (!source || own || bareLanguage(source.language) === to) continue;
      const key = `${bareLanguage(source.language)} ${to}`;
      const group: Group = asked.get(key) ?? { from: bareLanguage(source.language), to, texts: new Map(), put: [] };
      asked.set(key, group);
      const rule = rules.texts[field];
      const kind = kindOf(source.value, rule);
      const keep = namesOf(names, row);
      const texts = Array.isArray(source.value) ? source.value : [source.value];
      const keys = texts.map((text) => {
        const k = JSON.stringify([text, kind, keep]);
        group.texts.set(k, { text, kind, keep });
        return k;
      });
      group.put.push((said) => {
        const made = keys.map((k) => said.get(k)!);
        words.translated![field] = Array.isArray(source.value) ? [...new Set(made)] : made[0]!;
      });
    }
  }
  for (const { from, to, texts, put } of asked.values()) {
    const keys = [...texts.keys()];
    const made = await it.translate([...texts.values()], from, to);
    const said = new Map(keys.map((k, i) => [k, made[i]!.text]));
    for (const p of put) p(said);
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
  const sources = await otherLanguages(tx, by.map((w) => w.row.id), fields, translator().from); // prettier-ignore
  const names = await motifNames(tx, [...new Set(by.map((w) => w.row.artworkId))]);
  for (const { row, rules } of by)
    for (const field of fields) {
      const [is, source, rule] = [row.fields[field], sources.get(`${row.id} ${field}`), rules?.texts[field]];
      if (is?.from !== 'translated' || !source || source.language === row.language) continue;
      const found = leftAsItCame(source.value, is.value, kindOf(source.value, rule), namesOf(names, row));
      if (found.length) left.set(`${row.id} ${field}`, found);
    }
  return left;
}
