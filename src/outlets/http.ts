import { Ajv, type ValidateFunction } from 'ajv';
import addFormats from 'ajv-formats';
import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { parseList } from 'structured-headers';
import { faultOf } from '../core/schema/fault';
import { OutletAnswer } from './contract';

const TIMEOUT_MS = 20_000;
/** Most that is read of an answer: rules with a category tree are the largest, a few MB. */
export const MAX_ANSWER_BYTES = 8 << 20;
/** Longest that an outlet can have us hold back: quotas run by the day, some by the month. It also bounds nonsense. */
const MAX_WAIT_MS = 31 * 86_400_000;

const ajv = new Ajv({ strict: false });
addFormats(ajv);

/** The shape that an answer must have to be of use: every answer is held to one before an adapter reads it. */
export type Shape<T> = ValidateFunction<T>;
export const shape = <S extends TSchema>(schema: S): Shape<Static<S>> => ajv.compile<Static<S>>(schema);
/** An answer of which nothing is read. */
export const ANY = shape(Type.Unknown());

export interface Answered<T> {
  status: number;
  body: T;
  headers: Headers;
}

/**
 * One request to an outlet; `name` is the word for it in sentences. Anything but 2xx becomes an OutletAnswer, told in the outlet's own
 * words where its body is a problem (RFC 9457). A 2xx whose body does not have the shape that we need, or is too large, is *unclear*:
 * nobody knows what was done. Redirects are not followed.
 */
export async function ask<T>(name: string, url: string, init: RequestInit, needed: Shape<T>): Promise<Answered<T>> {
  const said = (code: string, values: Record<string, string | number> = {}) => ({ code, values: { outlet: name, ...values } });
  let response: Response;
  let text: string | null;
  try {
    response = await fetch(url, { ...init, signal: AbortSignal.timeout(TIMEOUT_MS), redirect: 'error' });
    text = await boundedText(response, MAX_ANSWER_BYTES);
  } catch {
    throw new OutletAnswer('unclear', said('no-answer'));
  }
  const { status, headers } = response;
  const body = parse(text ?? '');
  if (response.ok) {
    if (text === null)
      throw new OutletAnswer('unclear', said('answers-too-much', { megabytes: MAX_ANSWER_BYTES >> 20 }), {
        status,
        malformed: true,
      });
    if (needed(body)) return { status, headers, body };
    const fault = faultOf(needed.errors ?? [], 'the answer').sentence;
    throw new OutletAnswer('unclear', said('not-understood', { fault }), { status, malformed: true });
  }
  if (status === 429) throw new OutletAnswer('wait', said('slow-down'), { status, waitMs: waitOf(headers) });
  if (status === 401) throw new OutletAnswer('sign-in', said('sign-in'), { status });
  if (status >= 500) throw new OutletAnswer('unclear', said('trouble', { status }), { status });
  throw new OutletAnswer('refused', said('refused', { says: problemSentence(body), status }), { status });
}

/** A body as text, read only as far as `maxBytes`; null when it is larger. */
async function boundedText(response: Response, maxBytes: number): Promise<string | null> {
  if (!response.body) return '';
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
    bytes += chunk.length;
    if (bytes > maxBytes) return null;
    chunks.push(chunk);
  }
  return Buffer.concat(chunks).toString('utf8');
}

/** An answer that is no JSON has no shape: undefined, which only an answer of which nothing is needed may be. */
function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Most of an outlet's own words that is kept: characters of a sentence, and faults listed. */
const MAX_TOLD = 500;
const MAX_FAULTS = 10;

interface Problem {
  title?: unknown;
  detail?: unknown;
  errors?: { detail?: unknown; pointer?: unknown }[];
  error_description?: unknown;
}

/**
 * A problem (RFC 9457) as one sentence: its detail, else its title, then each entry of `errors` with the field that its
 * JSON Pointer names. An OAuth error (RFC 6749, 5.2) has its own description.
 */
export function problemSentence(body: unknown): string {
  const { title, detail, errors, error_description } = (body ?? {}) as Problem;
  const main = ([detail, error_description, title].find((t): t is string => typeof t === 'string' && t !== '') ?? '').slice(
    0,
    MAX_TOLD,
  );
  const faults = (Array.isArray(errors) ? errors.slice(0, MAX_FAULTS) : []).flatMap((e) =>
    typeof e?.detail === 'string' ? [`${field(e.pointer)} ${e.detail}`.trim().slice(0, MAX_TOLD)] : [],
  );
  const parts = [main.replace(/[.:]$/, ''), faults.join('; ')].filter(Boolean);
  return parts.length ? `${parts.join(': ')}.` : '';
}

/** `#/kinds/3/price` as `kinds 4 price`: people count from one. */
const field = (pointer: unknown): string =>
  typeof pointer === 'string'
    ? pointer
        .replace(/^#?\/?/, '')
        .split('/')
        .map((part) => (/^\d+$/.test(part) ? String(Number(part) + 1) : unescaped(part.replace(/~1/g, '/').replace(/~0/g, '~'))))
        .join(' ')
    : '';

/** Percent-decoded (RFC 6901, section 6); as it came where that is no encoding: a pointer is only told to a person. */
function unescaped(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}

/** Retry-After is seconds or an HTTP date (RFC 9110, 10.2.3), of any length; at least 0.1 s. */
export function retryAfterMs(header: string | null, now = Date.now()): number {
  const seconds = header === null ? 1 : /^\d+$/.test(header) ? Number(header) : (Date.parse(header) - now) / 1000;
  return Math.min(MAX_WAIT_MS, Math.max(100, (Number.isNaN(seconds) ? 1 : seconds) * 1000));
}

/**
 * How long to hold back after an answer, in ms, by the RateLimit field of the IETF draft "RateLimit header fields for
 * HTTP": a Structured Fields list (RFC 9651) whose items have `r` calls left and `t` seconds until there are more. Nothing
 * to hold back: 0. A field that cannot be read is as good as none.
 */
export function holdMs(rateLimit: string | null): number {
  if (!rateLimit) return 0;
  try {
    const waits = parseList(rateLimit).map(([, parameters]) =>
      parameters.get('r') === 0 ? Number(parameters.get('t') ?? 1) * 1000 : 0,
    );
    return Math.min(MAX_WAIT_MS, Math.max(0, ...waits.filter(Number.isFinite)));
  } catch {
    return 0;
  }
}

const waitOf = (headers: Headers): number => Math.max(retryAfterMs(headers.get('retry-after')), holdMs(headers.get('ratelimit')));

/** A percentage as written ("2.6") in millionths (26000). Throws a RangeError for anything but digits with up to four after the point. */
export function millionths(percent: string): number {
  const found = /^(\d{1,3})(?:\.(\d{1,4}))?$/.exec(percent);
  if (!found) throw new RangeError(`“${percent}” is not a percentage.`);
  return Number(found[1]) * 10_000 + Number((found[2] ?? '').padEnd(4, '0'));
}
