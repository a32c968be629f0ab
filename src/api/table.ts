import { Type } from '@sinclair/typebox';
import { describe } from './describe';
import { ARTWORK_ROUTES } from './routes/artwork';
import { FILING_ROUTES } from './routes/filing';
import { LINE_ROUTES } from './routes/line';
import { PEOPLE_ROUTES } from './routes/people';
import { BENCH_ROUTES } from './routes/bench';
import { PICTURE_ROUTES } from './routes/pictures';
import { PRINT_ROUTES } from './routes/prints';
import { STOCKROOM_ROUTES } from './routes/stockroom';
import { CHECKS_ROUTES } from './routes/checks';
import { GALLEY_ROUTES } from './routes/galley';
import { WORDS_ROUTES } from './routes/words';
import { route, type Method, type Route } from './route';
import { Exactly } from './shapes/parts';

/** Everything that `/api/v1` does. */
export const ROUTES: Route[] = [
  route('GET', '/health', { does: 'is the web server up', open: true, answers: Exactly({ ok: Type.Boolean() }) }, () => ({
    ok: true,
  })),
  route('GET', '/openapi.json', { does: 'this description', open: true, answers: Type.Object({}) }, () => describe(ROUTES)),
  ...PEOPLE_ROUTES,
  ...ARTWORK_ROUTES,
  ...FILING_ROUTES,
  ...STOCKROOM_ROUTES,
  ...LINE_ROUTES,
  ...PICTURE_ROUTES,
  ...BENCH_ROUTES,
  ...PRINT_ROUTES,
  ...WORDS_ROUTES,
  ...GALLEY_ROUTES,
  ...CHECKS_ROUTES,
];

export interface Found {
  route: Route;
  params: Record<string, string>;
}

/** Fixed words before names: `/artworks/found` is not the artwork called found. */
const order = (path: string) => path.replace(/\{\w+\}/g, '~');
const byPath = new Map<string, Route[]>();
for (const route of ROUTES) byPath.set(route.path, [...(byPath.get(route.path) ?? []), route]);
const PATHS = [...byPath.keys()].sort((a, b) => (order(a) < order(b) ? -1 : 1)).map((path) => ({ path, parts: path.split('/') }));

/** Parts of an address, percent-decoded (RFC 3986, section 2.1); null when they are not well formed. */
function decoded(address: string): string[] | null {
  try {
    return address.split('/').map(decodeURIComponent);
  } catch {
    return null;
  }
}

/** The operation that an address below `/api/v1` asks for; the methods that there are when it is asked by none of them. */
export function find(method: string, address: string): Found | { allowed: Method[] } | null {
  const asked = decoded(address);
  if (!asked) return null;
  for (const { path, parts } of PATHS) {
    if (parts.length !== asked.length || !parts.every((p, i) => (p.startsWith('{') ? asked[i] : p === asked[i]))) continue;
    const routes = byPath.get(path)!;
    // what can be read can be asked for its headers alone (RFC 9110, section 9.3.2)
    const route =
      routes.find((r) => r.method === method) ?? (method === 'HEAD' ? routes.find((r) => r.method === 'GET') : undefined);
    if (!route) return { allowed: routes.map((r) => r.method) };
    const params: Record<string, string> = {};
    parts.forEach((p, i) => {
      if (p.startsWith('{')) params[p.slice(1, -1)] = asked[i]!;
    });
    return { route, params };
  }
  return null;
}
