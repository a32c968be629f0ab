import type { Chance } from './seeded';

/** JSON Schema, as far as nonsense needs to know it. */
export interface Schema {
  type?: string | string[];
  $ref?: string;
  properties?: Record<string, Schema>;
  items?: Schema;
  anyOf?: Schema[];
  allOf?: Schema[];
  enum?: unknown[];
  const?: unknown;
  format?: string;
  minimum?: number;
}

/** The house's own description (OpenAPI), as far as it is needed here. */
export interface Operation {
  parameters?: { name: string; in: string }[];
  requestBody?: { content: Record<string, { schema?: Schema }> };
  responses: Record<string, { content?: Record<string, unknown> }>;
}
export interface Description {
  paths: Record<string, Record<string, Operation>>;
  components: { schemas: Record<string, Schema> };
}

const deep = (levels: number): string => '['.repeat(levels) + ']'.repeat(levels);
/** Values that are wrong nearly everywhere. */
const WRONG: unknown[] = [
  null,
  true,
  0,
  -1,
  1e39,
  1.5,
  '',
  ' ',
  'x'.repeat(5000),
  'nul\0inside',
  '\ud800',
  '\u202e',
  '%',
  '../../etc/passwd',
  "'; DROP TABLE artwork; --",
  '<script>alert(1)</script>',
  '{{ (1..100000000) | join }}',
  [],
  {},
  [[[[]]]],
  { $ref: '#' },
  JSON.parse('{"__proto__": {"isDemo": true}, "constructor": {"prototype": {}}}') as unknown,
  ['a', 1, null],
  Array.from({ length: 3000 }, (_, i) => i),
  '00000000-0000-4000-8000-000000000000',
  '2026-02-31T25:61:61Z',
];
/** Bodies that are no JSON of ours at all. */
export const BODIES: string[] = [
  '',
  '{',
  'null',
  '[]',
  '"text"',
  '1e999',
  'NaN',
  '\u0000',
  '{"a":1}}',
  '{"a":"\\ud800"}',
  '{"__proto__":{"a":1}}',
  deep(20_000),
  `{"a":${deep(20_000)}}`,
  'x'.repeat(2_000_000),
  '\ufeff{}',
];
/** Parts of addresses: what is no id, and what is none of ours. */
export const PARTS: string[] = [
  '%',
  '%ff',
  '%00',
  '%2e%2e%2f',
  '%F0%9F%8C%8A',
  '0',
  '-1',
  'null',
  'undefined',
  '00000000-0000-4000-8000-000000000000',
  '00000000-0000-4000-8000-00000000000',
  'a'.repeat(3000),
  "'--",
  '__proto__',
  'constructor',
  '*',
];
export const VALUES: string[] = [
  '0',
  '-1',
  '1e39',
  'NaN',
  '9'.repeat(40),
  '',
  '%00',
  '%ff',
  '%',
  'true',
  '[]',
  "'",
  'x'.repeat(3000),
  '1.5',
  '%ed%a0%80',
];

/** Something that a schema would take, as small as may be. */
export function sample(schema: Schema, all: Record<string, Schema>, depth = 0): unknown {
  const s = schema.$ref ? all[schema.$ref.split('/').at(-1)!]! : schema;
  if (s.const !== undefined) return s.const;
  if (s.enum) return s.enum[0];
  if (s.anyOf) return sample(s.anyOf[0]!, all, depth);
  if (s.allOf) return Object.assign({}, ...s.allOf.map((p) => sample(p, all, depth) as object)) as object;
  switch ([s.type].flat()[0]) {
    case 'string':
      return s.format === 'uuid' ? '00000000-0000-4000-8000-000000000000' : s.format === 'uri' ? 'http://127.0.0.1/' : 'text';
    case 'integer':
    case 'number':
      return s.minimum ?? 1;
    case 'boolean':
      return true;
    case 'array':
      return s.items && depth < 4 ? [sample(s.items, all, depth + 1)] : [];
    default:
      return Object.fromEntries(
        Object.entries(s.properties ?? {}).map(([k, v]) => [k, depth < 4 ? sample(v, all, depth + 1) : {}]),
      );
  }
}

/** A body that is right but for one thing: a value of a wrong kind somewhere, a field too many, or one too few. */
export function spoiled(good: unknown, by: Chance): unknown {
  const copy = structuredClone(good);
  if (typeof copy !== 'object' || copy === null || by.below(6) === 0) return by.one(WRONG);
  let at = copy as Record<string, unknown>;
  for (;;) {
    const key = by.one([...Object.keys(at), ...(Array.isArray(at) ? [] : ['surplus'])]);
    if (key === undefined) {
      Object.assign(at, { 0: by.one(WRONG) });
      return copy;
    }
    const inner = at[key];
    if (typeof inner === 'object' && inner !== null && by.below(3)) at = inner as Record<string, unknown>;
    else {
      if (by.below(5) === 0) delete at[key];
      else Object.defineProperty(at, key, { value: by.one(WRONG), enumerable: true, configurable: true, writable: true });
      return copy;
    }
  }
}
