import { ask, SCREENS, watchLargest, type Answer, type House } from './house';
import { BODIES, PARTS, sample, spoiled, VALUES, type Description, type Operation } from './nonsense';
import type { Report } from './report';
import { chance } from './seeded';

const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'];
/** What has no end, or would end the trial itself. */
const LEFT_OUT = (path: string, method: string, operation: Operation) =>
  path === '/session' ||
  path === '/owner' ||
  (method === 'DELETE' && path.startsWith('/credentials')) ||
  Object.values(operation.responses).some((r) => r.content && 'text/event-stream' in r.content);

/** What is wrong with an answer to nonsense: trouble of ours, or an error that is no problem document with a sentence (RFC 9457). */
function faultOf(method: string, answer: Answer, asked: string): string | null {
  if (answer.status === 0) return `no answer: ${answer.text}`;
  // an outlet that is asked may refuse: that is its trouble
  if (answer.status >= 500 && ![502, 507].includes(answer.status)) return `${answer.status} ${answer.text.slice(0, 160)}`;
  if (answer.status < 400 || method === 'HEAD') return null;
  if (!answer.type.startsWith('application/problem+json')) return `${answer.status} is told as ${answer.type || 'nothing'}`;
  const { detail, status } = answer.json<{ detail?: string; status?: number }>();
  // a word that was asked for may be quoted in the answer: only there is it no slip of ours
  const ours = asked.includes('undefined') ? detail?.replaceAll('“undefined”', '“”') : detail;
  if (status !== answer.status || !ours || /undefined|\[object|duplicate key|invalid input|violates/.test(ours))
    return `${answer.status} says ${JSON.stringify(detail)}`;
  return null;
}

/** Nonsense through every operation of the interface's own description, and through some that there are not. */
export async function tryApi(house: House, o: { seed: number; rounds: number; mostMegabytes: number }): Promise<Report> {
  const by = chance(o.seed);
  const failed = new Map<string, number>();
  let tried = 0;
  let slowest = 0;
  const worst = watchLargest(() => house.pid('web'));
  const web = await house.pid('web');
  const one = async (method: string, path: string, body?: object | string, headers?: Record<string, string>) => {
    tried++;
    const began = Date.now();
    const fault = faultOf(method, await ask(house, method, path, body, headers), path + (JSON.stringify(body) ?? ''));
    slowest = Math.max(slowest, Date.now() - began);
    if (!fault) return;
    const line = `${method} ${path.slice(0, 120)} ${body === undefined ? '' : JSON.stringify(body).slice(0, 160)}: ${fault}`;
    failed.set(line, 1);
  };
  const { paths, components } = (await ask(house, 'GET', '/openapi.json')).json<Description>();
  for (const [template, operations] of Object.entries(paths)) {
    const path = template.replace('/api/v1', '');
    for (const [verb, operation] of Object.entries(operations)) {
      const method = verb.toUpperCase();
      if (LEFT_OUT(path, method, operation)) continue;
      const parts = (operation.parameters ?? []).filter((p) => p.in === 'path');
      const query = (operation.parameters ?? []).filter((p) => p.in === 'query');
      const filled = (with_: () => string) => path.replace(/\{\w+\}/g, with_);
      const nowhere = filled(() => '00000000-0000-4000-8000-000000000000');
      const schema = operation.requestBody?.content['application/json']?.schema;
      const good = schema && sample(schema, components.schemas);
      for (let i = 0; i < o.rounds; i++) {
        if (parts.length)
          await one(
            method,
            filled(() => by.one(PARTS)),
            good as object | undefined,
          );
        if (query.length) await one(method, `${nowhere}?${query.map((q) => `${q.name}=${by.one(VALUES)}`).join('&')}`);
        if (schema) {
          await one(method, nowhere, JSON.stringify(spoiled(good, by)) ?? 'null');
          await one(method, nowhere, by.one(BODIES));
        }
      }
      if (schema) await one(method, nowhere, '{}', { 'content-type': 'text/plain' });
      for (const other of METHODS)
        if (!(other.toLowerCase() in operations)) await one(other, nowhere, other === 'GET' ? undefined : '{}');
    }
  }
  for (const part of PARTS) for (const method of METHODS) await one(method, `/${part}`);
  // the page of parts shows what went wrong as a sample
  for (const screen of SCREENS.filter((s) => s !== '/parts')) {
    tried++;
    const answer = await fetch(`${house.base}${screen}`, { headers: { authorization: `Bearer ${house.token}` } });
    const text = await answer.text();
    if (!answer.ok || /could not be (shown|loaded)/.test(text))
      failed.set(`${screen} does not open any more: ${answer.status}`, 1);
  }
  if ((await house.pid('web')) !== web) failed.set('the web server ended and was started anew', 1);
  const mb = worst();
  if (mb > o.mostMegabytes) failed.set(`the web server took ${mb} MB`, 1);
  return {
    topic: 'api',
    seed: o.seed,
    tried,
    failed: [...failed.keys()],
    worst_mb: mb,
    worst_seconds: Math.round(slowest / 100) / 10,
  };
}
