import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { areaOn, type BlankDocument } from '../../src/core/stock/blank';
import {
  BASE,
  call,
  drafted,
  motif,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  settled,
  TOKEN,
  trouble,
  until,
  upload,
  type Items,
  type Listing,
  type Proof,
} from './press';

/* Print files: asked for, made, packed, and kept as they were sent. */

interface PrintFile {
  file: string;
  product: string;
  area: string;
  sizes: string[];
  widthMm: number;
  heightMm: number;
  bleedMm: number;
  ppi: number;
  widthPx: number;
  heightPx: number;
  made: boolean;
  pdf: { made: boolean } | null;
}
interface PrintSet {
  id: string;
  state: string;
  made: number;
  failed: number;
  total: number;
  bytes: number;
  failures: { path: string; says: string }[];
}
let docket = '';
/** Four proofs of one run; each test says which of them it takes, so that few pictures have to be made. */
let proofs: Proof[] = [];
beforeAll(async () => {
  ({ docket } = await openShop());
  proofs = await proofsOf(await newArtworks(4));
}, 240_000);

async function proofsOf(artworks: string[], dockets = [docket], outlets = ['quayside']): Promise<Proof[]> {
  const run = await ok<{ id: string }>('POST', '/runs', { artworks, dockets, outlets });
  await drafted(run.id);
  return (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
}
const printsOf = async (id: string, of = 'proofs') => (await ok<{ items: PrintFile[] }>('GET', `/${of}/${id}/prints`)).items;
const ended = (id: string) =>
  until(
    () => ok<PrintSet>('GET', `/print-sets/${id}`),
    (s) => s.state === 'done' || s.state === 'stopped',
    'print files',
  );
const taken = (path: string) => fetch(`${BASE}/api/v1${path}`, { headers: { authorization: `Bearer ${TOKEN}` } });

/** Takes an archive away and unpacks it with a tool that has nothing of ours. */
async function unpacked(id: string): Promise<{ names: string[]; read: (name: string) => Buffer; drop: () => void }> {
  const folder = mkdtempSync(join(tmpdir(), 'press-archive-'));
  const answer = await taken(`/print-sets/${id}/archive`);
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/zip']);
  writeFileSync(join(folder, 'it.zip'), Buffer.from(await answer.arrayBuffer()));
  execFileSync('unzip', ['-q', 'it.zip', '-d', 'it'], { cwd: folder });
  const names = readdirSync(join(folder, 'it'), { recursive: true, encoding: 'utf8' }).filter((n) => /\.\w+$/.test(n));
  return {
    names,
    read: (name) => readFileSync(join(folder, 'it', name)),
    drop: () => rmSync(folder, { recursive: true }),
  };
}

test('what a proof prints is told to the pixel, made when somebody asks, and packed with a table', async () => {
  const [proof] = proofs;
  const files = await printsOf(proof!.id);
  const front = files.find((f) => f.area === 'front')!;
  // 15 x 18 in at 300 px/in
  expect(front).toMatchObject({ widthMm: 381, heightMm: 457.2, ppi: 300, widthPx: 4500, heightPx: 5400, made: false, pdf: null });
  expect((await taken(`/proofs/${proof!.id}/prints/${front.file}`)).status).toBe(404);

  const names = '{{ artwork.name }}/{{ print.area }} {{ print.width }}x{{ print.height }}';
  const asked = await ok<PrintSet>('POST', '/print-sets', { of: { proofs: { ids: [proof!.id] } }, names });
  const set = await ended(asked.id);
  expect(set).toMatchObject({ state: 'done', made: files.length, failed: 0, total: files.length });

  const archive = await unpacked(set.id);
  const pngs = archive.names.filter((n) => n.endsWith('.png'));
  expect(pngs).toHaveLength(files.length);
  expect(pngs.some((n) => /^motif \d+\/front 4500x5400\.png$/i.test(n))).toBe(true);
  for (const name of pngs) {
    const told = await sharp(archive.read(name)).metadata();
    expect(name).toContain(`${told.width}x${told.height}`);
    expect([told.density, told.hasAlpha]).toEqual([300, true]);
  }
  const table = archive.read('print files.csv').toString('utf8').split('\r\n');
  expect(table[0]).toBe('\ufefffile,product,print area,sizes,colours,width mm,height mm,bleed mm,width px,height px,px/in');
  expect(table.filter((row) => row.includes('.png'))).toHaveLength(files.length);
  archive.drop();

  // and one by one, under a name that says what it is
  const one = await taken(`/proofs/${proof!.id}/prints/${front.file}`);
  expect(one.headers.get('content-disposition')).toMatch(/^attachment; .*front/);
  expect((await sharp(Buffer.from(await one.arrayBuffer())).metadata()).width).toBe(4500);
  expect((await printsOf(proof!.id)).every((f) => f.made)).toBe(true);
});

test('a poster is a file a size, and as PDF', async () => {
  const posters = (await ok<Items<{ name: string }>>('POST', '/dockets/ready', { kinds: ['poster'] })).items;
  const made = (await ok<Items<{ id: string; name: string }>>('GET', '/dockets')).items.find((d) => d.name === posters[0]!.name)!;
  // one that fills its sheet
  const filled = await sharp(await motif(91_001, 4200, 5600)).flatten({ background: '#274b6d' }).png().toBuffer(); // prettier-ignore
  const artwork = (await upload([['filled.png', filled]]))[0]!.id;
  await settled(artwork);
  await ok('PATCH', `/artworks/${artwork}`, { subject: 'lighthouse' });
  const [proof] = await proofsOf([artwork], [made.id]);
  const files = await printsOf(proof!.id);
  expect(files.length).toBeGreaterThan(1);
  for (const f of files) {
    expect(f.widthPx).toBe(Math.round(((f.widthMm + 2 * f.bleedMm) / 25.4) * f.ppi));
    expect(f.pdf).toEqual({ made: false });
  }
  const least = files.reduce((a, b) => (a.widthPx < b.widthPx ? a : b));
  const asked = { of: { proofs: { ids: [proof!.id] } }, pdf: true, files: [least.file] };
  const set = await ended((await ok<PrintSet>('POST', '/print-sets', asked)).id);
  expect(set).toMatchObject({ state: 'done', made: 1, total: 1 });
  const pdf = await taken(`/proofs/${proof!.id}/prints/${least.file}?pdf=true`);
  expect(pdf.headers.get('content-type')).toBe('application/pdf');
  expect(
    Buffer.from(await pdf.arrayBuffer())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
});

test('many are made while workers come and go, each once, and none is lost', async () => {
  const ids = proofs.slice(1).map((p) => p.id);
  const set = await ok<PrintSet>('POST', '/print-sets', { of: { proofs: { ids } } });
  await until(() => ok<PrintSet>('GET', `/print-sets/${set.id}`), (s) => s.total > 0, 'laid out'); // prettier-ignore
  await trouble('kill-worker');
  const all = (await Promise.all(ids.map((id) => printsOf(id)))).flat().length;
  expect(await ended(set.id)).toMatchObject({ state: 'done', made: all, total: all, failed: 0 });
  const archive = await unpacked(set.id);
  expect(new Set(archive.names).size).toBe(all + 1);
  archive.drop();
});

test('stopped, what is made stays and can be taken away; it goes on where it was', async () => {
  // what the tests before have made would be there already
  const fresh = await proofsOf(await newArtworks(3));
  const set = await ok<PrintSet>('POST', '/print-sets', { of: { proofs: { ids: fresh.map((p) => p.id) } } });
  await ok('POST', `/print-sets/${set.id}/stop`, {});
  const stopped = await ok<PrintSet>('GET', `/print-sets/${set.id}`);
  expect(stopped.state).toBe('stopped');
  if (!stopped.made) expect((await call('GET', `/print-sets/${set.id}/archive`)).status).toBe(409);
  await ok('POST', `/print-sets/${set.id}/go-on`, {});
  const done = await ended(set.id);
  expect(done.made).toBe(done.total);
  await ok('DELETE', `/print-sets/${set.id}`);
  expect((await call('GET', `/print-sets/${set.id}`)).status).toBe(404);
});

test('a listing prints what it was sent with, whatever its docket says by now', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await pressDone(run.id);
  const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
  const listing = (await ok<Items<Listing>>('GET', '/listings?outlet=quayside&limit=1000')).items.find(
    (l) => l.proofId === proof!.id,
  )!;
  const sent = await printsOf(listing.id, 'listings');
  expect(sent).toEqual(await printsOf(proof!.id));

  const { name, document } = await ok<{ name: string; document: { lines: { placements: { layers: object[] }[] }[] } }>('GET', `/dockets/${docket}`); // prettier-ignore
  const smaller = structuredClone(document);
  Object.assign(smaller.lines[0]!.placements[0]!.layers[0]!, { size: { rule: 'fit', share: 0.31 } });
  await ok('PUT', `/dockets/${docket}`, { name, document: smaller });
  const again = await ok<{ id: string }>('POST', '/proofs/draft', { ids: [proof!.id] });
  await drafted(again.id);
  const now = await printsOf(proof!.id);
  expect(now.map((f) => f.file)).not.toEqual(sent.map((f) => f.file));
  expect(await printsOf(listing.id, 'listings')).toEqual(sent);
  await ok('PUT', `/dockets/${docket}`, { name, document });
  // and it can be made as it was
  const set = await ended((await ok<PrintSet>('POST', '/print-sets', { of: { listings: { ids: [listing.id] } } })).id);
  expect(set.made).toBe(sent.length);
});

describe('what cannot be is said', () => {
  const nobody = '00000000-0000-4000-8000-000000000000';
  test.each([
    ['a proof that is not here', { of: { proofs: { ids: [nobody] } } }, 404, /no such proof/],
    ['nothing', { of: { proofs: { ids: [] } } }, 422, /Say of which/],
    [
      'more than are made at once',
      { of: { proofs: { ids: Array.from({ length: 5001 }, (_, i) => nobody.slice(0, -4) + String(i).padStart(4, '0')) } } },
      422,
      /at once; these are 5,001/,
    ],
  ] as const)('%s', async (_, body, status, says) => {
    const answer = await call<{ detail: string }>('POST', '/print-sets', body);
    expect([answer.status, answer.body.detail]).toEqual([status, expect.stringMatching(says)]);
  });

  test('names that ask for what there is not, and never lead out of the archive', async () => {
    const [proof] = proofs;
    const of = { proofs: { ids: [proof!.id] } };
    const bad = await call<{ detail: string }>('POST', '/print-sets', { of, names: '{{ artwork.weight }}' });
    expect([bad.status, bad.body.detail]).toEqual([422, 'The pattern asks for the artwork’s weight, which is not filled in.']);
    const sly = await ended((await ok<PrintSet>('POST', '/print-sets', { of, names: '../../{{ print.area }}/con' })).id);
    const archive = await unpacked(sly.id);
    for (const name of archive.names) expect(name).not.toMatch(/\.\.|^\//);
    archive.drop();
  });

  test('files that are not this proof’s', async () => {
    const [one, two] = proofs;
    const [file] = await printsOf(two!.id);
    expect((await taken(`/proofs/${one!.id}/prints/${file!.file}`)).status).toBe(404);
    expect((await taken(`/proofs/${one!.id}/prints/..%2F..%2Fetc%2Fpasswd`)).status).toBe(404);
  });
});

describe('templates of print areas', () => {
  interface Blank {
    document: BlankDocument;
  }
  const blanks = async () => (await ok<Items<Blank>>('GET', '/blanks')).items.map((b) => b.document);
  const template = (id: string, area: string, as: string) =>
    taken(`/blanks/${id}/template?${new URLSearchParams({ area, as })}`).then(async (r) => ({
      status: r.status,
      type: r.headers.get('content-type'),
      data: Buffer.from(await r.arrayBuffer()),
    }));

  test('every area of every blank has one, exactly as large, as SVG and PDF', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'press-template-'));
    for (const document of await blanks()) {
      const { id } = document;
      const { name } = document.areas[0]!;
      const { widthMm, heightMm, bleedMm = 0 } = areaOn(document, name, document.sizes[0]!.name)!;
      const svg = await template(id, name, 'svg');
      expect(svg.data.toString().slice(0, 200)).toContain(
        `width="${widthMm + 2 * bleedMm}mm" height="${heightMm + 2 * bleedMm}mm"`,
      );
      const pdf = await template(id, name, 'pdf');
      writeFileSync(join(folder, 'it.pdf'), pdf.data);
      const told = execFileSync('pdfinfo', ['-box', join(folder, 'it.pdf')], { encoding: 'utf8' });
      const trim = /TrimBox:\s+(.*)/.exec(told)![1]!.trim().split(/\s+/).map(Number);
      const pt = (mm: number) => (mm / 25.4) * 72;
      [bleedMm, bleedMm, widthMm + bleedMm, heightMm + bleedMm].forEach((mm, i) =>
        expect(Math.abs(trim[i]! - pt(mm))).toBeLessThan(0.02),
      );
    }
    rmSync(folder, { recursive: true });
  });

  test('as PNG in the pixels of its print files, and it says its resolution', async () => {
    const [it] = (await blanks()).filter((b) => b.id === 'brightsea-tee-180');
    const front = it!.areas[0]!;
    const { type, data } = await template(it!.id, front.name, 'png');
    const told = await sharp(data).metadata();
    expect([type, told.width, told.height, told.density]).toEqual(['image/png', 4500, 5400, front.ppi]);
  });

  test('of an area or a size that there is not, there is none', async () => {
    expect((await template('brightsea-tee-180', 'nowhere', 'svg')).status).toBe(404);
    expect((await template('no-such-blank', 'front', 'svg')).status).toBe(404);
    expect((await taken('/blanks/brightsea-tee-180/template?area=front&size=enormous')).status).toBe(404);
    expect((await taken('/blanks/brightsea-tee-180/template?area=front&as=doc')).status).toBe(400);
  });
});
