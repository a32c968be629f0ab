import { closeDatabase } from '../../src/data/database';
import { tryApi } from '../../trial/api';
import { tryFaults, type Fragile } from '../../trial/faults';
import { tryFiles } from '../../trial/files';
import { tryPatterns } from '../../trial/patterns';
import { tryStrangers } from '../../trial/strangers';
import { ADA, adaMovesOut, cookieOf, send } from './ada';
import { BASE, control, drafted, motif, ok, openShop, trouble, upload, settled, wareCount, type Run } from './press';

/** The trials in short; `npm run trial` tries all of it, with more seeds and rounds. */
const SEED = 7;
const SECRET = 'Saltglass';
const house: Fragile = {
  base: BASE,
  token: process.env.PRESS_TOKEN!,
  pid: async (part) => Number(await (await fetch(`${process.env.TROUBLE_URL}/pid-${part}`)).text()),
  kill: (part) => trouble(`kill-${part}` as 'kill-web'),
  control: (outlet, behaviour) => control(outlet, behaviour),
  wares: () => wareCount().catch(() => -1),
};
let docket = '';
beforeAll(async () => void ({ docket } = await openShop()));
afterAll(async () => {
  await control('quayside');
  await adaMovesOut();
  await closeDatabase();
});

/** Those that are heavy by design: the guard itself is tested by its own, and all of them by the trial. */
const HEAVY = /turbulence|blurred|masks|million p|vast|thousand times|dust|that grows|uses of uses|forms that/;
test('damaged and hostile files', async () => {
  const report = await tryFiles(house, { root: process.cwd(), seed: SEED, damages: 1, bombs: (name) => !HEAVY.test(name), mostMegabytes: 1500 }); // prettier-ignore
  expect([report.tried > 60, report.failed]).toEqual([true, []]);
});
test('patterns', async () => {
  const report = await tryPatterns(house, SEED);
  expect([report.tried > 60, report.failed]).toEqual([true, []]);
});
test('nonsense through every operation', async () => {
  const report = await tryApi(house, { seed: SEED, rounds: 1, mostMegabytes: 1200 });
  expect([report.tried > 300, report.failed]).toEqual([true, []]);
});
test('a stranger with the ids of another’s things', async () => {
  const [taken] = await upload([[`${SECRET}.png`, await motif(9_100_001)]]);
  await settled(taken!.id);
  const cookie = cookieOf(await send('POST', '/owner', ADA));
  const { token } = (await (await send('POST', '/tokens', {}, cookie)).json()) as { token: string };
  const run = await ok<Run>('POST', '/runs', { name: SECRET, artworks: [taken!.id], dockets: [docket], outlets: ['quayside'] });
  await drafted(run.id);
  // all of the house's things would take minutes: those of today are enough
  const report = await tryStrangers(house, { ...house, token }, SECRET, 40);
  expect([report.tried > 200, report.failed]).toEqual([true, []]);
});
test('kills and faults in the middle of the job', async () => {
  const report = await tryFaults(house, { seed: SEED, rounds: 2, docket, picture: (n) => motif(9_200_000 + n) });
  expect([report.tried, report.failed]).toEqual([4, []]);
});
