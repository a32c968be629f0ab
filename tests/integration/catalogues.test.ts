import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { closeDatabase } from '../../src/data/database';
import { blankWindow } from '../../src/services/stockroom/blank-windows';
import { blanks, fetchCatalogue, sayForWhom } from '../../src/services/stockroom/blanks';
import { changesWindow } from '../../src/services/stockroom/changes';
import { changePhrase } from '../../src/core/stock/changes';
import { asOwner, STANDINS } from './press';

// catalogues as a print house that is broken, or means harm, would send them; into a workspace of its own

interface Product {
  id: string;
  name: string;
  text: string;
  [more: string]: unknown;
}
let workspace: string;
let whole: { house: string; products: Product[] };
let sends: (response: http.ServerResponse) => void;
const server = http.createServer((_, response) => sends(response));
let url: string;
const send = (body: unknown): Promise<string[]> => {
  const text = typeof body === 'string' ? body : JSON.stringify(body);
  sends = (response) => void response.setHeader('content-type', 'application/json').end(text);
  return fetchCatalogue(workspace, url);
};
const here = async () => (await blanks(workspace)).map((b) => [b.id, b.version, b.goneAt !== null]);

beforeAll(async () => {
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
  whole = (await (await fetch(`${STANDINS}/houses/brightsea/catalogue`)).json()) as typeof whole;
  workspace = await asOwner(async (o) => (await o.query<{ id: string }>("INSERT INTO workspace (name) VALUES ('Catalogues') RETURNING id")).rows[0]!.id); // prettier-ignore
});
afterAll(async () => {
  await asOwner((o) => o.query('DELETE FROM workspace WHERE id = $1', [workspace]));
  server.closeAllConnections();
  server.close();
  await closeDatabase();
});

const [mug, apron] = [() => product('brightsea-mug-325'), () => product('brightsea-apron-240')];
const product = (id: string) => structuredClone(whole.products.find((p) => p.id === id)!);

test('what cannot be kept, what is listed twice and what has no id is said; the rest is taken', async () => {
  const faults = await send({
    house: 'Odd Works',
    products: [
      { ...mug(), id: 'nothing', name: 'A\u0000mug' },
      { ...mug(), id: 'half', text: 'Half of a sign \ud83d here.' },
      { ...mug(), id: 'back-slash', text: 'A path like C:\\u0000 is only text.' },
      { ...mug(), id: 'NOT AN ID' },
      { ...mug(), id: 'nul\u0000' },
      mug(),
      { ...mug(), name: 'The same again' },
      null,
      'mug',
      apron(),
    ],
  });
  expect(faults).toEqual([
    'nothing: there are signs in it that cannot be kept.',
    'half: there are signs in it that cannot be kept.',
    'A product: it has no id that could be one.',
    'A product: it has no id that could be one.',
    'brightsea-mug-325: it is listed twice.',
    'A product: it has no id that could be one.',
    'A product: it has no id that could be one.',
  ]);
  expect(await here()).toEqual([
    ['back-slash', 1, false],
    ['brightsea-apron-240', 1, false],
    ['brightsea-mug-325', 1, false],
  ]);
});

test('asked again nothing is new, what is broken meanwhile stays, what is not listed is gone', async () => {
  expect(await send({ house: 'Odd Works', products: [mug(), { ...apron(), sizes: 7 }] })).toHaveLength(1);
  expect(await here()).toEqual([
    ['back-slash', 1, true],
    ['brightsea-apron-240', 1, false],
    ['brightsea-mug-325', 1, false],
  ]);
});

test('no house writes over the blanks of another', async () => {
  const faults = await send({ house: 'Other Works', products: [{ ...mug(), name: 'Mine now' }] });
  expect(faults).toEqual(['brightsea-mug-325: that is a blank of Odd Works.']);
  expect((await blanks(workspace)).find((b) => b.id === 'brightsea-mug-325')!.document.name).toBe(mug().name);
});

test.each([
  ['no JSON', '{"house": "Odd Works", "products": ['],
  ['nothing', ''],
  ['another thing', '{"house": "Odd\\u0000Works", "products": []}'],
  ['more than could be', JSON.stringify({ house: 'Odd Works', products: Array<number>(20_001).fill(0) })],
])('%s is said, and what is here stays', async (_, body) => {
  const before = await here();
  await expect(send(body)).rejects.toThrow(/print house (did not send its catalogue|sent is not a catalogue)/);
  expect(await here()).toEqual(before);
});

