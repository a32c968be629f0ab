import { parseList } from 'structured-headers';
import { OutletAnswer } from './contract';

const TIMEOUT_MS = 20_000;

export interface Answered<T> {
  status: number;
  body: T;
  headers: Headers;
}

/**
 * One request to an outlet; `name` is the word for it in sentences. Anything but 2xx becomes an OutletAnswer, told in the outlet's own words where its body is a
 * problem (RFC 9457). Redirects are not followed.
 */
export async function ask<T>(name: string, url: string, init: RequestInit): Promise<Answered<T>> {
  let response: Response;
  let text: string;
  try {
    response = await fetch(url, { ...init, signal: AbortSignal.timeout(TIMEOUT_MS), redirect: 'error' });
    text = await response.text();
  } catch {
    throw new OutletAnswer('unclear', { code: 'no-answer', values: { outlet: name } });
  }
  const { status, headers } = response;
  const body = parse(text);
  if (response.ok) return { status, headers, body: body as T };
  const said = (code: string, values: Record<string, string | number> = {}) => ({ code, values: { outlet: name, ...values } });
  if (status === 429) throw new OutletAnswer('wait', said('slow-down'), { status, waitMs: waitOf(headers) });
  if (status === 401) throw new OutletAnswer('sign-in', said('sign-in'), { status });
  if (status >= 500) throw new OutletAnswer('unclear', said('trouble', { status }), { status });
  throw new OutletAnswer('refused', said('refused', { says: problemSentence(body), status }), { status });
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return {};
  }
}

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
  const main = [detail, error_description, title].find((t): t is string => typeof t === 'string' && t !== '') ?? '';
  const faults = (Array.isArray(errors) ? errors : []).flatMap((e) =>
    typeof e?.detail === 'string' ? [`${field(e.pointer)} ${e.detail}`.trim()] : [],
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
        .map((part) =>
          /^\d+$/.test(part) ? String(Number(part) + 1) : decodeURIComponent(part.replace(/~1/g, '/').replace(/~0/g, '~')),
        )
        .join(' ')
    : '';

/** Retry-After is seconds or an HTTP date (RFC 9110, 10.2.3); held between 0.1 s and 2 minutes. */
export function retryAfterMs(header: string | null, now = Date.now()): number {
  const seconds = header === null ? 1 : /^\d+$/.test(header) ? Number(header) : (Date.parse(header) - now) / 1000;
  return Math.min(120_000, Math.max(100, (Number.isFinite(seconds) ? seconds : 1) * 1000));
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
    return Math.min(120_000, Math.max(0, ...waits.filter(Number.isFinite)));
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
