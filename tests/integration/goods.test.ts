import { kindOf } from '../../src/core/docket/kinds';
import { starterParts } from '../../src/core/docket/starter';
import type { BlankDocument } from '../../src/core/stock/blank';
import { call, newArtworks, ok, openShop, STANDINS, type Items } from './press';

// what print houses offer, as it is fetched, browsed, split and begun with

interface Blank {
  id: string;
  version: number;
  document: BlankDocument;
}
interface Line {
  id: string;
  name: string;
  kind: string;
  department: string;
  house: string;
  leastMinor: number;
  mostMinor: number;
  printMm: number;
  days: number;
  colours: { name: string }[];
}
interface Window {
  total: number;
  rows: Line[];
}

let blanks: Blank[];
beforeAll(async () => {
  await openShop();
  blanks = (await ok<Items<Blank>>('GET', '/blanks')).items;
});
const rows = (query: string) => ok<Window>('GET', `/blanks/rows?count=200&${query}`);
const ids = async (query: string) => (await rows(query)).rows.map((b) => b.id);
const those = (which: (d: BlankDocument) => boolean) => blanks.filter((b) => which(b.document)).map((b) => b.id).sort(); // prettier-ignore
const sorted = async (query: string) => (await ids(query)).sort();

test('both houses’ catalogues are taken whole: at least thirty blanks of many kinds', async () => {
  const listed = await Promise.all(
    ['brightsea', 'aldergate'].map(async (h) => {
      const { products } = (await (await fetch(`${STANDINS}/houses/${h}/catalogue`)).json()) as { products: { id: string }[] };
      return products.map((p) => p.id);
    }),
  );
  expect(blanks.map((b) => b.id)).toEqual(expect.arrayContaining(listed.flat()));
  expect(listed.flat().length).toBeGreaterThanOrEqual(30);
  expect(new Set(blanks.map((b) => b.document.kind)).size).toBeGreaterThanOrEqual(25);
  const { faults } = await ok<{ faults: string[] }>('POST', '/blanks/refresh', {});
  expect(faults).toEqual([]);
});

test('what is drawn fits: safe margins leave room, openings and seams lie in their areas, sizes named are sizes there are', () => {
  for (const { id, document: d } of blanks)
    for (const a of d.areas) {
      const known = d.sizes.map((s) => s.name);
      expect([id, a.name, Object.keys(a.bySize ?? {}).filter((s) => !known.includes(s))]).toEqual([id, a.name, []]);
      for (const on of [a, ...Object.values(a.bySize ?? {})]) {
        expect(on.widthMm).toBeGreaterThan(2 * (a.safeMm ?? 0));
        expect(on.heightMm).toBeGreaterThan(2 * (a.safeMm ?? 0));
        for (const path of [...(on.cutOuts ?? []), ...(on.seams ?? [])]) {
          const [x, y] = /^M(-?[\d.]+) (-?[\d.]+)/.exec(path)!.slice(1).map(Number) as [number, number];
          expect(x).toBeGreaterThanOrEqual(0);
          expect(x).toBeLessThanOrEqual(on.widthMm);
          expect(y).toBeGreaterThanOrEqual(0);
          expect(y).toBeLessThanOrEqual(on.heightMm);
        }
      }
    }
});

test('sheets are as large as the standards say', () => {
  // ISO 216:2007, table 1 (A series), mm; 1 in = 25.4 mm exactly (international yard and pound agreement, 1959)
  const ISO: Record<string, [number, number]> = {
    A2: [420, 594],
    A3: [297, 420],
    A4: [210, 297],
    A5: [148, 210],
    A6: [105, 148],
  };
  const seen = new Set<string>();
  for (const { id, document: d } of blanks)
    for (const a of d.areas)
      for (const { name } of d.sizes) {
        const on = a.bySize?.[name] ?? a;
        const inch = /^(\d+) x (\d+) in$/
          .exec(name)
          ?.slice(1)
          .map((n) => Number(n) * 25.4);
        const wanted = ISO[name] ?? inch;
        if (!wanted || a.side === 'inside') continue;
        seen.add(name);
        const measured = [on.widthMm, on.heightMm].sort((x, y) => x - y);
        expect([id, name, measured.map((n) => Math.round(n * 10) / 10)]).toEqual([
          id,
          name,
          wanted.map((n) => Math.round(n * 10) / 10),
        ]);
      }
  expect([...seen]).toEqual(expect.arrayContaining(['A2', 'A3', 'A4', 'A5', 'A6', '24 x 36 in', '8 x 10 in']));
});

test('every blank can be begun with: its ready docket says what a listing would be', async () => {
  const [artwork] = await newArtworks(1);
  const scenes = (await ok<Items<Parameters<typeof starterParts>[2][number]>>('GET', '/scenes')).items;
  const [plan] = (await ok<Items<{ id: string }>>('GET', '/price-plans')).items;
  for (const { id, document } of blanks) {
    const answer = await call<{ detail?: string; fields: { title: { value: string } } }>('POST', '/dockets/try', {
      document: { ...starterParts(id, document, scenes), pricePlan: plan!.id, outlets: [{ outlet: 'quayside' }] },
      artwork,
      outlet: 'quayside',
    });
    expect([id, answer.status, answer.body.detail]).toEqual([id, 200, undefined]);
    expect(answer.body.fields.title.value).toContain(kindOf(document.kind).one);
  }
});

