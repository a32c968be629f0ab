import { createHash } from 'node:crypto';
import type { Value } from '../../core/correcting/correct';
import type { Field, InLanguages } from '../../core/listing/proof';
import { bareLanguage } from '../../core/translating/translator';
import { translator } from './translating';

/** A mark of what a text said when it was translated: the beginning of the SHA-256 of it. */
export const markOf = (value: Value): string =>
  createHash('sha256').update(JSON.stringify(value)).digest('base64url').slice(0, 16);

/** Was a field translated from words that are others by now? Also where a person has taken the translation as theirs. */
export const isOlder = (field: Field<Value> | null | undefined, source: Value | undefined): boolean =>
  field?.of !== undefined && field.value.length > 0 && source !== undefined && markOf(source) !== field.of;

/** What a field says in the first of the translator’s languages that it is written in; undefined where it has none of them, or is that itself. */
export function sourceOf(field: InLanguages<Value> | undefined, language: string): Value | undefined {
  const { from } = translator();
  const [found] = Object.keys(field ?? {})
    .filter((tag) => from.includes(bareLanguage(tag)))
    .sort((a, b) => a.length - b.length || (a < b ? -1 : 1));
  return found === undefined || found === language ? undefined : field![found]!.value;
}

/** A field in one language as a person writes it: what it was translated from, they had before them. */
export function handWritten<T extends Value>(field: InLanguages<T> | undefined, language: string, value: T): Field<T> {
  const [was, source] = [field?.[language], sourceOf(field, language)];
  const translated = was?.of !== undefined && source !== undefined;
  return { value, from: 'hand', made: was?.made ?? null, ...(translated && { of: markOf(source) }) };
}
