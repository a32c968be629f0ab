import { OutletAnswer } from './adapter';

const TIMEOUT_MS = 20_000;

/**
 * One request to an outlet. Anything but 2xx becomes an OutletAnswer; `why` reads the outlet's own reason from its body.
 * Loopback names only get plain HTTP; everything else is the outlet's address as configured.
 */
export async function ask<T>(name: string, url: string, init: RequestInit, why: (body: unknown) => string): Promise<T> {
  let response: Response;
  let text: string;
  try {
    response = await fetch(url, { ...init, signal: AbortSignal.timeout(TIMEOUT_MS), redirect: 'error' });
    text = await response.text();
  } catch {
    throw new OutletAnswer('unclear', `${name} did not answer.`);
  }
  const body = parse(text);
  if (response.ok) return body as T;
  if (response.status === 429)
    throw new OutletAnswer('wait', `${name} asks to slow down.`, retryAfterMs(response.headers.get('retry-after')));
  if (response.status === 401)
    throw new OutletAnswer('sign-in', `${name} does not accept our sign-in. Connect it again in the stockroom.`);
  if (response.status >= 500) throw new OutletAnswer('unclear', `${name} is having trouble (${response.status}).`);
  throw new OutletAnswer('refused', `${name}: ${why(body) || `refused with ${response.status}`}`);
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return {};
  }
}

/** Retry-After is seconds or an HTTP date (RFC 9110, 10.2.3); held between 0.1 s and 2 minutes. */
export function retryAfterMs(header: string | null, now = Date.now()): number {
  const seconds = header === null ? 1 : /^\d+$/.test(header) ? Number(header) : (Date.parse(header) - now) / 1000;
  return Math.min(120_000, Math.max(100, (Number.isFinite(seconds) ? seconds : 1) * 1000));
}
