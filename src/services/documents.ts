import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { publishedSchema, type DocumentName, type DocumentOf } from '../core/schema/documents';
import { faultOf } from '../core/schema/fault';
import { Trouble } from './trouble';

const ajv = new Ajv2020({ strict: false });
addFormats(ajv);
const checks = new Map<DocumentName, ValidateFunction>();

function checkOf(name: DocumentName): ValidateFunction {
  let found = checks.get(name);
  if (!found) checks.set(name, (found = ajv.compile(publishedSchema(name))));
  return found;
}

const others = new WeakMap<object, ValidateFunction>();
/** What is wrong with something that came from outside, held against a schema that is not published. */
export function faultIn(schema: object, value: unknown): { field?: string; sentence: string } | null {
  let check = others.get(schema);
  if (!check) others.set(schema, (check = ajv.compile(schema)));
  return check(value) ? null : faultOf(check.errors!, 'It');
}

/** What is wrong with a document by its published schema, as a sentence and the field; null when nothing is. */
export function faultInDocument(name: DocumentName, value: unknown): { field?: string; sentence: string } | null {
  const check = checkOf(name);
  return check(value) ? null : faultOf(check.errors!, 'The document');
}

/** A document that came from outside, held against its published schema. `whose` is the word for where it came from. */
export function checkDocument<N extends DocumentName>(name: N, value: unknown, whose: string): DocumentOf<N> {
  const fault = faultInDocument(name, value);
  if (fault) throw new Trouble('outlet-trouble', `${whose} sent ${name} that cannot be taken: ${fault.sentence}`);
  return value as DocumentOf<N>;
}
