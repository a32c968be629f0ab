import type { TSchema } from '@sinclair/typebox';
import Ajv from 'ajv';
import addFormats from 'ajv-formats';
import { faultOf } from '@/core/schema/fault';
import { Trouble } from '@/services/trouble';
import type { Route } from './route';

/** The most that a JSON body may weigh; files come as streams. */
export const MAX_BODY_BYTES = 1024 ** 2;

const bodies = new Ajv({ strict: false });
/** Addresses hold text only: numbers in them are read, and what is left out takes its default. */
const addresses = new Ajv({ strict: false, coerceTypes: true, useDefaults: true });
/** A whole number past this is no longer told apart from its neighbours (ECMAScript, Number.MAX_SAFE_INTEGER), and the database has none. */
const isOverflow = (value: unknown): boolean => typeof value === 'number' && !(Math.abs(value) <= Number.MAX_SAFE_INTEGER);
for (const ajv of [bodies, addresses]) addFormats(ajv);

/** Holds a value against a schema: what is wrong with it, or null. (Ajv makes a check once for each schema, and keeps it.) */
export function faultIn(schema: TSchema, value: unknown, whole: string): { field?: string; sentence: string } | null {
  const check = bodies.compile(schema);
  return check(value) ? null : faultOf(check.errors!, whole);
}

/** The parts of an address that name something. One that is not written as a name of its kind names nothing. */
export function paramsOf(route: Route, told: Record<string, string>): Record<string, unknown> {
  const params: Record<string, unknown> = { ...told };
  const check = addresses.compile(route.params);
  if (check(params)) return params;
  const wrong = check.errors![0]!.instancePath.slice(1);
  throw new Trouble('not-found', `There is no such ${route.params.properties[wrong]?.title ?? 'thing'}.`);
}

/** The query of an address: fields it does not know are left aside, the same one twice counts once. */
export function queryOf(route: Route, search: URLSearchParams): Record<string, unknown> {
  const query: Record<string, unknown> = {};
  for (const name of Object.keys(route.query.properties)) if (search.has(name)) query[name] = search.get(name)!;
  if (!isClean(query)) throw new Trouble('bad-request', UNCLEAN);
  const check = addresses.compile(route.query);
  if (check(query)) {
    const far = Object.keys(query).find((name) => isOverflow(query[name]));
    if (far) throw new Trouble('bad-request', `${far} is a number that is far too large.`, far);
    return query;
  }
  const { field, sentence } = faultOf(check.errors!, 'The address');
  throw new Trouble('bad-request', sentence, field);
}

const UNCLEAN = 'There are characters in this that no text has: a NUL, or half of a surrogate pair.';
/** No text holds a NUL (the database takes none) or half a surrogate pair (it is no Unicode: RFC 3629, section 3). */
const isClean = (value: unknown): boolean =>
  typeof value === 'string'
    ? !/\0|\p{Surrogate}/u.test(value)
    : !value || typeof value !== 'object' || Object.entries(value).every(([name, inner]) => isClean(name) && isClean(inner));

/** JSON has numbers of any size; one that overflows is read as infinite, and no shape bounds it that names no maximum. */
const hasOverflow = (value: unknown): boolean =>
  isOverflow(value) || (typeof value === 'object' && value !== null && Object.values(value).some(hasOverflow));

/** Reads a body up to its limit, whatever its header says of its length. */
async function textOf(request: Request): Promise<string> {
  const tooLarge = () =>
    new Trouble('too-large', `A request can have at most ${MAX_BODY_BYTES / 1024 ** 2} MB; files are sent as files.`);
  if (Number(request.headers.get('content-length') ?? 0) > MAX_BODY_BYTES) throw tooLarge();
  if (!request.body) return '';
  const parts: Uint8Array[] = [];
  let bytes = 0;
  for await (const part of request.body as unknown as AsyncIterable<Uint8Array>) {
    bytes += part.byteLength;
    if (bytes > MAX_BODY_BYTES) throw tooLarge();
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}

/** The body of a request, read, clean, and of the shape that the operation wants. */
export async function bodyOf(schema: TSchema, request: Request): Promise<unknown> {
  const text = await textOf(request);
  const type = request.headers.get('content-type') ?? '';
  if (text && !/^application\/json\s*(;|$)/i.test(type))
    throw new Trouble('not-json', 'Send JSON: Content-Type: application/json.');
  let value: unknown;
  try {
    value = text ? JSON.parse(text) : {};
  } catch {
    throw new Trouble('bad-request', 'The body is not JSON that can be read.');
  }
  // the shape first: it bounds how deep the rest has to look
  const fault = faultIn(schema, value, 'The body');
  if (fault) throw new Trouble('not-valid', fault.sentence, fault.field);
  if (hasOverflow(value)) throw new Trouble('not-valid', 'There is a number in this that is far too large.');
  if (!isClean(value)) throw new Trouble('not-valid', UNCLEAN);
  return value;
}