test('an answer without an end is cut off, and is not held in memory', async () => {
  let sent = 0;
  const block = Buffer.alloc(2 ** 20, 32);
  sends = (response) => {
    const more = () => {
      while (!response.destroyed && sent < 400 * block.length) {
        sent += block.length;
        if (!response.write(block)) return void response.once('drain', more);
      }
    };
    response.write('{"house": "Odd Works",');
    more();
  };
  await expect(fetchCatalogue(workspace, url)).rejects.toThrow('did not send its catalogue');
  expect(sent).toBeLessThan(200 * block.length);
});

test('a connection that breaks off in the middle leaves what is here', async () => {
  const before = await here();
  sends = (response) => {
    response.write('{"house": "Odd Works", "products": [');
    setTimeout(() => response.destroy(), 20);
  };
  await expect(fetchCatalogue(workspace, url)).rejects.toThrow('did not send its catalogue');
  expect(await here()).toEqual(before);
});

test('three thousand blanks are taken, found in windows, and one sentence of one is put right', async () => {
  const many: Product[] = Array.from({ length: 3000 }, (_, i) => ({ ...apron(), id: `many-${i}`, name: `Apron number ${i}` }));
  expect(await send({ house: 'Large Works', products: many })).toEqual([]);
  const last = await blankWindow(workspace, { house: 'Large Works', sort: 'name' }, { from: 2990, count: 40 });
  expect([last.total, last.rows.length, last.rows.at(-1)!.id]).toEqual([3000, 10, 'many-999']);
  const { version } = await sayForWhom(workspace, 'many-7', 'The pocket is not printed.', 'buyers');
  expect(version).toBe(2);
  // one of them is dearer: that one is a new version, and no other
  many[5] = { ...many[5]!, costs: [{ cost_cents: 9999 }] };
  expect(await send({ house: 'Large Works', products: many })).toEqual([]);
  const now = (await blanks(workspace)).filter((b) => b.version > 1).map((b) => [b.id, b.version]);
  expect(now).toEqual([
    ['many-5', 2],
    ['many-7', 2],
  ]);
});

test('the shipped houses bring a list out for spring: every way in which a list can differ is in it, and none when the first is back', async () => {
  const at = (await asOwner((o) => o.query<{ id: string }>("INSERT INTO workspace (name) VALUES ('Spring') RETURNING id")))
    .rows[0]!.id;
  const houses = ['brightsea', 'aldergate'];
  const bring = async (list: 'first' | 'spring') => {
    const faults: string[] = [];
    for (const house of houses) {
      expect((await fetch(`${STANDINS}/control/${house}/${list}`, { method: 'POST' })).status).toBe(200);
      faults.push(...(await fetchCatalogue(at, `${STANDINS}/houses/${house}/catalogue`)));
    }
    expect(faults).toEqual([]);
    const { items } = await changesWindow(at, { from: 0, count: 100 });
    return items.flatMap((c) => c.changes.map((x) => [c.blank, x.code, changePhrase(x)]));
  };
  try {
    expect(await bring('first')).toEqual([]);
    const told = await bring('spring');
    const codes = ['colours-ended', 'variants-ended', 'sizes-ended', 'gone', 'dearer', 'cheaper', 'short', 'postage', 'days', 'text', 'day', 'new', 'colours-new', 'sizes-new', 'areas-new']; // prettier-ignore
    expect([...new Set(told.map((t) => t[1]))].sort()).toEqual(codes.sort());
    for (const [, code, says] of told) expect(says).not.toBe(code);
    // the page that brings the other list out says which one holds
    expect(await (await fetch(`${STANDINS}/houses/brightsea`)).text()).toContain('Bring out the first list again');
    // the new shirt is not listed any more: it came and went
    expect((await bring('first')).filter((t) => t[0] !== 'brightsea-tee-organic-200')).toEqual([]);
  } finally {
    for (const house of houses) await fetch(`${STANDINS}/control/${house}/first`, { method: 'POST' });
    await asOwner((o) => o.query('DELETE FROM workspace WHERE id = $1', [at]));
  }
});
