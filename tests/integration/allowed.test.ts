import sharp from 'sharp';
import { call, drafted, ok, openShop, settled, upload, type Items, type Proof, type Run } from './press';

// what a docket's rules do not take is allowed by hand, drafted, and left to the rules again

let docket: string;
let full: string;
beforeAll(async () => {
  docket = (await openShop()).docket;
  // a picture that fills its sheet; shirts take what has a see-through ground
  const noise = { type: 'gaussian' as const, mean: 120, sigma: 60 };
  const png = await sharp({ create: { width: 3000, height: 3600, channels: 3, background: '#335577', noise } }).png({ compressionLevel: 1 }).toBuffer(); // prettier-ignore
  full = (await upload([[`full-${Date.now()}.png`, png]]))[0]!.id;
  await settled(full);
  await ok('PATCH', `/artworks/${full}`, { name: 'Full of noise', subject: 'noise' });
});

const selection = () => ({ search: { find: 'full of noise' }, columns: [{ docket, outlet: 'quayside' }] });
interface Counted {
  open: number;
  closed: number;
  allowed: number;
}
const counted = () => ok<Counted>('POST', '/sheet/count', selection());
const cell = async () => {
  const { rows } = await ok<{ rows: { cells: Record<string, unknown> }[] }>('GET', `/sheet/rows?find=full%20of%20noise&columns=${docket}/quayside`); // prettier-ignore
  return rows[0]!.cells[`${docket}/quayside`];
};

test('a closed cell is allowed by hand, counted, drafted, and closed again by undo', async () => {
  expect(await cell()).toEqual({ why: 'no see-through ground', could: true });
  expect(await counted()).toMatchObject({ open: 0, closed: 1, allowed: 0 });
  const run = await ok<Run>('POST', '/runs', { artworks: [full], dockets: [docket], outlets: ['quayside'] });
  expect(run).toMatchObject({ total: 0, leftOut: [{ why: 'no see-through ground' }] });

  const done = await ok<{ changed: number; undo: string }>('POST', '/sheet/allow', { ...selection(), allow: true });
  expect(done.changed).toBe(1);
  expect(await cell()).toEqual({ allowed: true });
  expect(await counted()).toMatchObject({ open: 1, closed: 0, allowed: 1 });
  // the bench takes it as well
  const { rail } = await ok<{ rail: { id: string }[] }>('GET', `/dockets/${docket}/bench?find=full%20of%20noise`);
  expect(rail.map((r) => r.id)).toEqual([full]);
  expect(await ok('POST', '/sheet/allow', { ...selection(), allow: true })).toEqual({ changed: 0, undo: null });

  await ok('POST', '/activity/undo', { id: done.undo });
  expect(await cell()).toEqual({ why: 'no see-through ground', could: true });
  await ok('POST', '/activity/redo', { id: done.undo });
  const again = await ok<Run>('POST', '/runs', { artworks: [full], dockets: [docket], outlets: ['quayside'] });
  await drafted(again.id);
  const { items } = await ok<Items<Proof>>('GET', `/proofs?run=${again.id}`);
  expect(items.map((p) => p.artworkId)).toEqual([full]);
  // what is drafted stays when it is left to the rules again
  expect(await ok('POST', '/sheet/allow', { ...selection(), allow: false })).toMatchObject({ changed: 1 });
  expect(await cell()).toMatchObject({ id: items[0]!.id });
});

test('the sheet as programs have known it says no more than it did', async () => {
  const { rows } = await ok<{ rows: { id: string; cells: (object | null)[] }[] }>('GET', '/sheet');
  for (const c of rows.flatMap((r) => r.cells)) expect(c === null || 'id' in c || Object.keys(c).join() === 'why').toBe(true);
});

test('nonsense is refused: a docket that is not there changes nothing', async () => {
  const strange = { ...selection(), columns: [{ docket: '0b5fb0f6-7c1e-4a3a-9d56-0a4a6d0a7a11', outlet: 'quayside' }] };
  expect(await ok('POST', '/sheet/allow', { ...strange, allow: true })).toEqual({ changed: 0, undo: null });
  expect((await call('POST', '/sheet/allow', { ...selection(), allow: 'perhaps' })).status).toBe(422);
});
