import { readFileSync, readdirSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';

/** The house that is tried: where it answers, with whose token, and the processes it consists of. */
export interface House {
  base: string;
  token: string;
  /** Pid of a part, which changes when it is started anew. */
  pid: (part: 'worker' | 'web') => number | Promise<number>;
}

/** The screens of a house, each in the state in which it shows most. */
export const SCREENS = [
  '/artwork',
  '/artwork?view=table',
  '/sheet',
  '/bench',
  '/contact',
  '/galley',
  '/galley?state=any&fields=title,tags',
  '/galley?found=spelling',
  '/stockroom/demand?shown=missed',
  '/contact?by=scene&size=large',
  '/proofs',
  '/press',
  '/ledger',
  '/stockroom',
  '/stockroom/blanks',
  '/stockroom/blanks/brightsea-phone-case',
  '/stockroom/changes',
  '/stockroom/blanks/new',
  '/stockroom/dockets/new',
  '/stockroom/phrasebook?entry=fishing',
  '/parts',
];

export interface Answer {
  status: number;
  type: string;
  text: string;
  json: <T>() => T;
}

/** One request with a token. Never throws for what is answered; a connection that breaks is status 0. */
export async function ask(
  house: House,
  method: string,
  path: string,
  body?: object | FormData | string | Uint8Array,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const raw = body instanceof FormData || body instanceof Uint8Array || typeof body === 'string';
  try {
    const answer = await fetch(`${house.base}/api/v1${path}`, {
      method,
      redirect: 'manual',
      headers: {
        authorization: `Bearer ${house.token}`,
        ...(body && !(body instanceof FormData) && { 'content-type': 'application/json' }),
        ...headers,
      },
      body: body === undefined ? undefined : raw ? (body as never) : JSON.stringify(body),
      signal: AbortSignal.timeout(120_000),
    });
    const text = await answer.text();
    const json = () => (text ? JSON.parse(text) : {}) as never;
    return { status: answer.status, type: answer.headers.get('content-type') ?? '', text, json };
  } catch (error) {
    return { status: 0, type: '', text: (error as Error).message, json: () => ({}) as never };
  }
}

/** Asks until the answer is good, or `seconds` are over; the last answer either way. */
export async function until<T>(what: () => Promise<T>, good: (value: T) => boolean, seconds: number): Promise<T> {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    const value = await what();
    if (good(value) || Date.now() > end) return value;
    await sleep(250);
  }
}

/** Watches how much memory the largest process takes that a part started, MB resident (proc(5), statm). */
export function watchLargest(pid: () => number | Promise<number>, everyMs = 100): () => number {
  let worst = 0;
  const look = (at: number) => {
    try {
      worst = Math.max(worst, (Number(readFileSync(`/proc/${at}/statm`, 'latin1').split(' ')[1]) * 4096) / 1024 ** 2);
      for (const task of readdirSync(`/proc/${at}/task`))
        for (const child of readFileSync(`/proc/${at}/task/${task}/children`, 'latin1').split(' '))
          if (child) look(Number(child));
    } catch {
      // it ended while we looked
    }
  };
  const timer = setInterval(() => void Promise.resolve(pid()).then(look, () => undefined), everyMs);
  return () => {
    clearInterval(timer);
    return Math.round(worst);
  };
}
