import { Type } from '@sinclair/typebox';
import { describe as describeApi } from './describe';
import { route } from './route';
import { Exactly, IdOf, Named, OrNull } from './shapes/parts';

const Thing = Named('Thing', { title: Type.String(), next: OrNull(Type.Integer()) });
const made = describeApi([
  route(
    'POST',
    '/things/{id}',
    { does: 'changes a thing', params: { id: IdOf('thing') }, body: Exactly({ title: Type.String() }), answers: Thing },
    () => ({ title: '', next: null }),
  ),
  route(
    'GET',
    '/things',
    {
      does: 'all',
      open: true,
      query: { word: Type.String(), most: Type.Optional(Type.Integer()) },
      answers: Exactly({ items: Type.Array(Thing) }),
    },
    () => ({ items: [] }),
  ),
]) as { paths: Record<string, Record<string, Record<string, unknown>>>; components: { schemas: Record<string, unknown> } };

test('a shape with a name is told once and referred to, also within a list', () => {
  expect(made.components.schemas.Thing).toMatchObject({
    type: 'object',
    required: ['title', 'next'],
    additionalProperties: false,
  });
  const answers = (method: string, path: string) =>
    (made.paths[path]![method]!.responses as Record<string, { content: Record<string, { schema: unknown }> }>)['200']!.content[
      'application/json'
    ]!.schema;
  const ref = { $ref: '#/components/schemas/Thing' };
  expect(answers('post', '/things/{id}')).toEqual(ref);
  expect(answers('get', '/things')).toMatchObject({ properties: { items: { type: 'array', items: ref } } });
});
test('a field called title is a field like any other', () =>
  expect((made.components.schemas.Thing as { properties: object }).properties).toEqual({
    title: { type: 'string' },
    next: { anyOf: [{ type: 'integer' }, { type: 'null' }] },
  }));
test('names in the path are parameters that must be there', () =>
  expect(made.paths['/things/{id}']!.post!.parameters).toEqual([
    { name: 'id', in: 'path', required: true, schema: { type: 'string', format: 'uuid' } },
  ]));
test('of what is asked by the query, what must be there says so', () =>
  expect(made.paths['/things']!.get!.parameters).toEqual([
    { name: 'word', in: 'query', required: true, schema: { type: 'string' } },
    { name: 'most', in: 'query', schema: { type: 'integer' } },
  ]));
test('what anybody may ask says so, and every operation has a name of its own', () => {
  expect([made.paths['/things']!.get!.security, made.paths['/things/{id}']!.post!.security]).toEqual([[], undefined]);
  expect([made.paths['/things']!.get!.operationId, made.paths['/things/{id}']!.post!.operationId]).toEqual([
    'getThings',
    'postThingsId',
  ]);
});
