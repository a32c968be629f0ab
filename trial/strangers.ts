import { ask, until, type House } from './house';
import { sample, type Description } from './nonsense';
import type { Report } from './report';

/** Everything that a house has, by the lists that name it. */
const LISTS = [
  '/artworks',
  '/drawers',
  '/views',
  '/dockets',
  '/runs',
  '/proofs',
  '/listings',
  '/artworks/alike',
  '/credentials',
  '/outlets',
  '/artworks/settings',
  '/artworks/intake',
];
const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;

/** A house's whole state as text; when things were last looked at does not count. */
async function stateOf(house: House): Promise<string> {
  const parts: string[] = [];
  for (const list of LISTS) parts.push(`${list} ${(await ask(house, 'GET', `${list}?limit=1000`)).text}`);
  return parts.join('\n').replace(/"(usedAt|updatedAt)":"[^"]*"/g, '');
}

/** Puts ids of somebody else's things wherever an id is asked for. */
function withIds(value: unknown, ids: string[]): unknown {
  if (typeof value === 'string') return /^0{8}-/.test(value) ? ids[0] : value;
  if (Array.isArray(value))
    return value.every((v) => typeof v === 'string' && /^0{8}-/.test(v)) && value.length
      ? ids
      : value.map((v) => withIds(v, ids));
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, withIds(v, ids)]));
  return value;
}

/**
 * One house goes through every operation with the ids of another's things: none of them may be told, and nothing of the other's may
 * be otherwise afterwards. `secret` is a word that only the other house's things hold.
 */
export async function tryStrangers(owner: House, stranger: House, secret: string, mostIds = 1000): Promise<Report> {
  const failed: string[] = [];
  let tried = 0;
  // what is still being measured or read changes by itself
  await until(
    async () => (await ask(owner, 'GET', '/line')).json<{ work: unknown[] }>().work,
    (work) => work.length === 0,
    120,
  );
  const before = await stateOf(owner);
  if (!before.includes(secret)) failed.push('the house that is to be looked into is empty');
  const ids = [...new Set(before.match(UUID) ?? [])].slice(-mostIds);
  const pictures = [...new Set([...before.matchAll(/\/api\/v1(\/pictures\/[^"]+)/g)].map((m) => m[1]!))];
  const { paths, components } = (await ask(stranger, 'GET', '/openapi.json')).json<Description>();
  for (const [template, operations] of Object.entries(paths)) {
    const path = template.replace('/api/v1', '');
    for (const [verb, operation] of Object.entries(operations)) {
      if (path === '/session' || path === '/owner' || JSON.stringify(operation.responses).includes('event-stream')) continue;
      const method = verb.toUpperCase();
      const schema = operation.requestBody?.content['application/json']?.schema;
      const body = schema && (withIds(sample(schema, components.schemas), ids) as object);
      const params = (operation.parameters ?? []).some((p) => p.in === 'path');
      for (const id of params && !path.includes('{name}') ? ids : ['']) {
        tried++;
        const answer = await ask(stranger, method, path.replace(/\{\w+\}/g, id || 'x'), body);
        const what = `${method} ${path} with ${id || 'ids in its body'}`;
        if (answer.status === 0 || (answer.status >= 500 && answer.status !== 502))
          failed.push(`${what}: ${answer.status} ${answer.text.slice(0, 120)}`);
        if (answer.text.includes(secret)) failed.push(`${what} tells what is not the stranger’s`);
        // an outlet is known by the same short name in each house
        if (params && id && answer.status < 400 && !path.startsWith('/outlets'))
          failed.push(`${what} is answered ${answer.status}`);
      }
    }
  }
  for (const picture of pictures) {
    tried++;
    const answer = await ask(stranger, 'GET', picture);
    if (answer.status !== 404) failed.push(`${picture} is answered ${answer.status}`);
  }
  const [was, is] = [before.split('\n'), (await stateOf(owner)).split('\n')];
  for (const [i, line] of is.entries())
    if (line !== was[i]) {
      const from = [...line].findIndex((c, at) => c !== was[i]![at]);
      failed.push(
        `not as it was: ${LISTS[i]} …${line.slice(Math.max(0, from - 60), from + 60)}… was …${was[i]!.slice(Math.max(0, from - 20), from + 60)}…`,
      );
    }
  return { topic: 'strangers', seed: 0, tried, failed: [...new Set(failed)] };
}
