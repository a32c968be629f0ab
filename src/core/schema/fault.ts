/** The parts of a schema check's error that sentences are made of; Ajv's ErrorObject is one. */
export interface SchemaFault {
  keyword: string;
  /** JSON Pointer to the value. */
  instancePath: string;
  params: Record<string, unknown>;
}

const KINDS: Record<string, string> = {
  string: 'text',
  integer: 'a whole number',
  number: 'a number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  null: 'null',
};
const FORMATS: Record<string, string> = { uuid: 'an id', 'date-time': 'a time', uri: 'an address' };

const either = (words: string[]): string =>
  words.length > 1 ? `${words.slice(0, -1).join(', ')} or ${words.at(-1)}` : (words[0] ?? '');
const some = (count: unknown, one: string) => `${Number(count)} ${one}${count === 1 ? '' : 's'}`;

/** What each rule of JSON Schema (2020-12, validation vocabulary) says when it is broken, after the field's name. */
const SAYINGS: Record<string, (p: Record<string, unknown>) => string> = {
  type: (p) =>
    `must be ${either(
      [p.type]
        .flat()
        .flatMap((t) => String(t).split(','))
        .map((t) => KINDS[t] ?? t),
    )}`,
  enum: (p) => `can be ${either((p.allowedValues as unknown[]).map((v) => (v === '' ? 'empty' : String(v))))}`,
  const: (p) => `must be ${String(p.allowedValue)}`,
  format: (p) => `must be ${FORMATS[String(p.format)] ?? String(p.format)}`,
  pattern: () => 'is not written as it should be',
  minLength: (p) => (p.limit === 1 ? 'must not be empty' : `must have at least ${some(p.limit, 'character')}`),
  maxLength: (p) => `can have at most ${some(p.limit, 'character')}`,
  minimum: (p) => `must be at least ${String(p.limit)}`,
  maximum: (p) => `can be at most ${String(p.limit)}`,
  minItems: (p) => `must name at least ${some(p.limit, 'entry').replace(/entrys$/, 'entries')}`,
  maxItems: (p) => `can have at most ${some(p.limit, 'entry').replace(/entrys$/, 'entries')}`,
  uniqueItems: () => 'names the same twice',
  minProperties: () => 'says nothing',
  maxProperties: (p) => `can have at most ${some(p.limit, 'field')}`,
};

const depth = (f: SchemaFault) =>
  f.instancePath.split('/').length + (f.keyword === 'required' || f.keyword === 'additionalProperties' ? 1 : 0);
/** Where one of several shapes is wanted, what is wrong with the nearest of them says most; of equally near ones, each. */
const nearest = (faults: readonly SchemaFault[]): SchemaFault[] => {
  const telling = faults.filter(
    (f) => !/^(anyOf|oneOf|if)$/.test(f.keyword) && !(f.keyword === 'type' && f.params.type === 'null'),
  );
  const among = telling.length ? telling : faults;
  const deepest = Math.max(...among.map(depth));
  return among.filter((f) => depth(f) === deepest);
};

/** Most that are joined by “or”: more is not read. */
const JOINED = 3;

/**
 * What is wrong with a value, as a sentence, and the field it is about (parts joined by dots, list places from 0).
 * `faults` are those of one check and not empty; `whole` is the word for the value itself.
 */
export function faultOf(faults: readonly SchemaFault[], whole: string): { field?: string; sentence: string } {
  const told = nearest(faults).map((f) => saying(f, whole)).filter((t, i, all) => all.findIndex((o) => o.field === t.field) === i); // prettier-ignore
  const first = told[0]!;
  const field = first.field === undefined ? {} : { field: first.field };
  if (told.length === 1 || told.length > JOINED) return { ...field, sentence: `${first.says}.` };
  const ways = told.map((t) => t.says.replace(/ is missing$/, ' must be given'));
  return { ...field, sentence: `${ways.join(', or ')}.` };
}

function saying(fault: SchemaFault, whole: string): { field?: string; says: string } {
  const at = fault.instancePath
    .split('/')
    .slice(1)
    .map((p) => p.replaceAll('~1', '/').replaceAll('~0', '~'));
  const inner = (name: unknown) => [...at, String(name)].join('.');
  if (fault.keyword === 'required') {
    const field = inner(fault.params.missingProperty);
    return { field, says: `${field} is missing` };
  }
  if (fault.keyword === 'additionalProperties' || fault.keyword === 'unevaluatedProperties') {
    const field = inner(fault.params.additionalProperty ?? fault.params.unevaluatedProperty);
    return { field, says: `${field} is not a field here` };
  }
  const field = at.join('.') || undefined;
  return { field, says: `${field ?? whole} ${SAYINGS[fault.keyword]?.(fault.params) ?? 'is not as it should be'}` };
}
