import http from 'node:http';
import pg from 'pg';
import { call, drafted, newArtworks, ok, openShop, type Items, type Proof, type Run } from './press';

describe('what a hand wrote', () => {
  test('stays when the proof is drafted again, and goes back to the pattern only when asked', async () => {
    const { docket } = await openShop();
    const artworks = await newArtworks(1);
    const first = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: ['kestrel'] });
    await drafted(first.id);
    const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${first.id}`)).items;
    await ok('PATCH', `/proofs/${proof!.id}`, { title: 'My own title', prices: { M: 3333 } });
    const again = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: ['kestrel'] });
    await drafted(again.id);
    const redrafted = await ok<Proof>('GET', `/proofs/${proof!.id}`);
    expect(redrafted.fields.title).toEqual({ value: 'My own title', from: 'hand' });
    expect(redrafted.fields.prices.value.find((p) => p.size === 'M')!.priceMinor).toBe(3333);
    expect(redrafted.fields.tags.from).toBe('pattern');
    const back = await ok<Proof>('PATCH', `/proofs/${proof!.id}`, { pattern: ['title'] });
    expect(back.fields.title).toEqual({ value: proof!.fields.title.value, from: 'pattern' });
    expect(back.fields.prices.from).toBe('hand');
  });

  test('a missing value holds the proof and names what to fill in', async () => {
    const { docket } = await openShop();
    const artworks = await newArtworks(1);
    await ok('PATCH', `/artworks/${artworks[0]}`, { subject: '' });
    const run = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: ['kestrel'] });
    expect((await drafted(run.id)).counts).toEqual({ held: 1 });
    const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
    expect(proof!.problems.map((p) => p.sentence)).toContain(
      'The pattern asks for the artwork’s subject, which is not filled in.',
    );
    expect(await ok<{ passed: number; held: number }>('POST', `/runs/${run.id}/pass`, {})).toEqual({ passed: 0, held: 1 });
  });
});

describe('workspaces', () => {
  test('every table of ours is held by row-level security', async () => {
    const owner = new pg.Client({ connectionString: process.env.QUEUE_OWNER_URL });
    await owner.connect();
    const open = await owner.query(
      "SELECT relname FROM pg_class WHERE relnamespace = 'public'::regnamespace AND relkind = 'r' AND NOT relrowsecurity ORDER BY relname",
    );
    const granted = await owner.query(
      "SELECT FROM information_schema.role_table_grants WHERE grantee = 'press_app' AND table_name IN ('house', 'schema_migration')",
    );
    await owner.end();
    // what belongs to no workspace the application does not see at all
    expect(open.rows).toEqual([{ relname: 'house' }, { relname: 'schema_migration' }]);
    expect(granted.rowCount).toBe(0);
  });

  test('the application’s role sees nothing without a workspace, and only its own with one', async () => {
    const app = new pg.Client({ connectionString: process.env.DATABASE_URL });
    await app.connect();
    expect((await app.query('SELECT FROM artwork')).rowCount).toBe(0);
    await app.query("SELECT set_config('press.workspace', (SELECT id::text FROM demo_workspace()), false)");
    expect((await app.query('SELECT FROM artwork')).rowCount).toBeGreaterThan(0);
    await app.query("SELECT set_config('press.workspace', gen_random_uuid()::text, false)");
    expect((await app.query('SELECT FROM artwork')).rowCount).toBe(0);
    await expect(app.query("INSERT INTO drawer (workspace_id, name) SELECT id, 'x' FROM demo_workspace()")).rejects.toThrow(
      'row-level security',
    );
    await app.end();
  });

  test('a wrong token opens nothing', async () =>
    expect((await call('GET', '/artworks', undefined, 'up_wrong')).status).toBe(401));

  test('the demo’s automatic sign-in is for loopback names only', async () => {
    const { port } = new URL(process.env.PRESS_URL!);
    const status = (host: string) =>
      new Promise<number>((resolve, reject) =>
        http
          .get({ host: '127.0.0.1', port, path: '/api/v1/artworks', headers: { host } }, (answer) =>
            resolve(answer.resume().statusCode!),
          )
          .on('error', reject),
      );
    expect(await status(`127.0.0.1:${port}`)).toBe(200);
    expect(await status(`press.example:${port}`)).toBe(401);
  });

  test('a stranger’s site cannot act through the seller’s browser', async () => {
    const answer = await fetch(`${process.env.PRESS_URL}/api/v1/artworks/dismiss`, {
      method: 'POST',
      headers: { 'sec-fetch-site': 'cross-site' },
    });
    expect(answer.status).toBe(403);
  });
});
