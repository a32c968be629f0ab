import pg from 'pg';
import { draw } from '../demo/draw';
import { collection } from '../demo/art/collection';
import { figure } from './figure';
import { onStack } from './stack';

const MANY = 10_000;
const SOME = 5_000;
const ROUNDS = 5;

/** Copies a row so many times, with other values in some columns; `n` counts the copies. */
async function multiply(owner: pg.Client, table: string, where: string, set: Record<string, string>): Promise<void> {
  const { rows } = await owner.query<{ name: string }>(
    `SELECT column_name AS name FROM information_schema.columns
     WHERE table_schema = 'public' AND table_name = $1 AND is_generated = 'NEVER' AND is_identity = 'NO'`,
    [table],
  );
  const names = rows.map((r) => r.name);
  await owner.query(
    `INSERT INTO ${table} (${names.join(', ')}) SELECT ${names.map((c) => set[c] ?? `t.${c}`).join(', ')}
     FROM ${table} t CROSS JOIN generate_series(1, ${MANY}) n WHERE ${where} ORDER BY n`,
  );
}
const idOf = (what: string) => `md5('${what}' || n)::uuid`;

/** What a workspace of ten thousand listings costs: one is made over HTTP, the others are its copies in the database. */
export const size = (): Promise<void> =>
  onStack(async (stack) => {
    const { api, drafted, measured, sent, upload } = await import('../demo/client');
    const { connectOutlets, makeDockets } = await import('../demo/stockroom');
    await connectOutlets();
    const { family } = await makeDockets(null);
    const piece = collection().find((p) => p.name === 'Little whale')!;
    const { id } = await upload(piece.file, await draw(piece), 'Bench');
    await api('PATCH', `/artworks/${id}`, { subject: 'whale' });
    await measured([piece.file], 120);
    const run = await api<{ id: string }>('POST', '/runs', { drawer: 'Bench', dockets: [family], outlets: ['quayside'] });
    await drafted(run.id, 120);
    await api('POST', `/runs/${run.id}/pass`, {});
    await api('POST', `/runs/${run.id}/send`, { as: 'live' });
    await sent(run.id, 120);

    const owner = new pg.Client({ connectionString: stack.env.QUEUE_OWNER_URL });
    await owner.connect();
    const one = (await owner.query<{ proof: string; listing: string }>('SELECT p.id AS proof, l.id AS listing FROM proof p JOIN listing l ON l.proof_id = p.id')).rows[0]!; // prettier-ignore
    await multiply(owner, 'artwork', `t.id = '${id}'`, {
      ...{ id: idOf('artwork'), name: "'Whale ' || n", file_name: "'whale-' || n || '.png'", motif_id: idOf('motif') },
      file_sha256: "encode(sha256(('whale ' || n)::bytea), 'hex')",
    });
    const sha = "ARRAY[encode(sha256(('whale ' || n)::bytea), 'hex')]";
    await multiply(owner, 'proof', `t.id = '${one.proof}'`, { id: idOf('proof'), artwork_id: idOf('artwork'), made_from: sha });
    await multiply(owner, 'proof_goods', `t.proof_id = '${one.proof}'`, { proof_id: idOf('proof') });
    await multiply(owner, 'proof_variant', `t.proof_id = '${one.proof}'`, { proof_id: idOf('proof') });
    await multiply(owner, 'listing', `t.id = '${one.listing}'`, {
      ...{ id: idOf('listing'), proof_id: idOf('proof'), remote_id: "'copy-' || n", key: "'up-' || md5('proof' || n)::uuid", title: "'Whale ' || n || ' shirt'" },
    }); // prettier-ignore
    await multiply(owner, 'activity', `t.id = (SELECT id FROM activity WHERE did = 'listing.made')`, {
      ...{ id: idOf('activity'), ids: `ARRAY[${idOf('listing')}::text, ${idOf('proof')}::text]` },
    });
    await owner.query('ANALYZE');
    const variants = (await owner.query<{ count: number }>('SELECT count(*)::int AS count FROM proof_variant')).rows[0]!.count;
    const listings = (await owner.query<{ id: string }>('SELECT id FROM listing ORDER BY seq LIMIT $1', [SOME])).rows.map(
      (r) => r.id,
    );
    const proofs = (await owner.query<{ id: string }>('SELECT id FROM proof ORDER BY seq LIMIT $1', [SOME])).rows.map(
      (r) => r.id,
    );

    const asked = async (name: string, method: string, path: string, body?: object, rounds = ROUNDS) => {
      const times: number[] = [];
      for (let i = 0; i < rounds; i++) {
        const began = performance.now();
        await api(method, path, body);
        times.push(performance.now() - began);
      }
      const of = `${MANY} artworks, proofs and listings, ${variants} variants; ${method} ${path.slice(0, 60)}${rounds > 1 ? `, median of ${rounds}` : ''}`;
      figure(`size.${name}_ms`, times.sort((a, b) => a - b)[rounds >> 1]!, 'ms', of);
    };
    await asked('sheet', 'GET', '/sheet');
    await asked('line', 'GET', '/line');
    await asked('proofs', 'GET', `/proofs?run=${run.id}&limit=1000`);
    await asked('listings', 'GET', '/listings?limit=1000');
    await asked('listings_found', 'GET', '/listings?find=9999&limit=1000');
    await asked('listings_drifted', 'GET', '/listings?step=drifted&limit=1000');
    await asked('listing', 'GET', `/listings/${listings.at(-1)}`);
    await asked('activity', 'GET', '/activity?limit=50');
    await asked('activity_of', 'GET', `/activity?of=${proofs.at(-1)}&limit=50`);
    await asked('edit', 'PATCH', `/proofs/${proofs.at(-1)}`, { title: 'Another name' });
    await asked('dockets', 'GET', `/dockets/${family}/uses`);
    await owner.query("UPDATE proof SET state = 'ready', changed = '{title}' WHERE id = ANY($1)", [proofs]);
    await asked('pass_5000', 'POST', '/proofs/pass', { ids: proofs }, 1);
    // nothing is sent in the meantime: what is timed is putting it in the outbox
    await owner.query("UPDATE outlet SET hold_until = now() + interval '1 hour'");
    await owner.query("UPDATE listing SET sent = jsonb_set(sent, '{title}', '\"Before\"')");
    await asked('send_changes_5000', 'POST', '/listings/changes', { ids: listings }, 1);
    await asked('end_5000', 'POST', '/listings/end', { ids: listings }, 1);
    await asked('line_with_5000_orders', 'GET', '/line');
    await owner.end();
  });
