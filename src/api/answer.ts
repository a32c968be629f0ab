import { Trouble } from '@/services/trouble';
import { whoAsks } from './caller';
import { bodyOf, faultIn, paramsOf, queryOf } from './check';
import { answered, problemResponse } from './problem';
import type { Asked } from './route';
import { find } from './table';

const BASE = '/api/v1';

/** A browser says where a request comes from (W3C Fetch Metadata); one that another site began is not taken. */
const fromElsewhere = (request: Request): boolean => {
  const site = request.headers.get('sec-fetch-site');
  return request.method !== 'GET' && site !== null && site !== 'same-origin' && site !== 'none';
};

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
    if (fromElsewhere(request)) throw new Trouble('not-allowed', 'This request came from another site.');
    const caller = route.open ? null : await whoAsks();
    if (!route.open && !caller) throw new Trouble('not-signed-in', 'Sign in, or send a token: Authorization: Bearer up_….');
    const asked = {
      caller,
      workspace: caller?.workspace,
      params: paramsOf(route, found.params),
      query: queryOf(route, url.searchParams),
      body: route.body ? await bodyOf(route.body, request) : undefined,
      request,
    } as Asked<never, never, never>;
    const answer = await route.handle(asked);
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
