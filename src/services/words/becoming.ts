import { sameValue, type Cell, type Value } from '../../core/correcting/correct';
import type { Step } from '../../core/correcting/steps';
import type { Field } from '../../core/listing/proof';
import { cellOf, fieldWith, type HandSource, markNow, olderIn, stepsOn, type Words } from './proof-words';

/** What one field of a proof becomes; null where it stays. */
export type Becomes = { was: Value; value: Value } | { lacks: true } | null;
export function becomes(words: Words, field: string, steps: readonly Step[]): Becomes {
  const cell = cellOf(words, field);
  if (!cell) return null;
  const made = stepsOn(words, cell, steps);
  if (!made.ok) return { lacks: true };
  if (isLookedAt(words, field, steps)) return { was: cell.value, value: made.value };
  return sameValue(made.value, cell.value) ? null : { was: cell.value, value: made.value };
}

/** Deeds that decide where a value is from; what others do to it leaves a machine's words a machine's. */
const DECIDING: readonly Step['does'][] = ['translate', 'take', 'back-to-rule', 'set', 'clear'];
const deciding = (steps: readonly Step[], field: string): Step['does'] | undefined =>
  steps.filter((s) => s.fields.includes(field) && DECIDING.includes(s.does)).at(-1)?.does;

/** Does something become of a field also where it says the same: a machine’s words become a person’s, what is older is right as it is? */
function isLookedAt(words: Words, field: string, steps: readonly Step[]): boolean {
  const deed = deciding(steps, field);
  if (deed === 'take') return words.row.fields[field]?.from === 'translated' || olderIn(words, field);
  return deed === 'translate' && words.translated?.[field] !== undefined && olderIn(words, field);
}

/** A field after some steps: where its value is from now, and what it was translated from. */
export function fieldStepped(
  words: Words,
  { field, made, translated }: Cell,
  steps: readonly Step[],
  value: Value,
): Field<Value> {
  const before = words.row.fields[field];
  const into = (from: HandSource, of?: string) => fieldWith(before, value, from, of);
  switch (deciding(steps, field)) {
    case 'take':
      return into('hand', markNow(words, field, false));
    case 'back-to-rule':
      return into(made !== null && sameValue(value, made) ? 'pattern' : 'correction');
    case 'translate':
      return translated ? into('translated', markNow(words, field, true)) : into('correction', before?.of);
    case undefined:
      // nobody has looked whether it still says what it comes from
      return into(before?.from === 'translated' ? 'translated' : 'correction', before?.of);
    default:
      return into('correction');
  }
}
