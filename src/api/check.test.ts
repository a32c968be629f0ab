import { Type } from '@sinclair/typebox';
import fc from 'fast-check';
import { Trouble } from '@/services/trouble';
import { bodyOf, MAX_BODY_BYTES, paramsOf, queryOf } from './check';
import { route } from './route';
import { Exactly, IdOf, PAGED } from './shapes/parts';
import { ROUTES } from './table';

const json = 'application/json';
const post = (body: BodyInit, type: string | null = json) =>
  new Request('http://127.0.0.1/x', { method: 'POST', body, headers: type ? { 'content-type': type } : {} });
const schema = Exactly({ name: Type.String({ maxLength: 10 }), list: Type.Optional(Type.Array(Type.String())) });
const refused = async (request: Request) => {
  const error: unknown = await bodyOf(schema, request).catch((e: unknown) => e);
  expect(error).toBeInstanceOf(Trouble);
  return [(error as Trouble).code, (error as Trouble).field, (error as Trouble).sentence];
};

test('a body of the wanted shape comes through as it is', async () =>
  expect(await bodyOf(schema, post('{"name":"Tide 🌊","list":[]}'))).toEqual({ name: 'Tide 🌊', list: [] }));
test.each(['1e400', '-1e400', '9007199254740993'])('a number of a body that overflows, %s, is refused', async (n) => {
  const loose = Exactly({ list: Type.Array(Type.Number()) });
  await expect(bodyOf(loose, post(`{"list":[1,${n}]}`))).rejects.toMatchObject({ code: 'not-valid' });
});
test('no body at all counts as an empty object', async () =>
  expect(await refused(new Request('http://127.0.0.1/x', { method: 'POST' }))).toEqual([
    'not-valid',
    'name',
    'name is missing.',
  ]));

test.each([
  ['not JSON', '{"name":', json, 'bad-request', undefined],
  ['not an object', '[]', json, 'not-valid', undefined],
  ['a field too many', '{"name":"x","admin":true}', json, 'not-valid', 'admin'],
  ['a field of another kind', '{"name":["x"]}', json, 'not-valid', 'name'],
  ['a NUL', '{"name":"a\\u0000"}', json, 'not-valid', undefined],
  ['a NUL in a field’s name', '{"name":"a","\\u0000":1}', json, 'not-valid', '\0'],
  ['half of a surrogate pair', '{"name":"\\ud83c"}', json, 'not-valid', undefined],
  ['a form', 'name=x', 'application/x-www-form-urlencoded', 'not-json', undefined],
  ['another type that begins alike', '{"name":"x"}', 'application/jsonx', 'not-json', undefined],
])('%s is refused with a sentence', async (_, body, type, code, field) =>
  expect(await refused(post(body, type))).toEqual([code, field, expect.stringMatching(/^\S.*\.$/)]),
);
test('a type with a character set is still JSON', async () =>
  expect(await bodyOf(schema, post('{"name":"x"}', 'application/json; charset=utf-8'))).toEqual({ name: 'x' }));

test('a body nested by the hundred thousand is refused like any other that does not fit', async () => {
  const deep = (depth: number) => `{"name":${'['.repeat(depth)}${']'.repeat(depth)}}`;
  for (const depth of [10, 10_000, 400_000]) expect((await refused(post(deep(depth))))[0]).toMatch(/^(not-valid|bad-request)$/);
});

test('a body that never ends is read to its limit only', async () => {
  let sent = 0;
  const endless = new ReadableStream<Uint8Array>({
    pull: (c) => {
      sent += 65_536;
      c.enqueue(new Uint8Array(65_536).fill(32));
    },
  });
  const request = new Request('http://127.0.0.1/x', { method: 'POST', body: endless, duplex: 'half' } as RequestInit);
  expect((await refused(request))[0]).toBe('too-large');
  expect(sent).toBeLessThan(2 * MAX_BODY_BYTES);
});

const trouble = (work: () => unknown): unknown => {
  try {
    return work();
  } catch (error) {
    return error;
  }
};
const listed = route('GET', '/things/{id}', { does: '', params: { id: IdOf('thing') }, query: PAGED }, () => undefined);
const asked = (text: string) => queryOf(listed, new URLSearchParams(text));
test('numbers in an address are read, defaults put in, and what is unknown left aside', () => {
  expect(asked('limit=5&utm=x')).toEqual({ limit: 5, after: 0 });
  expect(asked('')).toEqual({ limit: 100, after: 0 });
  expect(asked('limit=0')).toEqual({ limit: 0, after: 0 });
});
test.each([
  'limit=many',
  'limit=-1',
  'limit=1001',
  'limit=1e39',
  'limit=1.5',
  'limit=',
  'after=NaN',
  'after=1e400',
  'after=1e300',
  'after=9007199254740993',
])('?%s is refused by its field', (text) =>
  expect(trouble(() => asked(text))).toMatchObject({ code: 'bad-request', field: /^\w+/.exec(text)![0] }),
);
test.each(['x', '%', 'null', '8F0C3F5E-6a4b', "' OR 1=1 --"])('“%s” names no thing', (id) =>
  expect(trouble(() => paramsOf(listed, { id }))).toMatchObject({ code: 'not-found', sentence: 'There is no such thing.' }),
);

test('whatever is sent to whatever operation, it is taken or refused with a sentence, never anything else', async () => {
  const anything = fc.oneof(fc.json(), fc.string(), fc.uint8Array({ maxLength: 200 }));
  const withBody = ROUTES.filter((r) => r.body);
  expect(withBody.length).toBeGreaterThan(20);
  await fc.assert(
    fc.asyncProperty(fc.constantFrom(...withBody), anything, async (r, body) => {
      const error: unknown = await bodyOf(r.body!, post(body as BodyInit)).then(
        () => null,
        (e: unknown) => e,
      );
      if (error) expect(error).toBeInstanceOf(Trouble);
    }),
    { numRuns: 400 },
  );
});
