import { lengthOf, shorten } from '../outlet/length';
import { mainLanguage, type RulesDocument, type TextRule } from '../outlet/rules';
import type { FieldName, Mend, Problem } from './problems';
import { tagsIn, textIn, type Field, type ProofFields } from './proof';

/** The parts of a proof that an outlet's rules look at. */
export interface Checked {
  fields: ProofFields;
  /** What each price keeps, with the word for what it is the price of. */
  prices: { label: string; keepMinor: number }[];
  pictures: number;
  wantedPictures: number;
  /** Bytes of each file that buyers get at once. */
  downloads?: readonly { bytes: number }[];
}

const OWN_CODES: Record<string, string> = { title: 'title', description: 'description' };

/** What is wrong with one text by its outlet's rule. */
export function textProblems(name: FieldName, rule: TextRule, text: string, outlet: string): Problem[] {
  const own = OWN_CODES[name] ?? 'text';
  const length = lengthOf(text, rule.counted);
  const values = { label: rule.label.toLowerCase(), outlet, limit: rule.limit, length, counted: rule.counted };
  const stop = { field: name, stops: true };
  if (length > rule.limit) {
    const mend: Mend = { code: 'shorten', value: shorten(text, rule.limit, rule.counted) };
    return [{ code: `${own}-too-long`, ...stop, values, mend }];
  }
  return !text && rule.required ? [{ code: `${own}-missing`, ...stop, values: own === 'text' ? values : {} }] : [];
}

/** What is wrong with tags by their outlet's rule: how many, how long, and none twice. */
export function tagProblems(rule: NonNullable<RulesDocument['tags']>, tags: readonly string[], outlet: string): Problem[] {
  const { max, minLength: min, maxLength, counted } = rule;
  const problems: Problem[] = [];
  const stop = (code: string, values: Problem['values'], mend: Mend) =>
    problems.push({ code, field: 'tags', stops: true, values, mend });
  if (tags.length > max)
    stop('too-many-tags', { count: tags.length, outlet, max }, { code: 'keep-first', value: tags.slice(0, max) });
  const wrong = tags.filter((t) => lengthOf(t, counted) > maxLength || lengthOf(t, counted) < min);
  if (wrong.length)
    stop('tag-length', { min, max: maxLength, tags: wrong }, { code: 'drop', value: tags.filter((t) => !wrong.includes(t)) });
  const repeated = tags.filter((t, i) => tags.indexOf(t) !== i);
  if (repeated.length) stop('tag-repeated', { tags: repeated }, { code: 'drop-repeats', value: [...new Set(tags)] });
  return problems;
}

/** What a machine said waits for a person's look before it is passed; taking it as it is makes it theirs. */
export const machineProblems = (
  name: FieldName,
  field: Pick<Field<string | string[]>, 'from' | 'value'> | null | undefined,
): Problem[] =>
  field?.from === 'translated'
    ? [{ code: 'by-machine', field: name, stops: true, values: { what: name }, mend: { code: 'take', value: field.value } }]
    : [];

/** Holds a proof against an outlet's rules, in the outlet's own way of counting. Problems of further languages name theirs. */
export function checkAgainst(rules: RulesDocument, outlet: string, proof: Checked): Problem[] {
  const problems: Problem[] = [];
  const stop = (field: FieldName, code: string, values: Problem['values'] = {}) =>
    problems.push({ code, field, stops: true, values });
  const { fields } = proof;
  const language = mainLanguage(rules);
  for (const [name, rule] of Object.entries(rules.texts))
    problems.push(
      ...textProblems(name, rule, textIn(fields, name, language), outlet),
      ...machineProblems(name, fields.words[name]?.[language]),
    );
  if (rules.tags)
    problems.push(
      ...tagProblems(rules.tags, tagsIn(fields, language), outlet),
      ...machineProblems('tags', fields.tags[language]),
    );
  if (!proof.prices.length) stop('prices', 'price-missing');
  const loss = proof.prices.filter((p) => p.keepMinor < 0);
  if (loss.length) stop('prices', 'below-cost', { sizes: loss.map((p) => p.label) });
  if (proof.pictures > rules.pictures.max)
    stop('pictures', 'too-many-pictures', { count: proof.pictures, outlet, max: rules.pictures.max });
  if (proof.pictures < proof.wantedPictures)
    stop('pictures', 'pictures-missing', { missing: proof.wantedPictures - proof.pictures, wanted: proof.wantedPictures });
  const over = downloadsOver(rules, proof.downloads ?? []);
  if (over) stop('downloads', 'downloads-over', { outlet, ...over });
  return problems;
}

/** What of an outlet's limits files that buyers get at once are over. */
function downloadsOver({ downloads: d }: RulesDocument, files: readonly { bytes: number }[]): Problem['values'] | null {
  if (!files.length) return null;
  const largest = Math.max(...files.map((f) => f.bytes));
  if (!d) return { what: 'none' };
  if (files.length > d.files) return { what: 'count', count: files.length, max: d.files };
  return largest > d.bytesEach ? { what: 'bytes', bytes: largest, max: d.bytesEach } : null;
}
