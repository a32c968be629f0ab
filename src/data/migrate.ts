import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { runMigrations } from 'graphile-worker';
import pg from 'pg';

/**
 * Brings a database to the newest schema: the queue's own tables first, then our numbered files, each in a transaction.
 * `ownerUrl` connects as the owner; `appPassword` becomes the password of the role press_app.
 */
export async function migrate(ownerUrl: string, appPassword: string, folder: string): Promise<void> {
  await runMigrations({ connectionString: ownerUrl });
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query('SELECT pg_advisory_lock(7000)');
    const role = await client.query("SELECT FROM pg_roles WHERE rolname = 'press_app'");
    if (!role.rowCount) await client.query('CREATE ROLE press_app LOGIN NOBYPASSRLS');
    await client.query(`ALTER ROLE press_app PASSWORD ${client.escapeLiteral(appPassword)}`);
    await client.query(
      'CREATE TABLE IF NOT EXISTS schema_migration (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())',
    );
    const known = new Set((await client.query('SELECT name FROM schema_migration')).rows.map((r: { name: string }) => r.name));
    for (const file of readdirSync(folder)
      .filter((f) => f.endsWith('.sql'))
      .sort()) {
      if (known.has(file)) continue;
      await client.query('BEGIN');
      try {
        await client.query(readFileSync(join(folder, file), 'utf8'));
        await client.query('INSERT INTO schema_migration (name) VALUES ($1)', [file]);
        await client.query('COMMIT');
      } catch (error) {
        await client.query('ROLLBACK');
        throw new Error(`migration ${file}: ${(error as Error).message}`);
      }
    }
  } finally {
    await client.end();
  }
}
