import { ALDERGATE } from '../../standins/printhouses/aldergate';
import { BRIGHTSEA } from '../../standins/printhouses/brightsea';
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { until } from './press';
import { newFolder, start, Started } from './started';

/** Processes whose command line or environment names the folder. */
const running = (folder: string): string[] =>
  fs
    .readdirSync('/proc')
    .filter((pid) => /^\d+$/.test(pid) && Number(pid) !== process.pid)
    .filter((pid) => {
      try {
        return (
          fs.readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(folder) ||
          fs.readFileSync(`/proc/${pid}/environ`, 'utf8').includes(folder)
        );
      } catch {
        return false;
      }
    });

const ADA = { workspace: 'My shop', name: 'Ada', email: 'ada@example.com', password: 'a long password' };
const sessionOf = (answer: Response) => answer.headers.get('set-cookie')?.split(';')[0] ?? '';

test('an empty start: the owner’s account, signing in and out, and all of it there after a second start', async () => {
  const folder = newFolder();
  const first = await start(folder);
  expect(await first.up()).toContain('make the owner’s account');
  const OWNER = { ...ADA, code: first.code };
  expect((await first.call('GET', '/artwork')).headers.get('location')).toBe('/welcome');
  expect((await first.call('GET', '/api/v1/artworks')).status).toBe(401);

  expect(
    ((await (await first.call('POST', '/api/v1/owner', { ...OWNER, password: 'short' })).json()) as { detail: string }).detail,
  ).toBe('A password needs at least 12 characters; a few words in a row are easy to keep in mind.');
  // who does not sit at this machine does not know the code
  expect((await first.call('POST', '/api/v1/owner', { ...OWNER, code: 'AAAAAAAA' })).status).toBe(403);
  const made = await first.call('POST', '/api/v1/owner', OWNER);
  expect(made.status).toBe(201);
  expect(made.headers.get('set-cookie')).toMatch(/HttpOnly/i);
  expect((await first.call('POST', '/api/v1/owner', { ...OWNER, email: 'eve@example.com' })).status).toBe(409);
  expect((await first.call('POST', '/api/v1/session', { email: OWNER.email, password: 'a wrong password' })).status).toBe(401);
  expect((await first.call('POST', '/api/v1/session', { email: 'nobody@example.com', password: 'a long password' })).status).toBe(
    401,
  );

  // what is kept is nobody else's to read; the database's user passes through the folder
  const loose = fs.readdirSync(folder, { recursive: true, withFileTypes: true }).filter((e) => !e.parentPath.includes('/pg') && (e.isFile() || e.isDirectory()) && (fs.statSync(path.join(e.parentPath, e.name)).mode & 0o077) !== 0); // prettier-ignore
  expect(loose.map((e) => e.name)).toEqual([]);

  const cookie = sessionOf(made);
  const blanks = (await (await first.call('GET', '/api/v1/blanks', undefined, cookie)).json()) as { items: unknown[] };
  expect(blanks.items).toHaveLength(BRIGHTSEA.products.length + ALDERGATE.products.length);
  await first.stop();
  expect(first.said).toContain('Union Press has stopped; everything is kept.');
  expect(running(folder)).toEqual([]);

  const second = await start(folder);
  await second.up();
  expect((await second.call('GET', '/welcome')).headers.get('location')).toBe('/sign-in');
  const session = sessionOf(await second.call('POST', '/api/v1/session', { email: 'Ada@Example.com', password: OWNER.password }));
  expect((await second.call('GET', '/api/v1/outlets', undefined, session)).status).toBe(200);
  await second.call('DELETE', '/api/v1/session', undefined, session);
  expect((await second.call('GET', '/api/v1/outlets', undefined, session)).status).toBe(401);

  // killed outright, as by a power cut: nothing stays running, and the next start mends it
  second.child.kill('SIGKILL');
  await until(
    () => Promise.resolve(running(folder)),
    (left) => left.length === 0,
    'everything to end',
    20,
  );
  const third = await start(folder);
  expect(await third.up()).toContain('Up after');
  expect((await third.call('POST', '/api/v1/session', { email: OWNER.email, password: OWNER.password })).status).toBe(200);
  await third.stop();
  fs.rmSync(folder, { recursive: true, force: true });
});

test('a half-made cluster is made anew', async () => {
  const folder = newFolder();
  fs.mkdirSync(path.join(folder, 'pg'));
  fs.writeFileSync(path.join(folder, 'pg', 'PG_VERSION'), '15\n');
  const it = await start(folder);
  const said = await it.up();
  expect(said).toContain('making a half-made database anew');
  expect(said).toContain('Up after');

  // the same folder twice, and a port that is taken: a sentence, no stack trace
  const twice = await start(folder);
  expect(await twice.ended()).toBe(1);
  expect(twice.said).toContain('Union Press is running already with the data in');
  const other = newFolder();
  const taken = await start(other, it.port);
  expect(await taken.ended()).toBe(1);
  expect(taken.said).toContain(`Port ${it.port} is taken by another program. Start with --port and another number.`);
  expect(twice.said + taken.said).not.toMatch(/\n\s+at /);
  await it.stop();
  await sleep(100);
  for (const f of [folder, other]) fs.rmSync(f, { recursive: true, force: true });
});

test('words that make no sense are answered with the usage', async () => {
  const child = new Started(
    spawn(process.execPath, ['dist/start.mjs', '--port', 'many'], { stdio: ['ignore', 'pipe', 'pipe'] }),
    0,
  );
  expect(await child.ended()).toBe(2);
  expect(child.said).toContain('Usage: ./start');
});
