import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { sceneOf, SIDE } from '../../../tests/scenes';
import { compileScene } from './compile';
import { sceneBytes } from './compiled';
import { RUN } from './kernels/finder';
import { FROM } from './kernels/compiled';
import { roomFor } from './sheet';

const room = (name: string, xMm: number, yMm: number, widthMm: number, heightMm: number, side = 'front') => ({
  ...{ name, side, xMm, yMm },
  ...{ widthMm, heightMm },
});

test('points outside a room get no ink: those inside are found, each once, in runs side by side', async () => {
  const edge = fc.double({ min: 0, max: 80, noNaN: true });
  await fc.assert(
    fc.asyncProperty(edge, edge, fc.double({ min: 1, max: 60, noNaN: true }), fc.nat(3), async (x, y, wide, hole) => {
      const { sheet, pixels } = sceneOf({
        place: (px, py) => (hole && Math.hypot(px - 40, py - 40) < hole * 9 ? null : [px, py]),
        rooms: [room('part', x, y, wide, wide * 0.7)],
      });
      const scene = await compileScene(sheet, pixels);
      const { places, cover, runs } = scene.rooms[0]!;
      const found: number[] = [];
      for (let r = 0; r < runs.length; r += 2) {
        expect(runs[r + 1]!).toBeLessThanOrEqual(RUN);
        expect(Math.floor(runs[r]! / SIDE)).toBe(Math.floor((runs[r]! + runs[r + 1]! - 1) / SIDE));
        for (let k = 0; k < runs[r + 1]!; k++) found.push(runs[r]! + k);
      }
      const mm = (v: number) => (Math.round((v / SIDE) * 65535) / 65535) * SIDE;
      const inside: number[] = [];
      for (let i = 0; i < SIDE * SIDE; i++) {
        const [px, py] = [(i % SIDE) + 0.5, Math.floor(i / SIDE) + 0.5];
        if (hole && Math.hypot(px - 40, py - 40) < hole * 9) continue;
        const [u, v] = [mm(px), mm(py)];
        if (u >= x && u <= x + wide && v >= y && v <= y + wide * 0.7) inside.push(i);
      }
      expect(found).toEqual(inside);
      expect([places.length, cover.length]).toEqual([inside.length, inside.length]);
      expect(sceneBytes(scene)).toBeGreaterThanOrEqual(SIDE * SIDE * 4 + inside.length * 5);
    }),
    { numRuns: 30 },
  );
});

test('how far it goes from point to point is what the map says, also at edges and beside folds', async () => {
  const { sheet, pixels } = sceneOf({
    // turned, a quarter as fine downwards, and a fold at x = 60 beyond which lies another place
    place: (x, y) => [(x > 60 ? 20 : 0) + 10 + 0.5 * x + 0.1 * y, 10 + 0.25 * y],
  });
  const { rooms } = await compileScene(sheet, pixels);
  const { runs, steps, mmPerPoint } = rooms[0]!;
  const per = 65535 / SIDE;
  for (let r = 0; r < runs.length / 2; r++) {
    // but for the fold itself
    if (runs[r * 2]! % SIDE > 24) continue;
    const [ax, ay, dx, dy] = steps.subarray(r * 4, r * 4 + 4);
    expect(Math.abs(ax! / per - 0.5)).toBeLessThan(0.02);
    expect(Math.abs(ay! / per)).toBeLessThan(0.02);
    expect(Math.abs(dx! / per - 0.1)).toBeLessThan(0.02);
    expect(Math.abs(dy! / per - 0.25)).toBeLessThan(0.02);
  }
  expect(mmPerPoint).toBeCloseTo(0.5, 1);
});

test('a scene whose points name parts that it has not is refused', async () => {
  const { sheet, pixels } = sceneOf();
  const parts = new Uint8Array(SIDE * SIDE * 3).fill(1);
  await compileScene(sheet, { ...pixels, parts });
  parts[300] = 7;
  await expect(compileScene(sheet, { ...pixels, parts })).rejects.toThrow(/1 parts; a point of it is of part 7/);
});

test('an area is shown in the room of its name, else the largest of a side in the largest room there; others are not', () => {
  const rooms = [room('front', 0, 0, 380, 450), room('chest', 200, 40, 100, 100, 'chest'), room('back', 0, 0, 380, 450, 'back')];
  const front = { name: 'whole front', side: 'front', widthMm: 300, heightMm: 400 };
  const hem = { name: 'hem', side: 'front', widthMm: 70, heightMm: 35 };
  expect(roomFor(rooms, { ...front, name: 'chest' }, [])?.name).toBe('chest');
  expect(roomFor(rooms, front, [front, hem])?.name).toBe('front');
  expect(roomFor(rooms, hem, [front, hem])).toBeNull();
  expect(roomFor(rooms, hem, [hem])?.name).toBe('front');
  expect(roomFor(rooms, { ...front, side: 'left sleeve' }, [front])).toBeNull();
});

test('the kernels that are loaded are compiled from their text', () => {
  const tool = readFileSync('tools/compile-kernels.mjs', 'utf8');
  const flags = /const FLAGS = \[([^\]]*)\]/
    .exec(tool)![1]!
    .split(',')
    .map((f) => f.trim().replaceAll("'", ''));
  const hash = createHash('sha256').update(flags.join(' ')).update(readFileSync('src/core/scene/kernels/kernels.ts'));
  expect(FROM).toBe(hash.digest('hex').slice(0, 16));
});
