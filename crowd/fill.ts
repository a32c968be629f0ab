import pg from 'pg';
import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { linkOnDisk } from '../src/files/disk';
import { rasterNames } from '../src/services/artwork/raster-names';
import { ADJECTIVES, CREATURES, DRAWERS, PLACES } from './names';

export interface Size {
  artworks: number;
  dockets: number;
  outlets: number;
  /** Of a thousand cells that could be a proof, so many are one. */
  perMille: number;
  /** Decides what is what. */
  seed: number;
}
export interface Filled {
  artworks: number;
  columns: number;
  proofs: number;
  variants: number;
  listings: number;
}

/** So many designs for cloth, and so many for paper, everything is a copy of. */
const FOR_CLOTH = 5;
const FOR_PAPER = 3;
const RUNS = 40;
/** Nobody listens on the discard port. */
const NOWHERE = 'http://127.0.0.1:9';

/** Makes the few real ones, over the interface for programs: designs, outlets, dockets, drafted and sent */
async function makeFirst(): Promise<void> {
  const { api, drafted, measured, sent, upload } = await import('../demo/client');
  const { connectOutlets, makeDockets } = await import('../demo/stockroom');
  // begun again after a fault, what is there is there
  if ((await api<{ items: object[] }>('GET', '/listings?limit=1')).items.length) return;
  await connectOutlets();
  const dockets = await makeDockets(null);
  const all = collection();
  const chosen = [
    ...all.filter((p) => !p.format).slice(0, FOR_CLOTH),
    ...all.filter((p) => p.format === 'jpeg').slice(0, FOR_PAPER),
  ];
  const ids: string[] = [];
  for (const piece of chosen) {
    const { id } = await upload(piece.file, await draw(piece), 'First');
    await api('PATCH', `/artworks/${id}`, { subject: CREATURES[ids.length] });
    ids.push(id);
  }
  await measured(chosen.map((p) => p.file), 300); // prettier-ignore
  const run = await api<{ id: string }>('POST', '/runs', { drawer: 'First', dockets: Object.values(dockets) });
  await drafted(run.id, 600);
  await api('POST', `/runs/${run.id}/pass`, {});
  await api('POST', `/runs/${run.id}/send`, { as: 'live' });
  await sent(run.id, 600);
}

/** Copies rows of a table with other values in some columns: `set` by column, over the old row `t` and what `from` joins to it. */
async function copy(owner: pg.Client, table: string, from: string, set: Record<string, string>): Promise<number> {
  const { rows } = await owner.query<{ name: string }>(
    `SELECT column_name AS name FROM information_schema.columns
     WHERE table_schema = 'public' AND table_name = $1 AND is_generated = 'NEVER' AND is_identity = 'NO'`,
    [table],
  );
  const names = rows.map((r) => r.name);
  const copied = await owner.query(
    `INSERT INTO ${table} (${names.join(', ')}) SELECT ${names.map((c) => set[c] ?? `t.${c}`).join(', ')} FROM ${table} t ${from}`,
  );
  return copied.rowCount ?? 0;
}

/** A number from 0 to 999 that an expression always gives. */
const dice = (text: string) => `(('x' || substr(md5(${text}), 1, 7))::bit(28)::int % 1000)`;
const list = (words: readonly string[]) => `(ARRAY[${words.map((w) => `'${w}'`).join(', ')}])`;
const wordOf = (words: readonly string[], n: string) => `${list(words)}[1 + (${n})::int % ${words.length}]`;

/** Fills the workspace of the token in PRESS_TOKEN, on a running house whose database is at `ownerUrl`. */
export async function fill(ownerUrl: string, size: Size): Promise<Filled> {
  await makeFirst();
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    return await multiply(owner, size);
  } finally {
    await owner.end();
  }
}

