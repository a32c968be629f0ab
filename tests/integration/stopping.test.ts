import {
  asOwner,
  drafted,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  until,
  ware,
  withoutDrafting,
  type Items,
  type Listing,
  type Proof,
  type Run,
} from './press';

let docket: string;
beforeAll(async () => {
  docket = (await openShop()).docket;
});

const begin = (artworks: string[], outlets = ['quayside']) => ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets });
const proofsOf = async (run: Run) => (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}&limit=100`)).items;
const proof = (id: string) => ok<Proof>('GET', `/proofs/${id}`);
const listings = async () => (await ok<Items<Listing>>('GET', '/listings?limit=1000')).items;

test('drafted again, then stopped: the proof is as it was, with what a hand wrote, in the run it was in', async () => {
  const artworks = await newArtworks(2);
  const first = await begin(artworks.slice(0, 1));
  await drafted(first.id);
  const [mine] = await proofsOf(first);
  await ok('PATCH', `/proofs/${mine!.id}`, { title: 'Written by hand', prices: { M: 4321 } });
  const before = await proof(mine!.id);
  await withoutDrafting(async () => {
    const again = await begin(artworks);
    expect((await proof(mine!.id)).state).toBe('drafting');
    await ok('POST', `/runs/${again.id}/stop`, {});
    // the one that this run made new is gone, the other is back
    expect((await ok<Run>('GET', `/runs/${again.id}`)).total).toBe(0);
    expect(await proof(mine!.id)).toEqual(before);
  });
  // the job that was begun for it writes nothing any more
  await until(
    () => asOwner(async (owner) => (await owner.query("SELECT FROM graphile_worker.jobs WHERE key LIKE 'draft:%'")).rowCount),
    (n) => n === 0,
    'drafting jobs to end',
  );
  expect(await proof(mine!.id)).toEqual(before);
});

test('what another run has still to draft goes back to it', async () => {
  const artworks = await newArtworks(1);
  await withoutDrafting(async () => {
    const first = await begin(artworks);
    const second = await begin(artworks);
    expect((await ok<Run>('GET', `/runs/${first.id}`)).total).toBe(0);
    await ok('POST', `/runs/${second.id}/stop`, {});
    expect((await ok<Run>('GET', `/runs/${first.id}`)).counts).toEqual({ drafting: 1 });
    return first;
  }).then(async (first) => expect((await drafted(first.id)).counts).toEqual({ ready: 1 }));
});

test('begun again while it is being drafted: only what the later beginning makes is written', async () => {
  const artworks = await newArtworks(1);
  const kept = await ok<{ name: string; document: object }>('GET', `/dockets/${docket}`);
  const id = await withoutDrafting(async (owner) => {
    await begin(artworks);
    await until(
      () =>
        asOwner(
          async (o) =>
            (await o.query("SELECT FROM pg_locks WHERE NOT granted AND relation = 'blank_version'::regclass")).rowCount,
        ),
      (n) => (n ?? 0) > 0,
      'drafting to be under way',
    );
    // the docket changes, and the proof is begun again: the earlier drafting has read the old docket
    await asOwner((o) =>
      o.query(`UPDATE docket SET document = jsonb_set(document, '{words,title,en}', '"Later title"') WHERE id = $1`, [docket]),
    );
    const later = await begin(artworks);
    expect(owner).toBeDefined();
    return later.id;
  });
  await drafted(id);
  const [mine] = (await ok<Items<Proof>>('GET', `/proofs?run=${id}`)).items;
  expect(mine!.fields.title.value).toBe('Later title');
  // other files use this docket too: it says again what it said
  await ok('PUT', `/dockets/${docket}`, { name: kept.name, document: kept.document });
});

test('set live after the run was stopped', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await pressDone(run.id);
  await ok('POST', `/runs/${run.id}/stop`, {});
  const [mine] = await proofsOf(run);
  const listing = (await listings()).find((l) => l.proofId === mine!.id)!;
  await ok('POST', '/listings/live', { ids: [listing.id] });
  await pressDone(run.id);
  expect((await listings()).find((l) => l.id === listing.id)!.state).toBe('live');
  expect((await proof(mine!.id)).state).toBe('listed');
});

test('emptying the bin leaves what stands at an outlet in the ledger', async () => {
  const [artwork] = await newArtworks(1);
  const run = await passedRun([artwork!], docket, ['quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  await pressDone(run.id);
  const [mine] = await proofsOf(run);
  const before = (await listings()).find((l) => l.proofId === mine!.id)!;
  await ok('PATCH', `/artworks/${artwork}`, { standing: 'deleted' });
  const { sentence } = await ok<{ sentence: string }>('POST', '/artworks/dependants', { ids: [artwork] });
  expect(sentence).toContain('what stands at outlets stays there, and in the ledger');
  await ok('POST', '/artworks/empty-bin', {});
  const after = (await listings()).find((l) => l.id === before.id)!;
  expect(after).toEqual({ ...before, proofId: null });
  expect((await ware(before.remoteId))!.standing).toBe('in-the-window');
  await ok('POST', '/outlets/quayside/look', {});
  await until(
    async () => (await listings()).find((l) => l.id === before.id)!,
    (l) => (l as Listing & { lookedAt: string }).lookedAt > (before as Listing & { lookedAt: string }).lookedAt,
    'a look at it',
  );
});

test('what an outlet would refuse is held with a mend, and the rest of the run goes', async () => {
  const run = await passedRun(await newArtworks(2), docket, ['kestrel']);
  const [bad, good] = await proofsOf(run);
  const held = await ok<Proof>('PATCH', `/proofs/${bad!.id}`, { description: 'We <3 the sea' });
  expect([held.state, held.problems.find((p) => p.stops)!.mend!.value]).toEqual(['held', 'We ♥ the sea']);
  // past every check, as an older version might have left it
  await asOwner((owner) => owner.query("UPDATE proof SET state = 'passed', problems = '[]' WHERE id = $1", [bad!.id]));
  expect(await ok('POST', `/runs/${run.id}/send`, { as: 'draft' })).toEqual({ queued: 2, held: 0 });
  await pressDone(run.id);
  expect([(await proof(bad!.id)).state, (await proof(good!.id)).state]).toEqual(['held', 'listed']);
});
