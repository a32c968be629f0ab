import { covers } from '@/core/scopes';
import { actingAs, actorOf } from '@/services/people/actor';
import { Trouble } from '@/services/trouble';
import { whoAsks } from './caller';
import { bodyOf, faultIn, paramsOf, queryOf } from './check';
import { answered, problemResponse } from './problem';
import type { Asked } from './route';
import { find } from './table';

const BASE = '/api/v1';

/** Names under which this house may be asked: the loopback's own, and those that `./start --host` names. */
const hostNames = (): string[] =>
  ['127.0.0.1', 'localhost', '[::1]', ...(process.env.PRESS_HOSTS ?? '').split(',')].filter(Boolean);

/**
 * What speaks against a change, or null: asked under a strange name (a site that points its own name at this machine), or begun by
 * another site: a browser says so in Sec-Fetch-Site (W3C Fetch Metadata) or Origin.
 */
function whyNotFromThere(request: Request): string | null {
  if (request.method === 'GET' || request.method === 'HEAD') return null;
  const host = request.headers.get('host') ?? '';
  if (!hostNames().includes(host.replace(/:\d+$/, '')))
    return 'This house does not go by that name. Start it with --host to give it one.';
  const site = request.headers.get('sec-fetch-site');
  const origin = request.headers.get('origin');
  const elsewhere = site !== null && site !== 'same-origin' && site !== 'none';
  if (elsewhere || (origin !== null && origin.replace(/^https?:\/\//, '') !== host))
    return 'This request came from another site.';
  return null;
}

/** Answers one request below `/api/v1`, whatever it is. */
export const answerApi = (request: Request): Promise<Response> =>
  answered(async () => {
    const url = new URL(request.url);
    const found = find(request.method, url.pathname.slice(BASE.length));
    if (!found) throw new Trouble('not-found', 'There is nothing at this address. All there is stands in /api/v1/openapi.json.');
    if ('allowed' in found) {
      const allow = found.allowed.join(', ');
      if (request.method === 'OPTIONS') return new Response(null, { status: 204, headers: { allow } });
      return problemResponse(new Trouble('no-such-method', `This can be asked by ${allow} only.`), { allow });
    }
    const { route } = found;
    const strange = whyNotFromThere(request);
    if (strange) throw new Trouble('not-allowed', strange);
    const caller = route.open ? null : await whoAsks(route.often);
    if (!route.open && !caller) throw new Trouble('not-signed-in', 'Sign in, or send a token: Authorization: Bearer up_….');
    if (caller && !covers(caller.scope, route.needs))
      throw new Trouble('not-allowed', `This token is for “${caller.scope}” only; this needs “${route.needs}”.`);
    const asked = {
      caller,
      workspace: caller?.workspace,
      params: paramsOf(route, found.params),
      query: queryOf(route, url.searchParams),
      body: route.body ? await bodyOf(route.body, request) : undefined,
      request,
    } as Asked<never, never, never>;
    const answer = await (caller ? actingAs(actorOf(caller), () => route.handle(asked)) : route.handle(asked));
    if (answer instanceof Response) return answer;
    const text = JSON.stringify(route.answers ? answer : {});
    if (process.env.PRESS_HOLD_ANSWERS === '1' && route.answers) hold(route.answers, text, `${route.method} ${route.path}`);
    return new Response(text, { status: route.status, headers: { 'content-type': 'application/json' } });
  });

/** In tests every answer is held to its own description, on whatever errand it was asked for. */
function hold(schema: Parameters<typeof faultIn>[0], text: string, what: string): void {
  const fault = faultIn(schema, JSON.parse(text), 'the answer');
  if (fault) throw new Trouble('trouble', `${what} answers what its description does not say: ${fault.sentence}`);
}