describe('browsing', () => {
  test('finds by words of name, kind, house and colours, all of them', async () => {
    expect(await sorted('find=mug')).toEqual(those((d) => /mug/i.test(`${d.name} ${d.kind} ${d.id}`)));
    expect(await sorted('find=brightsea%20heather')).toEqual(
      those((d) => d.house.startsWith('Brightsea') && d.colours.some((c) => c.name === 'Heather')),
    );
    expect(await rows('find=nothing%20of%20that%20kind')).toMatchObject({ total: 0, rows: [] });
    expect((await rows('find=100%25')).total).toBe(0);
  });

  test('narrows by department, kind, house, family of colours and days', async () => {
    expect(await sorted('department=homeware')).toEqual(those((d) => d.department === 'homeware'));
    expect(await sorted('kind=shirt')).toEqual(those((d) => d.kind === 'shirt'));
    expect(await sorted('house=Aldergate%20Press')).toEqual(those((d) => d.house === 'Aldergate Press'));
    expect(await sorted('family=violet')).toEqual(those((d) => d.colours.some((c) => c.family === 'violet')));
    expect(await sorted('days=2')).toEqual(those((d) => d.productionDays <= 2));
    expect(await sorted('department=clothes&family=violet&days=3')).toEqual(
      those((d) => d.department === 'clothes' && d.productionDays <= 3 && d.colours.some((c) => c.family === 'violet')),
    );
  });

  test.each([
    ['cost', (b: Line) => b.leastMinor],
    ['print', (b: Line) => -b.printMm],
    ['days', (b: Line) => b.days],
  ] as const)('sorts by %s, and is the same window by window', async (sort, by) => {
    const whole = (await rows(`sort=${sort}`)).rows;
    expect(whole.map(by)).toEqual(whole.map(by).sort((a, b) => a - b));
    const parts: string[] = [];
    for (let from = 0; from < whole.length; from += 7)
      parts.push(...(await ok<Window>('GET', `/blanks/rows?sort=${sort}&from=${from}&count=7`)).rows.map((b) => b.id));
    expect(parts).toEqual(whole.map((b) => b.id));
  });

  test.each(['sort=luck', 'days=soon', 'days=-1', 'from=-1', 'count=9999'])('%s is refused with a sentence', async (query) => {
    const { status, body } = await call<{ detail: string }>('GET', `/blanks/rows?${query}`);
    expect([[400, 422].includes(status), typeof body.detail]).toEqual([true, 'string']);
  });
});

describe('a product text', () => {
  const id = 'brightsea-apron-240';
  const its = async () => (await ok<Blank>('GET', `/blanks/${id}`)).document.sentences;
  const of = async (text: string) => (await its()).find((s) => s.text === text);
  const POCKET = 'The pocket is not printed.';

  test('is split by rules; a hand puts a sentence right, fetching again keeps it, and it can be taken back', async () => {
    expect(await of(POCKET)).toEqual({ text: POCKET, for: 'sellers', by: 'how the house works' });
    const say = (isFor: string | null) => ok<Blank>('POST', `/blanks/${id}/sentences`, { text: POCKET, for: isFor });
    const { version } = await say('buyers');
    expect(await of(POCKET)).toEqual({ text: POCKET, for: 'buyers', by: 'hand' });
    await ok('POST', '/blanks/refresh', {});
    expect((await ok<Blank>('GET', `/blanks/${id}`)).version).toBe(version);
    expect(await of(POCKET)).toMatchObject({ by: 'hand' });
    // said again it is no further version
    expect((await say('buyers')).version).toBe(version);
    await ok('POST', '/activity/undo', {});
    expect(await of(POCKET)).toEqual({ text: POCKET, for: 'sellers', by: 'how the house works' });
    const [last] = (await ok<Items<{ id: string; did: string }>>('GET', `/activity?of=${id}`)).items;
    await ok('POST', '/activity/redo', { id: last!.id });
    expect(await of(POCKET)).toMatchObject({ for: 'buyers' });
    expect((await say(null)).document.sentences.find((s) => s.text === POCKET)).toMatchObject({ for: 'sellers' });
    await ok('POST', '/blanks/refresh', {});
    expect(await of(POCKET)).toMatchObject({ for: 'sellers', by: 'how the house works' });
  });

  test('only what is for buyers reaches a listing', async () => {
    const [artwork] = await newArtworks(1);
    const scenes = (await ok<Items<Parameters<typeof starterParts>[2][number]>>('GET', '/scenes')).items;
    const [plan] = (await ok<Items<{ id: string }>>('GET', '/price-plans')).items;
    const { document } = blanks.find((b) => b.id === id)!;
    const said = await ok<{ fields: { description: { value: string } } }>('POST', '/dockets/try', {
      document: { ...starterParts(id, document, scenes), pricePlan: plan!.id, outlets: [{ outlet: 'quayside' }] },
      artwork,
      outlet: 'quayside',
    });
    expect(said.fields.description.value).toContain('Cotton twill with a neck band that adjusts');
    expect(said.fields.description.value).not.toContain(POCKET);
  });

  test.each([
    [{ text: 'A sentence that it does not say.', for: 'buyers' }, 409],
    [{ text: POCKET, for: 'everybody' }, 422],
    [{ text: '', for: 'buyers' }, 422],
    [{ for: 'buyers' }, 422],
  ])('%j is refused with a sentence', async (body, status) => {
    const answer = await call<{ detail: string }>('POST', `/blanks/${id}/sentences`, body);
    expect([answer.status, typeof answer.body.detail]).toEqual([status, 'string']);
  });

  test('a blank that is not there is said', async () => {
    expect((await call('GET', '/blanks/no-such-blank')).status).toBe(404);
    expect((await call('POST', '/blanks/no-such-blank/sentences', { text: 'x', for: 'buyers' })).status).toBe(404);
  });
});
