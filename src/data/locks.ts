import pg from 'pg';

/** Lock numbers of our own, apart from those of migrations. */
const SPACE = 7005;

/** Locks by name between all processes of the house, on one connection of this one: when it ends, they are free. */
let connection: Promise<pg.Client> | undefined;
const mine = new Set<string>();

function connected(): Promise<pg.Client> {
  connection ??= (async () => {
    const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
    const lost = () => {
      connection = undefined;
      mine.clear();
    };
    client.on('error', lost);
    client.on('end', lost);
    await client.connect();
    return client;
  })().catch((error: unknown) => {
    connection = undefined;
    throw error;
  });
  return connection;
}

/** Takes the lock of a name; false, without waiting, when anybody has it, this process too. */
export async function tryLock(name: string): Promise<boolean> {
  if (mine.has(name)) return false;
  mine.add(name);
  try {
    const client = await connected();
    const { rows } = await client.query<{ held: boolean }>('SELECT pg_try_advisory_lock($1, hashtext($2)) AS held', [
      SPACE,
      name,
    ]);
    if (!rows[0]!.held) mine.delete(name);
    return rows[0]!.held;
  } catch (error) {
    mine.delete(name);
    throw error;
  }
}

/** Gives a lock back. One that was lost with its connection is given back already. */
export async function unlock(name: string): Promise<void> {
  if (!mine.delete(name)) return;
  await (await connected()).query('SELECT pg_advisory_unlock($1, hashtext($2))', [SPACE, name]);
}

/** Ends the connection, and with it every lock. */
export async function closeLocks(): Promise<void> {
  const open = connection;
  connection = undefined;
  mine.clear();
  await (await open?.catch(() => undefined))?.end();
}
