import Ajv2020 from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { faultOf } from './fault';

const ajv = new Ajv2020({ strict: false });
addFormats(ajv);
const told = (schema: object, value: unknown) => {
  const check = ajv.compile(schema);
  return check(value) ? null : faultOf(check.errors!, 'The body');
};
const field = (schema: object) => ({ type: 'object', properties: { it: schema } });

// keywords of JSON Schema Validation 2020-12, section 6, each broken once
test.each([
  [{ type: 'string' }, 5, 'it must be text.'],
  [{ type: ['string', 'null'] }, 5, 'it must be text or null.'],
  [{ type: 'integer' }, 1.5, 'it must be a whole number.'],
  [{ type: 'array' }, 'x', 'it must be a list.'],
  [{ enum: ['draft', 'live'] }, 'x', 'it can be draft or live.'],
  [{ enum: ['', 'adult', 'youth'] }, 'x', 'it can be empty, adult or youth.'],
  [{ const: 'margin' }, 'x', 'it must be margin.'],
  [{ type: 'string', minLength: 1 }, '', 'it must not be empty.'],
  [{ type: 'string', maxLength: 3 }, 'four', 'it can have at most 3 characters.'],
  [{ type: 'string', format: 'uuid' }, 'x', 'it must be an id.'],
  [{ type: 'string', pattern: '^a' }, 'x', 'it is not written as it should be.'],
  [{ type: 'number', minimum: 0.1 }, 0, 'it must be at least 0.1.'],
  [{ type: 'number', maximum: 40 }, 41, 'it can be at most 40.'],
  [{ type: 'array', minItems: 1 }, [], 'it must name at least 1 entry.'],
  [{ type: 'array', maxItems: 2 }, [1, 2, 3], 'it can have at most 2 entries.'],
  [{ type: 'array', uniqueItems: true }, [1, 1], 'it names the same twice.'],
  [{ type: 'object', minProperties: 1 }, {}, 'it says nothing.'],
])('%j against %j: %s', (schema, value, sentence) =>
  expect(told(field(schema), { it: value })).toEqual({ field: 'it', sentence }),
);

test('what is missing or too much is named where it would stand', () => {
  const inner = { type: 'object', required: ['name'], additionalProperties: false, properties: { name: { type: 'string' } } };
  expect(told(field(inner), { it: {} })).toEqual({ field: 'it.name', sentence: 'it.name is missing.' });
  expect(told(field(inner), { it: { name: 'x', b: 1 } })).toEqual({ field: 'it.b', sentence: 'it.b is not a field here.' });
  expect(told(inner, [])).toEqual({ sentence: 'The body must be an object.' });
});
test('a slash and a tilde in a field’s name are read back (RFC 6901, section 4)', () =>
  expect(told({ type: 'object', properties: { 'a/b~c': { type: 'string' } } }, { 'a/b~c': 1 })?.field).toBe('a/b~c'));
test('where one of several shapes is wanted, the fault within the nearest is told', () => {
  const aim = {
    anyOf: [
      { type: 'null' },
      { type: 'object', properties: { kind: { const: 'margin' }, share: { type: 'integer', maximum: 950_000 } } },
    ],
  };
  expect(told(field(aim), { it: { kind: 'margin', share: 2e6 } })?.sentence).toBe('it.share can be at most 950000.');
});

test('where two shapes are equally near, what would do for either is told', () => {
  const goodsOrFiles = {
    type: 'object',
    anyOf: [{ properties: { lines: { type: 'array', minItems: 1 } } }, { required: ['files'] }],
  };
  expect(told(goodsOrFiles, { lines: [] })).toEqual({
    field: 'lines',
    sentence: 'lines must name at least 1 entry, or files must be given.',
  });
});

test('whatever is wrong with whatever, there is a sentence', () => {
  const schema = field({
    anyOf: [
      { type: 'array', items: { type: 'string', format: 'uuid' }, maxItems: 2 },
      { type: 'object', required: ['a'], additionalProperties: false, properties: { a: { enum: [1, 2] } } },
    ],
  });
  const check = ajv.compile({ ...schema, required: ['it'] });
  fc.assert(
    fc.property(fc.oneof(fc.jsonValue(), fc.record({ it: fc.jsonValue() })), (value) => {
      if (!check(value)) expect(faultOf(check.errors!, 'The body').sentence).toMatch(/^\S.* .*\.$/);
    }),
    { numRuns: 300 },
  );
});
