import { ask, type House } from './house';
import type { Report } from './report';

const many = (count: number, text: string) => text.repeat(count);
/** Patterns for words that ask for more than words need. */
const WORDINGS: Record<string, string> = {
  'a range': '{{ (1..1000000000) | join }}',
  'ranges of ranges': '{% for a in (1..9999) %}{% for b in (1..9999) %}x{% endfor %}{% endfor %}',
  doublings: `{% assign a = "ha" %}${many(30, '{% assign a = a | append: a %}')}{{ a }}`,
  'deep conditions': many(900, '{% if artwork.name %}') + 'x' + many(900, '{% endif %}'),
  'a thousand filters': `{{ artwork.name${many(900, ' | append: "x"')} }}`,
  'replaced by itself': `{{ artwork.name${many(60, ' | replace: "e", "eeeeeeeeee"')} }}`,
  'not closed': '{{ artwork.name',
  'closed twice': '{{ artwork.name }} }} {{ {{ }}',
  'a file': '{% include "/etc/passwd" %}{% render "x" %}{% layout "y" %}',
  'inner parts': '{{ artwork.constructor.constructor }}{{ artwork.__proto__ }}',
  megabytes: many(900_000, 'x'),
  'braces without end': many(4_000, '{{'),
};
/** Patterns for file names. */
const NAMES: Record<string, string> = {
  'a < and spaces': `<${many(120_000, ' ')}`,
  'parts without end': many(5_000, '<skip>_'),
  nested: '<<<<subject>>>>',
  'a part as long as a page': `<${many(60_000, 'a')}>`,
  'nothing that stands for anything': '----',
};
/**
 * Patterns that would end or hold up a program, saved and tried: each is refused with a sentence, or does little, within `mostMs` where
 * that is given (a machine that does other work beside is no judge of it).
 */
export async function tryPatterns(house: House, seed: number, mostMs = Infinity): Promise<Report> {
  const failed: string[] = [];
  let tried = 0;
  let slowest = 0;
  const [web, worker] = [await house.pid('web'), await house.pid('worker')];
  const { items } = (await ask(house, 'GET', '/dockets')).json<{ items: { document: { words: object } }[] }>();
  const form = new FormData();
  form.append(
    'files',
    new Blob(['<svg xmlns="http://www.w3.org/2000/svg" width="900" height="900"><circle r="400"/></svg>']),
    'patterned.svg',
  );
  const artwork = (await ask(house, 'POST', '/artworks', form)).json<{ results: { id: string }[] }>().results[0]!.id;
  const one = async (what: string, method: string, path: string, body: object, refused: boolean) => {
    tried++;
    const began = Date.now();
    const answer = await ask(house, method, path, body);
    const ms = Date.now() - began;
    slowest = Math.max(slowest, ms);
    if (answer.status === 0 || answer.status >= 500) failed.push(`${what}: ${answer.status} ${answer.text.slice(0, 160)}`);
    else if (refused && answer.status < 400) failed.push(`${what} was taken`);
    else if (ms > mostMs) failed.push(`${what} took ${ms} ms`);
    else if (answer.text.length > 1_000_000) failed.push(`${what} answered ${answer.text.length} characters`);
  };
  const docket = items[0];
  for (const [what, pattern] of Object.entries(WORDINGS))
    for (const field of ['title', 'description', 'tags'] as const) {
      if (!docket) break;
      const { words } = docket.document;
      const said = field === 'tags' ? { tags: { en: [pattern] } } : { words: { ...words, [field]: { en: pattern } } };
      const body = { document: { ...docket.document, ...said } };
      await one(`${what}, tried as ${field}`, 'POST', '/dockets/try', { ...body, artwork, outlet: 'quayside' }, false);
      await one(
        `${what}, saved as ${field}`,
        'POST',
        '/dockets',
        { ...body, name: `${what} ${field} ${seed}` },
        what !== 'deep conditions' &&
          what !== 'a thousand filters' &&
          what !== 'replaced by itself' &&
          what !== 'inner parts' &&
          what !== 'closed twice',
      );
    }
  for (const [what, pattern] of Object.entries(NAMES)) {
    await one(`${what}, kept`, 'PUT', '/artworks/settings', { fileNamePattern: pattern }, true);
    await one(
      `${what}, tried`,
      'POST',
      '/artworks/change',
      { ids: [artwork], change: { fromFileName: pattern }, preview: true },
      false,
    );
  }
  await one('a long search', 'GET', `/artworks/found?find=${encodeURIComponent(many(2_000, '%_\\'))}`, undefined as never, false);
  await one(
    'a search of many words',
    'GET',
    `/artworks/found?find=${encodeURIComponent(many(400, 'a '))}`,
    undefined as never,
    false,
  );
  await one(
    'a replacing that grows',
    'POST',
    '/artworks/change',
    { ids: [artwork], change: { replace: { field: 'name', find: 'e', put: many(150, 'e') } } },
    false,
  );
  if ((await house.pid('web')) !== web) failed.push('the web server ended');
  if ((await house.pid('worker')) !== worker) failed.push('the worker ended');
  return { topic: 'patterns', seed, tried, failed, worst_seconds: Math.round(slowest / 100) / 10 };
}
