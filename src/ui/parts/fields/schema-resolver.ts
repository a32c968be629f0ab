import type { ValidateFunction } from 'ajv';
import type { FieldErrors, FieldValues, Resolver } from 'react-hook-form';
import { faultOf, type SchemaFault } from '@/core/schema/fault';

/** Puts a sentence at the field that a path names. */
function putAt(errors: Record<string, unknown>, path: string[], message: string): void {
  let at = errors;
  for (const part of path.slice(0, -1)) at = (at[part] ??= {}) as Record<string, unknown>;
  at[path.at(-1)!] ??= { type: 'schema', message };
}

/** A form's check by Ajv, of the shape that the interface for programs takes: the same sentence stands at the field. */
export function schemaResolver<T extends FieldValues>(check: ValidateFunction): Resolver<T> {
  return (values) => {
    if (check(values)) return { values, errors: {} };
    const errors: Record<string, unknown> = {};
    for (const fault of check.errors as SchemaFault[]) {
      const { field, sentence } = faultOf([fault], 'This');
      const path = (field ?? 'root').split('.');
      // beside the field its last part says enough
      putAt(errors, path, sentence.replace(field ?? 'This', sentenceCase(path.at(-1)!)));
    }
    return { values: {}, errors: errors as FieldErrors<T> };
  };
}
/** A name that is no word of its own is what the label beside it says. */
const sentenceCase = (name: string): string => (/^[a-z]+$/.test(name) ? name[0]!.toUpperCase() + name.slice(1) : 'This');
