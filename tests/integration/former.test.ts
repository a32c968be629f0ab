import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import pg from 'pg';
import { artworkView, blankView, listingView, outletView, proofView } from '@/api/views';
import { closeDatabase } from '@/data/database';
import { migrate } from '@/data/migrate';
import { listArtworks, listRefused } from '@/services/artwork/artworks';
import { takeBack } from '@/services/desk/undoing';
import { listListingsOf, listing } from '@/services/line/line';
import { listProofs } from '@/services/line/proofs';
import { listRuns } from '@/services/line/runs';
import { outlets } from '@/services/outlets/outlets';
import { blanks } from '@/services/stockroom/blanks';
import { dockets } from '@/services/stockroom/dockets';

/*
 * The database of a demo as the state before migration 008 left it, with what a seller had done in it: words and prices by hand, a held
 * proof, a refused sending, one that waits because its outlet is down, a listing whose artwork was deleted. It is brought to the
 * newest schema, and everything that was there is read again by the services as they are now.
 */
const DUMP = 'tests/fixtures/former/008.sql.gz';
const NAME = 'former_state';

interface Old {
  workspace: string;
  proofs: {
    id: string;
    state: string;
    fields: {
      title?: { value: string; from: string };
      description?: { value: string; from: string };
      tags?: { value: string[]; from: string };
      prices?: { value: Record<string, unknown>[]; from: string };
    };
    colours: { name: string }[];
    pictures: { scene: string; file: string; small: string }[];
    problems: { code: string; sentence: string; stops: boolean; mend?: { label: string; value: unknown } }[];
  }[];
  listings: Record<string, unknown>[];
  dockets: { id: string; name: string; blankId: string; spec: object }[];
  blanks: Record<string, unknown>[];
  outlets: { id: string; rules: Record<string, unknown> }[];
  sendings: { proof: string; state: string; payload: object; live: boolean; tries: number }[];
  steps: number;
  undo: number;
}
const OLD = `SELECT jsonb_build_object(
  'workspace', (SELECT id FROM workspace),
  'proofs', (SELECT jsonb_agg(jsonb_build_object('id', id, 'state', state, 'fields', fields, 'colours', colours, 'pictures', pictures, 'problems', problems) ORDER BY seq) FROM proof),
  'listings', (SELECT jsonb_agg(jsonb_build_object('id', id, 'proofId', proof_id, 'remoteId', remote_id, 'url', url, 'state', state, 'title', title,
     'priceMinor', price_minor, 'artwork', artwork_name, 'docket', docket_name) ORDER BY seq) FROM listing),
  'dockets', (SELECT jsonb_agg(jsonb_build_object('id', id, 'name', name, 'blankId', blank_id, 'spec', spec) ORDER BY seq) FROM docket),
  'blanks', (SELECT jsonb_agg(spec ORDER BY id) FROM blank),
  'outlets', (SELECT jsonb_agg(jsonb_build_object('id', id, 'rules', rules) ORDER BY seq) FROM outlet),
  'sendings', (SELECT jsonb_agg(jsonb_build_object('proof', proof_id, 'state', state, 'payload', payload, 'live', go_live, 'tries', tries) ORDER BY seq) FROM sending),
  'steps', (SELECT count(*) FROM sending_step), 'undo', (SELECT count(*) FROM undo_step)) AS old`;

const owner = new URL(process.env.QUEUE_OWNER_URL!);
const at = (database: string, of = owner): string => Object.assign(new URL(of), { pathname: `/${database}` }).toString();
let old: Old;
let client: pg.Client;

beforeAll(async () => {
  const admin = new pg.Client({ connectionString: owner.toString() });
  await admin.connect();
  await admin.query(`DROP DATABASE IF EXISTS ${NAME}`);
  await admin.query(`CREATE DATABASE ${NAME}`);
  await admin.end();
  execFileSync('psql', ['-q', '-v', 'ON_ERROR_STOP=1', at(NAME)], { input: gunzipSync(readFileSync(DUMP)), stdio: ['pipe', 'ignore', 'inherit'] }); // prettier-ignore
  client = new pg.Client({ connectionString: at(NAME) });
  await client.connect();
  // the demo had refused nothing: a file that was not taken, and a note of one that was, as they were written down then
  await client.query(`INSERT INTO artwork (workspace_id, file_name, file_sha256, file_bytes, name, state, problem)
    SELECT id, 'torn.png', '', 0, 'torn.png', 'refused', 'torn.png is torn.' FROM workspace`);
  await client.query(
    `UPDATE artwork SET measured = jsonb_set(measured, '{notes}', '["The first of 3 pages."]') WHERE measured IS NOT NULL`,
  );
  old = ((await client.query(OLD)).rows as { old: Old }[])[0]!.old;
  const app = new URL(process.env.DATABASE_URL!);
  // the role is the cluster's: it keeps the password that it has
  await migrate(at(NAME), decodeURIComponent(app.password), join('src', 'data', 'migrations'));
  process.env.DATABASE_URL = at(NAME, app);
});
afterAll(async () => {
  await closeDatabase();
  await client.end();
});

const query = async <R>(sql: string): Promise<R[]> => (await client.query(sql)).rows as R[];

test('the dump holds what a seller may have left: every kind of state', () => {
  expect(new Set(old.proofs.map((p) => p.state))).toEqual(new Set(['held', 'ready', 'listed', 'refused', 'sending']));
  expect(new Set(old.sendings.map((s) => s.state))).toEqual(new Set(['sent', 'waiting', 'refused']));
  expect(old.listings.some((l) => l.proofId === null)).toBe(true);
  expect(old.proofs.some((p) => p.fields.prices?.from === 'hand' && p.fields.title?.from === 'hand')).toBe(true);
});

