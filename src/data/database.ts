import pg from 'pg';
import type { Change } from '../core/desk/changes';
import { currentActor, type Actor } from './acting';

// bigint columns hold money minor units, sequence numbers and byte counts, all far below 2^53
pg.types.setTypeParser(20, Number);

/** A connection that is inside a transaction with its workspace set: row-level security does the rest. */
export type Tx = pg.PoolClient;

let pool: pg.Pool | undefined;

/** The pool of the role press_app, made on first use from DATABASE_URL. */
function appPool(): pg.Pool {
  if (pool) return pool;
  const connectionString = process.env.DATABASE_URL;
  if (!connectionString) throw new Error('DATABASE_URL is not set; start Union Press with ./start');
  pool = new pg.Pool({ connectionString, max: 16, idleTimeoutMillis: 30_000, connectionTimeoutMillis: 15_000 });
  // a restarted database closes idle connections; the pool opens new ones, so this must not end the process
  const ignore = () => undefined;
  pool.on('error', ignore);
  pool.on('connect', (client) => client.on('error', ignore));
  return pool;
}

/** Runs `work` in a transaction that sees only `workspace`. `null` is for the questions that come before sign-in. */
export async function inWorkspace<T>(workspace: string | null, work: (tx: Tx) => Promise<T>): Promise<T> {
  const client = await appPool().connect();
  let broken: Error | undefined;
  try {
    const [mine, actor] = [workspace ?? '', JSON.stringify(currentActor())].map((v) => client.escapeLiteral(v));
    // one round trip: every request begins with it
    await client.query(`BEGIN; SELECT set_config('press.workspace', ${mine}, true), set_config('press.actor', ${actor}, true)`);
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch((e: Error) => (broken = e));
    throw error;
  } finally {
    client.release(broken);
  }
}

/** Asks one question before any workspace is known, such as who somebody is: a single statement needs no transaction of ours. */
export async function outside<T>(question: (tx: Tx) => Promise<T>): Promise<T> {
  const client = await appPool().connect();
  try {
    return await question(client);
  } finally {
    client.release();
  }
}

/**
 * Work on a connection of its own, beside the pool, whose statements each stand by themselves: for what takes minutes and must hold up
 * neither the pool nor the cleaning of old rows. It belongs to no workspace.
 */
export async function onOwnConnection<T>(work: (connection: Tx) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
  client.on('error', () => undefined);
  await client.connect();
  try {
    return await work(client as unknown as Tx);
  } finally {
    await client.end();
  }
}

/** From here on a transaction acts in somebody else's name, who asked for it before. */
export async function actFor(tx: Tx, actor: Actor): Promise<void> {
  await tx.query("SELECT set_config('press.actor', $1, true)", [JSON.stringify(actor)]);
}

/** All rows of a query, typed at the edge. */
export async function rows<R>(tx: Tx, sql: string, values: unknown[] = []): Promise<R[]> {
  return (await tx.query(sql, values)).rows as R[];
}

/** The first row of a query, or null. */
export async function row<R>(tx: Tx, sql: string, values: unknown[] = []): Promise<R | null> {
  return (await rows<R>(tx, sql, values))[0] ?? null;
}

/** Listens for changes told by the database. Calls `lost` when the connection ends. Returns a function that stops it. */
export async function listenForChanges(
  heard: (workspace: string, change: Change) => void,
  lost: () => void,
): Promise<() => Promise<void>> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
  client.on('error', () => undefined);
  client.on('end', lost);
  client.on('notification', (n) => {
    const { workspace, ...change } = JSON.parse(n.payload ?? '{}') as Change & { workspace: string };
    heard(workspace, change);
  });
  await client.connect();
  await client.query('LISTEN press_change');
  return () => client.end();
}

export async function closeDatabase(): Promise<void> {
  await pool?.end();
  pool = undefined;
}