/** Everything else: copies of what is there. */
async function multiply(owner: pg.Client, size: Size): Promise<Filled> {
  const run = (text: string) => owner.query(text);
  const id = (what: string) => `md5('${size.seed} ${what}')::uuid`;
  await run("SET synchronous_commit = off; SET work_mem = '128MB'; BEGIN");
  const designs = (await owner.query<{ id: string; sha256: string }>("SELECT id, file_sha256 AS sha256 FROM artwork WHERE state = 'ready' ORDER BY seq")).rows; // prettier-ignore

  // outlets of both kinds that answer nobody, and dockets that are offered at all of them
  await copy(owner, 'outlet', `CROSS JOIN generate_series(3, ${size.outlets}) n WHERE t.style = ${list(['kestrel', 'quayside'])}[1 + n % 2]`, { id: "t.style || '-' || n", name: "t.name || ' ' || n", base_url: `'${NOWHERE}'` }); // prettier-ignore
  await copy(owner, 'outlet_rules', `JOIN outlet o ON o.style = t.outlet_id AND o.id <> t.outlet_id`, { outlet_id: 'o.id' });
  await run('CREATE TEMP TABLE kind AS SELECT id, row_number() OVER (ORDER BY seq) - 1 AS place, name FROM docket');
  await copy(owner, 'docket', `JOIN kind k ON k.id = t.id CROSS JOIN generate_series(4, ${size.dockets}) n WHERE n % 3 = k.place`, { id: "md5('docket ' || n)::uuid", name: "t.name || ' ' || n" }); // prettier-ignore
  await run(`CREATE TEMP TABLE kind_of AS SELECT id AS docket, id AS kind FROM kind
    UNION ALL SELECT md5('docket ' || n)::uuid, k.id FROM generate_series(4, ${size.dockets}) n JOIN kind k ON k.place = n % 3`);
  await copy(owner, 'docket_line', 'JOIN kind_of k ON k.kind = t.docket_id AND k.docket <> k.kind', { docket_id: 'k.docket' });
  await run(
    `UPDATE docket SET document = document || jsonb_build_object('outlets', (SELECT jsonb_agg(jsonb_build_object('outlet', id) ORDER BY seq) FROM outlet))`,
  );
  await run(
    `INSERT INTO docket_outlet (docket_id, workspace_id, outlet_id, price_plan_id) SELECT d.id, d.workspace_id, o.id, d.price_plan_id FROM docket d, outlet o ON CONFLICT DO NOTHING`,
  );
  await run(
    `INSERT INTO docket_revision (docket_id, workspace_id, revision, name, document) SELECT id, workspace_id, revision, name, document FROM docket ON CONFLICT DO NOTHING`,
  );

  // artworks, some of them in drawers
  await run(
    `INSERT INTO drawer (id, workspace_id, name, path) SELECT md5('drawer ' || d)::uuid, w.id, d, d FROM unnest(${list(DRAWERS)}) d, workspace w`,
  );
  await run(
    `CREATE TEMP TABLE design AS SELECT id, row_number() OVER (ORDER BY seq) - 1 AS place, name FROM artwork WHERE state = 'ready'`,
  );
  await run(`CREATE TEMP TABLE work AS SELECT n, d.id AS design, ${id("artwork ' || n || '")} AS id, encode(sha256(('${size.seed} file ' || n)::bytea), 'hex') AS sha,
      initcap(${wordOf(ADJECTIVES, dice("'a' || n"))} || ' ' || ${wordOf(CREATURES, dice("'c' || n"))}) || ' ' || ${wordOf(PLACES, dice("'p' || n"))} AS name,
      ${wordOf(CREATURES, dice("'c' || n"))} AS subject
    FROM generate_series(1, ${size.artworks}) n JOIN design d ON d.place = ${dice("'d' || n")} % ${designs.length}`);
  await run('CREATE INDEX ON work (design); ANALYZE work');
  const artworks = await copy(owner, 'artwork', 'JOIN work w ON w.design = t.id ORDER BY w.n', { id: 'w.id', name: 'w.name', subject: 'w.subject', file_sha256: 'w.sha', file_name: "replace(w.name, ' ', '-') || '-' || w.n || '.png'", said: "coalesce(t.said, '[]')", drawer_id: `md5('drawer ' || ${wordOf(DRAWERS, 'w.n')})::uuid`, created_at: `now() - (${size.artworks} - w.n) * interval '11 minutes'` }); // prettier-ignore
  await copy(owner, 'artwork_ink', 'JOIN work w ON w.design = t.artwork_id', { artwork_id: 'w.id' });

  // proofs: of the cells that can be one, so many of a thousand are
  await run(
    `INSERT INTO run (id, workspace_id, name) SELECT md5('run ' || n)::uuid, w.id, 'Batch ' || n FROM workspace w, generate_series(0, ${RUNS - 1}) n`,
  );
  await run(`CREATE TEMP TABLE cell AS SELECT md5(concat(w.n, ' ', k.docket, o.id))::uuid AS id, md5(concat('listing ', w.n, k.docket, o.id))::uuid AS listing, p.id AS first, w.n, w.id AS artwork, w.sha,
      w.name, a.name AS was, k.docket, o.id AS outlet, ${dice("concat('s', w.n, k.docket, o.id)")} AS luck, o.base_url = '${NOWHERE}' AS nowhere
    FROM proof p JOIN artwork a ON a.id = p.artwork_id JOIN work w ON w.design = p.artwork_id JOIN kind_of k ON k.kind = p.docket_id
      JOIN outlet o ON o.style = (SELECT style FROM outlet f WHERE f.id = p.outlet_id)
    WHERE ${dice("concat(w.n, k.docket, o.id, 'is')")} < ${size.perMille}`);
  await run("ALTER TABLE cell ADD state text; UPDATE cell SET state = CASE WHEN luck < 430 AND nowhere THEN 'listed' WHEN luck < 640 THEN 'ready' WHEN luck < 780 THEN 'held' WHEN luck < 960 THEN 'passed' ELSE 'refused' END"); // prettier-ignore
  await run('CREATE INDEX ON cell (first); ANALYZE cell');
  const held = `'[{"code": "title-missing", "field": "title", "stops": true, "values": {}}]'`;
  const proofs = await copy(owner, 'proof', 'JOIN cell c ON c.first = t.id ORDER BY c.n', { id: 'c.id', artwork_id: 'c.artwork', docket_id: 'c.docket', outlet_id: 'c.outlet', run_id: `md5('run ' || c.n * ${RUNS} / ${size.artworks + 1})::uuid`, state: 'c.state', made_from: 'ARRAY[c.sha]', problems: `CASE c.state WHEN 'held' THEN ${held}::jsonb ELSE '[]' END`, fields: "replace(t.fields::text, c.was, c.name)::jsonb", changed: "'{}'" }); // prettier-ignore
  // millions of rows that are right as they are made: nothing is checked or told of each
  await run('SET LOCAL session_replication_role = replica');
  await copy(owner, 'proof_goods', 'JOIN cell c ON c.first = t.proof_id', { proof_id: 'c.id' });
  const variants = await copy(owner, 'proof_variant', 'JOIN cell c ON c.first = t.proof_id', { proof_id: 'c.id', sku: "concat('UP-', upper(left(md5(concat(c.id, t.place)), 12)))" }); // prettier-ignore
  await run('SET LOCAL session_replication_role = origin');
  const stands =
    "CASE WHEN c.luck < 360 THEN 'live' WHEN c.luck < 400 THEN 'draft there' WHEN c.luck < 420 THEN 'ended' ELSE 'gone' END";
  const listings = await copy(owner, 'listing', "JOIN cell c ON c.first = t.proof_id JOIN docket d ON d.id = c.docket WHERE c.state = 'listed' ORDER BY c.n", { id: 'c.listing', proof_id: 'c.id', outlet_id: 'c.outlet', remote_id: 'c.id', key: 'c.id', url: `'${NOWHERE}/' || c.id`, title: 'replace(t.title, c.was, c.name)', artwork_id: 'c.artwork', docket_id: 'c.docket', artwork_name: 'c.name', docket_name: 'd.name', state: stands, there: 'NULL', sent_at: `now() - (${size.artworks} - c.n) * interval '10 minutes'` }); // prettier-ignore
  await copy(owner, 'outlet_order', "JOIN listing l ON l.id = t.listing_id JOIN cell c ON c.first = l.proof_id WHERE t.kind = 'make' AND c.state IN ('listed', 'refused') AND EXISTS (SELECT FROM listing k WHERE k.id = c.listing)", { id: "md5('order ' || c.id)::uuid", listing_id: 'c.listing', outlet_id: 'c.outlet', run_id: 'NULL', want: "'{}'" }); // prettier-ignore
  await copy(owner, 'activity', "JOIN cell c ON c.state = 'listed' WHERE t.id = (SELECT id FROM activity WHERE did = 'listing.made' LIMIT 1) ORDER BY c.n", { id: "md5('act ' || c.id)::uuid", ids: 'ARRAY[c.listing::text, c.id::text]', at: `now() - (${size.artworks} - c.n) * interval '10 minutes'` }); // prettier-ignore
  await run('COMMIT');
  await run('VACUUM ANALYZE');
  const columns = (await owner.query<{ count: number }>('SELECT count(*)::int AS count FROM docket_outlet')).rows[0]!.count;
  for (const { sha, design } of (await owner.query<{ sha: string; design: string }>('SELECT sha, design FROM work')).rows) await shareFiles(designs.find((d) => d.id === design)!.sha256, sha); // prettier-ignore
  return { artworks: artworks + designs.length, columns, proofs, variants, listings };
}

/** The copy of a design has its files, under names of its own. */
async function shareFiles(first: string, copied: string): Promise<void> {
  const [from, to] = [rasterNames(first), rasterNames(copied)];
  const folder = process.env.FILES_DIR!;
  await linkOnDisk(folder, 'originals', first, copied);
  for (const size of ['thumb', 'mini', 'working'] as const) await linkOnDisk(folder, 'derived', from[size], to[size]);
}