test('every proof says, costs and shows what it did, in the state that it was in', async () => {
  const now = (await listProofs(old.workspace, { limit: 10_000 })).map(proofView(old.workspace));
  expect(now.map((p) => [p.id, p.state])).toEqual(old.proofs.map((p) => [p.id, p.state]));
  for (const [i, before] of old.proofs.entries()) {
    const { fields, pictures, problems, colours, variants } = now[i]!;
    for (const name of ['title', 'description', 'tags'] as const) expect(fields[name]).toEqual(before.fields[name]);
    expect(fields.prices?.from).toBe(before.fields.prices?.from);
    const prices = fields.prices?.value.map(({ lines: _, planMinor: __, ...price }) => price);
    expect(prices).toEqual(before.fields.prices?.value);
    expect(variants).toHaveLength(before.colours.length * (before.fields.prices?.value.length ?? 0));
    expect(colours.map((c) => c.name)).toEqual(before.colours.map((c) => c.name));
    expect(pictures.map((p) => [p.scene, p.picture?.slice(-68)])).toEqual(before.pictures.map((p) => [p.scene, p.file]));
    const told = problems.map(({ code, sentence, stops, mend }) => ({ code, sentence, stops, mend: mend && { label: mend.label, value: mend.value } })); // prettier-ignore
    expect(told).toEqual(before.problems.map(({ code, sentence, stops, mend }) => ({ code, sentence, stops, mend })));
  }
});

test('every listing stands where it stood, also one whose artwork is gone; what was sent of it is known', async () => {
  const now = (await listListingsOf(old.workspace, { limit: 10_000 })).map(listingView(old.workspace));
  const told = now.map(({ id, proofId, remoteId, url, state, title, priceMinor, artwork, docket }) => ({ id, proofId, remoteId, url, state, title, priceMinor, artwork, docket })); // prettier-ignore
  expect(told).toEqual(old.listings);
  for (const l of now.filter((x) => x.proofId && x.state !== 'gone')) {
    const { sent } = await listing(old.workspace, l.id);
    expect([l.step, sent]).toEqual(['in step', old.sendings.find((s) => s.proof === l.proofId)!.payload]);
  }
});

test('why a file was not taken, and what was noted of others, is told as it was', async () => {
  expect(await listRefused(old.workspace)).toEqual([{ id: expect.any(String) as string, problem: 'torn.png is torn.' }]);
  const kept = (await listArtworks(old.workspace, { state: 'ready' }, 0, 100)).map(artworkView(old.workspace));
  expect(kept.length).toBeGreaterThan(0);
  for (const a of kept) expect(a.measured?.notes).toEqual(['The first of 3 pages.']);
});

test('dockets say what they said, and what they refer to is held by the database', async () => {
  const now = await dockets(old.workspace);
  expect(now.map(({ id, name, blankId, spec }) => ({ id, name, blankId, spec }))).toEqual(old.dockets);
  expect(now.every((d) => d.narrow && d.revision === 1)).toBe(true);
  await expect(client.query('DELETE FROM blank')).rejects.toMatchObject({ code: '23503' });
  await expect(client.query('DELETE FROM price_plan')).rejects.toMatchObject({ code: '23503' });
});

test('blanks and rules are documents in their first version, and read as they did', async () => {
  const goods = (await blanks(old.workspace)).map(blankView);
  expect(goods.map(({ version: _, document: __, goneAt: ___, ...b }) => b)).toEqual(old.blanks);
  const places = (await outlets(old.workspace)).map(outletView);
  for (const [i, o] of places.entries()) {
    expect(o.rules).toMatchObject({ ...old.outlets[i]!.rules, tags: old.outlets[i]!.rules.tags });
    expect(o.rulesVersion).toBe(1);
  }
});

test('the outbox goes on: what was sent is history, what waits waits, each step that was done stays done', async () => {
  const now = await query<{ state: string; kind: string; want: object; goal: string; proof: string; tries: number }>(
    'SELECT o.state, o.kind, o.want, o.goal, o.tries, l.proof_id AS proof FROM outlet_order o JOIN listing l ON l.id = o.listing_id ORDER BY o.seq',
  );
  expect(now).toEqual(
    old.sendings.map((s) => ({
      state: s.state === 'sent' ? 'done' : s.state,
      kind: 'make',
      want: s.payload,
      goal: s.live ? 'live' : 'draft',
      proof: s.proof,
      tries: s.tries,
    })),
  );
  expect((await query<{ n: number }>('SELECT count(*)::int AS n FROM listing_part'))[0]!.n).toBe(old.steps);
  expect((await listRuns(old.workspace)).length).toBe(3);
});

test('what could be undone can still be undone, by whoever comes first', async () => {
  expect((await query<{ n: number }>('SELECT count(*)::int AS n FROM activity WHERE undo IS NOT NULL'))[0]!.n).toBe(old.undo);
  const [last] = await query<{ id: string }>('SELECT id FROM activity ORDER BY seq DESC LIMIT 1');
  expect(await takeBack(old.workspace, { id: last!.id, again: false })).toMatchObject({
    label: 'Changed 1 artwork: occasion',
    left: 0,
  });
});

test('brought up to date a second time, nothing changes', async () => {
  const count = () => query<{ n: number }>('SELECT count(*)::int AS n FROM schema_migration');
  const before = await count();
  await migrate(at(NAME), decodeURIComponent(new URL(process.env.DATABASE_URL!).password), join('src', 'data', 'migrations'));
  expect(await count()).toEqual(before);
});
