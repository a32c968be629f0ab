import { isId } from '@/core/id';
import { cookies, headers } from 'next/headers';
import { callerOf, demoCaller, type Caller } from '@/services/access';
import { SEARCH_PARTS, type Search } from '@/services/artworks';
import { Trouble } from '@/services/trouble';

export const SESSION_COOKIE = 'press_session';

/** Who is asking: an API token, a session cookie, or the demo on loopback. Null for strangers. */
export async function whoAsks(): Promise<Caller | null> {
  const bearer = (await headers()).get('authorization')?.match(/^Bearer (.+)$/)?.[1];
  if (bearer) return callerOf(bearer);
  const caller = await callerOf((await cookies()).get(SESSION_COOKIE)?.value);
  return caller ?? ((await onLoopback()) ? demoCaller() : null);
}

/** Asked for by a loopback name: a name that somebody else made point here does not get the demo's automatic sign-in. */
async function onLoopback(): Promise<boolean> {
  return /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/.test((await headers()).get('host') ?? '');
}

/** A browser says where a request comes from; one that another site began is not taken. */
async function fromHere(method: string): Promise<boolean> {
  const site = (await headers()).get('sec-fetch-site');
  return method === 'GET' || site === null || site === 'same-origin' || site === 'none';
}

/** `application/problem+json` of RFC 9457. */
export function problemResponse(trouble: Trouble): Response {
  const body = trouble.problem();
  return new Response(JSON.stringify(body), { status: body.status, headers: { 'content-type': 'application/problem+json' } });
}

/** Turns what a handler throws into a problem with a sentence. Anything unforeseen is logged and told without detail. */
export async function answer(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Trouble) return problemResponse(error);
    console.error(error);
    return new Response(
      JSON.stringify({
        type: 'about:blank#trouble',
        title: 'Trouble on our side',
        status: 503,
        detail: 'Union Press could not do that just now. Nothing was lost; try again.',
      }),
      {
        status: 503,
        headers: { 'content-type': 'application/problem+json' },
      },
    );
  }
}

type Params = Record<string, string>;
type Handler = (caller: Caller, request: Request, params: Params) => Promise<unknown>;

/** A route for signed-in callers. A plain value is answered as JSON; a Response goes out as it is. */
export function route(handler: Handler, status = 200) {
  return (request: Request, context: { params: Promise<unknown> }): Promise<Response> =>
    answer(async () => {
      const caller = await whoAsks();
      if (!caller) throw new Trouble('not-signed-in', 'Sign in, or send a token: Authorization: Bearer up_….');
      if (!(await fromHere(request.method))) throw new Trouble('not-allowed', 'This request came from another site.');
      const params = ((await context.params) ?? {}) as Params;
      for (const [name, value] of Object.entries(params))
        if (name === 'id' && !/^[0-9a-z-]{1,64}$/.test(value)) throw new Trouble('not-found', 'There is no such thing.');
      const result = await handler(caller, request, params);
      return result instanceof Response ? result : Response.json(result ?? {}, { status });
    });
}

/** The JSON body as an object. Throws a Trouble for anything else. */
export async function body<T extends object>(request: Request): Promise<Partial<T>> {
  const text = await request.text();
  if (!text) return {};
  try {
    const value: unknown = JSON.parse(text);
    if (value && typeof value === 'object' && !Array.isArray(value)) return value;
  } catch {
    // told below
  }
  throw new Trouble('bad-request', 'The body must be a JSON object.');
}

/** Paging and filters from the query. Ids are checked, so that a wrong one is a sentence and not a database error. */
export function query(request: Request): { get: (name: string) => string | undefined; limit: number; after: number } {
  const search = new URL(request.url).searchParams;
  const number = (name: string, otherwise: number, max: number) => {
    const text = search.get(name);
    if (text === null) return otherwise;
    if (!/^\d{1,15}$/.test(text)) throw new Trouble('bad-request', `${name} must be a whole number.`, name);
    return Math.min(max, Number(text));
  };
  return {
    get: (name) => search.get(name) ?? undefined,
    limit: number('limit', 100, 1000),
    after: number('after', 0, Number.MAX_SAFE_INTEGER),
  };
}

/** The parts of a search for artworks in a query. */
export function searchOf(request: Request): Search {
  const search = new URL(request.url).searchParams;
  return Object.fromEntries(SEARCH_PARTS.flatMap((part) => (search.has(part) ? [[part, search.get(part)!]] : [])));
}

/** A uuid, or a Trouble that says what was wrong. */
export function uuid(value: unknown, what: string): string {
  if (!isId(value)) throw new Trouble('not-found', `There is no such ${what}.`);
  return value;
}

export function uuids(value: unknown, what: string): string[] {
  if (!Array.isArray(value) || !value.every(isId)) throw new Trouble('bad-request', `${what} must be a list of ids.`, what);
  return value as string[];
}

/** A page of a list: `next` is what to pass as `after` for the following page. */
export function page<T extends { seq: number }>(items: T[], limit: number): { items: T[]; next: number | null } {
  return { items, next: limit > 0 && items.length === limit ? items.at(-1)!.seq : null };
}
