import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import pg from 'pg';
import sharp from 'sharp';
import { ensureBuilt } from '../bin/built';
import { freePort, ROOT, startStack } from '../bin/stack';
import { closeDatabase } from '../src/data/database';
import { adoptToken, claimCode, demoWorkspace } from '../src/services/people/access';
import { openStockroom } from '../src/services/stockroom/setup';
import { tryApi } from './api';
import { tryFaults, type Fragile } from './faults';
import { tryFiles } from './files';
import { tryLiar } from './liar';
import { ask } from './house';
import { tryPatterns } from './patterns';
import { print, type Report } from './report';
import { tryStrangers } from './strangers';

const { values, positionals } = parseArgs({
  options: { seed: { type: 'string', default: '1' }, rounds: { type: 'string', default: '6' } },
  allowPositionals: true,
});
const seed = Number(values.seed);
const rounds = Number(values.rounds);

/** A word that stands in the tried house's things and nowhere else. */
const SECRET = 'Saltglass';

async function furnish(house: Fragile): Promise<{ docket: string }> {
  const { connectOutlets, makeDockets } = await import('../demo/stockroom');
  await connectOutlets();
  const { shirt } = await makeDockets(null);
  const form = new FormData();
  form.append('files', new Blob([new Uint8Array(await picture(0))]), `${SECRET}.png`);
  const { results } = (await ask(house, 'POST', '/artworks', form)).json<{ results: { id: string }[] }>();
  await ask(house, 'POST', '/drawers', { path: SECRET });
  await ask(house, 'POST', '/views', { station: 'artwork', name: SECRET, query: `find=${SECRET}` });
  const { until, drafted } = await import('../demo/client');
  await until(
    async () => (await ask(house, 'GET', `/artworks/${results[0]!.id}`)).json<{ state: string; said: unknown }>(),
    (a) => a.state === 'ready' && a.said !== null,
    120,
  );
  const run = (
    await ask(house, 'POST', '/runs', { name: SECRET, artworks: [results[0]!.id], dockets: [shirt], outlets: ['quayside'] })
  ).json<{ id: string }>();
  await drafted(run.id, 120);
  return { docket: shirt };
}

/** The owner of another house, with a token of theirs. */
async function stranger(house: Fragile): Promise<Fragile> {
  const json = { 'content-type': 'application/json' };
  const owner = await fetch(`${house.base}/api/v1/owner`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify({
      workspace: 'Next door',
      name: 'Eve',
      email: 'eve@example.org',
      password: 'nine quiet lanterns',
      code: claimCode(),
    }),
  });
  const cookie = owner.headers.get('set-cookie')!.split(';')[0]!;
  const made = await fetch(`${house.base}/api/v1/tokens`, { method: 'POST', headers: { ...json, cookie }, body: '{}' });
  return { ...house, token: ((await made.json()) as { token: string }).token };
}

/** A picture that no other round has. */
const picture = (n: number): Promise<Buffer> =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="3000" height="3600"><circle cx="1500" cy="1800" r="${1000 + n}" fill="#f2a93b"/><rect x="${100 * n}" y="900" width="600" height="300" fill="#f7efdc"/></svg>`,
    ),
  )
    .png()
    .toBuffer();

const TOPICS: Record<string, (house: Fragile, docket: string) => Promise<Report>> = {
  files: (house) => tryFiles(house, { root: ROOT, seed, damages: rounds, bombs: () => true, mostMegabytes: 1500 }),
  patterns: (house) => tryPatterns(house, seed, 2_000),
  strangers: async (house) => tryStrangers(house, await stranger(house), SECRET),
  api: (house) => tryApi(house, { seed, rounds, mostMegabytes: 1200 }),
  liar: (house, docket) =>
    tryLiar(house, {
      ...{ seed, rounds, docket, standins: stack.standins },
      picture: (n) => picture(100 + n),
      moveTo: (standins) => asOwner("UPDATE outlet SET base_url = $1 || '/' || style", [standins]),
      counts: async () => [await offers(stack.standins), await house.wares()],
    }),
  faults: (house, docket) => tryFaults(house, { seed, rounds, docket, picture: (n) => picture(n + 1) }),
};

/** A question of the database's owner. */
async function asOwner(sql: string, values: unknown[]): Promise<void> {
  const client = new pg.Client({ connectionString: stack.ownerUrl });
  await client.connect();
  await client.query(sql, values).finally(() => client.end());
}

/** How many offers lie at the fair, on the table or set aside; asked for as a helper of its own would. */
async function offers(standins: string): Promise<number> {
  const challenge = { code_challenge: 'E9Melhoa2OwvFrEMTJguCHaoeK1t8URWbuGJSstw-cM', code_challenge_method: 'S256' }; // RFC 7636, appendix B
  const asked = { response_type: 'code', client_id: 'trial', redirect_uri: 'http://127.0.0.1:9/', state: 's', answer: 'allow' };
  const post = (path: string, form: Record<string, string>) =>
    fetch(`${standins}/kestrel${path}`, { method: 'POST', body: new URLSearchParams(form), redirect: 'manual' });
  const back = (await post('/door', { ...asked, ...challenge })).headers.get('location')!;
  const form = { grant_type: 'authorization_code', client_id: 'trial', redirect_uri: asked.redirect_uri, code_verifier: 'dBjftJeZ4CVP-mB92K27uhbUJU1p1r_wW1gFWFOEjXk' }; // prettier-ignore
  const token = (await (await post('/door/token', { ...form, code: new URL(back).searchParams.get('code')! })).json()) as {
    access_token: string;
  };
  const headers = { authorization: `Bearer ${token.access_token}` };
  const list = await fetch(`${standins}/kestrel/stall/offers?many=1`, { headers });
  return ((await list.json()) as { in_all: number }).in_all;
}

ensureBuilt(ROOT, console.error);
const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-trial-'));
fs.chmodSync(folder, 0o755); // the user postgres has to enter it
const stack = await startStack({ folder, port: await freePort(), demo: true, durable: false, log: () => undefined });
let failed = 0;
try {
  Object.assign(process.env, stack.env, { PRESS_TOKEN: stack.token });
  const workspace = await demoWorkspace('Trial');
  await adoptToken(workspace, stack.token, 'trial');
  await openStockroom(workspace);
  const house: Fragile = {
    base: stack.base,
    token: stack.token,
    pid: stack.pid,
    kill: (part) => void process.kill(stack.pid(part), 'SIGKILL'),
    control: (outlet, behaviour) =>
      fetch(`${stack.standins}/control/${outlet}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(behaviour),
      }),
    async wares() {
      const answer = await fetch(`${stack.standins}/quayside/yard/wares?many=200`, {
        headers: { authorization: 'Bearer harbour-light-demo' },
      }).catch(() => null);
      return answer?.ok ? ((await answer.json()) as { wares: unknown[] }).wares.length : -1;
    },
  };
  const { docket } = await furnish(house);
  for (const topic of positionals.length ? positionals : Object.keys(TOPICS)) {
    const tried = TOPICS[topic];
    if (!tried) throw new RangeError(`There is no trial ${topic}; there are ${Object.keys(TOPICS).join(', ')}.`);
    const report = await tried(house, docket);
    print(report);
    failed += report.failed.length;
  }
} finally {
  await closeDatabase();
  await stack.stop();
  if (failed) console.error(`  what was logged: ${fs.readFileSync(path.join(folder, 'programs.log'), 'utf8').slice(-4000)}`);
  fs.rmSync(folder, { recursive: true, force: true });
}
process.exit(failed ? 1 : 0);
