import { OptionalKind, type TProperties, type TSchema } from '@sinclair/typebox';
import type { Route } from './route';
import { ProblemDetails } from './shapes/people';
import { Exactly } from './shapes/parts';

type Json = Record<string, unknown>;
const named = new Map<string, Json>();

/** Keywords that hold schemas by name, and those that hold one or several. */
const MAPS = ['properties', 'patternProperties'];
const SCHEMAS = ['items', 'additionalProperties', 'anyOf', 'allOf', 'oneOf'];

/** A schema as plain JSON in which every shape that has a name is referred to by it. */
function plain(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(plain);
  if (!schema || typeof schema !== 'object') return schema;
  const { title, ...rest } = schema as Json;
  const inner: Json = {};
  for (const [key, value] of Object.entries(rest))
    if (MAPS.includes(key)) inner[key] = Object.fromEntries(Object.entries(value as Json).map(([name, s]) => [name, plain(s)]));
    else inner[key] = SCHEMAS.includes(key) ? plain(value) : value;
  // words in small letters are for sentences about parts of an address
  if (typeof title !== 'string' || !/^[A-Z]/.test(title)) return inner;
  named.set(title, inner);
  return { $ref: `#/components/schemas/${title}` };
}

const json = (schema: TSchema) => ({ content: { 'application/json': { schema: plain(schema) } } });
const parameters = (where: 'path' | 'query', fields: TProperties) =>
  Object.entries(fields).map(([name, schema]) => ({
    name,
    in: where,
    ...(!(OptionalKind in schema) && { required: true }),
    schema: plain(schema),
  }));

function operation(route: Route): Json {
  const { does, body, takes, gives, answers, status } = route;
  const asks = [...parameters('path', route.params.properties), ...parameters('query', route.query.properties)];
  const empty = gives === 'text/plain' || status === 204;
  return {
    summary: does,
    operationId: `${route.method.toLowerCase()}${route.path.replace(/[/{}.-]+(\w?)/g, (_, c: string) => c.toUpperCase())}`,
    ...(asks.length && { parameters: asks }),
    ...(body && { requestBody: { required: true, ...json(body) } }),
    ...(takes && {
      requestBody: { required: true, content: { [takes.type]: takes.schema ? { schema: plain(takes.schema) } : {} } },
    }),
    ...(route.open && { security: [] }),
    responses: {
      [status]: {
        description: does,
        ...(gives ? !empty && { content: { [gives]: {} } } : json(answers ?? Exactly({}))),
      },
      default: {
        description: 'a problem, RFC 9457',
        content: { 'application/problem+json': { schema: plain(ProblemDetails) } },
      },
    },
  };
}

/** The description of `/api/v1` by OpenAPI 3.1, made from the table of routes. */
export function describe(routes: Route[]): Json {
  named.clear();
  const paths: Record<string, Json> = {};
  for (const route of routes) (paths[route.path] ??= {})[route.method.toLowerCase()] = operation(route);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Union Press',
      version: '1',
      description:
        'From a folder of designs to live listings. Money is whole minor units. Errors are problems whose detail is a sentence.',
    },
    servers: [{ url: '/api/v1' }],
    security: [{ token: [] }],
    paths,
    components: {
      securitySchemes: { token: { type: 'http', scheme: 'bearer' } },
      schemas: Object.fromEntries([...named].sort()),
    },
  };
}
