import SwaggerParser from '@apidevtools/swagger-parser';
import Ajv2020 from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { BASE, call, drafted, newArtworks, ok, openShop, TOKEN, type Items, type Run } from './press';

/** Answers held to the description of the API itself: what a client made from it would expect. */
interface Operation {
  parameters?: { name: string; in: string; required?: boolean }[];
  responses: Record<string, { content?: Record<string, { schema?: object }> }>;
}
type Document = { paths: Record<string, Record<string, Operation>> };
const escape = (part: string) => part.replace(/~/g, '~0').replace(/\//g, '~1');

let document: Document;
let held: (path: string, method: string, status: number, body: unknown) => string[];
const ids: Record<string, string> = {};
beforeAll(async () => {
  document = await ok<Document>('GET', '/openapi.json');
  const ajv = new Ajv2020({ allErrors: true, strict: false });
  addFormats(ajv);
  ajv.addSchema(document, 'api');
  held = (path, method, status, body) => {
    const operation = document.paths[path]![method]!;
    const answer = operation.responses[status] ? String(status) : 'default';
    const type = status < 400 ? 'application/json' : 'application/problem+json';
    const at = ['paths', path, method, 'responses', answer, 'content', type, 'schema'].map(escape).join('/');
    const valid = ajv.compile({ $ref: `api#/${at}` });
    return valid(body) ? [] : valid.errors!.map((e) => `${e.instancePath} ${e.message}`);
  };
  const { docket } = await openShop();
  const [artwork] = await newArtworks(1);
  const run = await ok<Run>('POST', '/runs', { artworks: [artwork], dockets: [docket], outlets: ['kestrel'] });
  await drafted(run.id);
  const [proof] = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run.id}`)).items;
  Object.assign(ids, { artworks: artwork, dockets: docket, runs: run.id, proofs: proof!.id });
});

/** What must be said in the query of a list, by its name. */
const SAID: Record<string, string> = { phrase: 'birthday gift' };
const asked = ({ parameters = [] }: Operation) => {
  const must = parameters.filter((p) => p.in === 'query' && p.required).map((p) => [p.name, SAID[p.name] ?? '']);
  return must.length ? `?${new URLSearchParams(must)}` : '';
};
const filled = (path: string): string | null => {
  const kind = path.split('/')[1]!;
  if (!path.includes('{')) return path;
  return path.endsWith('{id}') && ids[kind] ? path.replace('{id}', ids[kind]) : null;
};

test('every list and every single thing is as the description says', async () => {
  let count = 0;
  const wrong: string[] = [];
  for (const [path, verbs] of Object.entries(document.paths)) {
    const operation = verbs.get;
    const address = filled(path);
    if (!operation?.responses['200']?.content?.['application/json'] || !address) continue;
    const answer = await call<object>('GET', `${address}${asked(operation)}`);
    expect([path, answer.status]).toEqual([path, 200]);
    for (const fault of held(path, 'get', 200, answer.body)) wrong.push(`${path}${fault}`);
    count++;
  }
  expect(wrong).toEqual([]);
  expect(count).toBeGreaterThan(15);
});

// an independent validator: @apidevtools/swagger-parser holds it to the schema of the OpenAPI 3.1 specification
test('the description is a valid OpenAPI document', async () => {
  const told = await SwaggerParser.validate(structuredClone(document) as never);
  expect(told.info.title).toBe('Union Press');
});
test('no answer may have a field that the description does not name', () => {
  const schemas = Object.entries(
    (document as unknown as { components: { schemas: Record<string, { additionalProperties?: boolean }> } }).components.schemas,
  );
  expect(schemas.length).toBeGreaterThan(15);
  expect(schemas.filter(([, s]) => s.additionalProperties !== false).map(([name]) => name)).toEqual([]);
});
test('every address says by OPTIONS how it can be asked (RFC 9110, section 9.3.7)', async () => {
  for (const [path, verbs] of Object.entries(document.paths)) {
    const address = path.replace('{version}', '1').replace(/\{\w+\}/g, '00000000-0000-4000-8000-000000000000');
    const answer = await fetch(`${BASE}/api/v1${address}`, { method: 'OPTIONS' });
    expect([path, answer.status]).toEqual([path, 204]);
    const allowed = answer.headers
      .get('allow')!
      .split(', ')
      .map((m) => m.toLowerCase());
    expect([path, allowed.sort()]).toEqual([path, Object.keys(verbs).sort()]);
  }
});

// RFC 9457: problems have a media type of their own, and `status` repeats the answer's
test.each([
  ['get', '/artworks/{id}', '/artworks/00000000-0000-4000-8000-000000000000', 404],
  ['get', '/proofs/{id}', '/proofs/not-an-id', 404],
  ['post', '/runs', '/runs', 422],
  ['post', '/outlets/{id}/look', '/outlets/nowhere/look', 404],
  ['get', '/artworks', '/artworks?limit=many', 400],
  ['get', '/artworks', '/nothing-here', 404],
  ['put', '/dockets/{id}', '/artworks', 405],
] as const)('%s %s: a problem is a problem as described', async (method, path, address, status) => {
  const answer = await call<{ status: number; detail: string }>(method.toUpperCase(), address, method === 'get' ? undefined : {});
  expect([answer.status, answer.type]).toEqual([status, 'application/problem+json']);
  expect(held(path, method, status, answer.body)).toEqual([]);
  expect([answer.body.status, /[.…]$/.test(answer.body.detail)]).toEqual([status, true]);
});

describe('who may', () => {
  const as = (headers: Record<string, string>) => fetch(`${BASE}/api/v1/runs`, { headers });
  test('a wrong token is nobody, also on loopback', async () =>
    expect((await as({ authorization: 'Bearer up_wrong' })).status).toBe(401));
  test('a token made here works, and is told once', async () => {
    const { token } = await ok<{ token: string }>('POST', '/tokens', { label: 'description' });
    expect(token).toMatch(/^up_[\w-]{32}$/);
    expect((await as({ authorization: `Bearer ${token}` })).status).toBe(200);
  });
  test('a change that another site’s page began is not taken', async () => {
    const answer = await fetch(`${BASE}/api/v1/runs`, {
      method: 'POST',
      headers: { authorization: `Bearer ${TOKEN}`, 'sec-fetch-site': 'cross-site', 'content-type': 'application/json' },
      body: '{}',
    });
    expect(answer.status).toBe(403);
  });
});
