import sharp from 'sharp';
import { outputFor } from '../../core/outlet/pictures';
import type { PictureOrder } from '../../services/line/prepare/pictures';
import { Renderer } from './render';
import { HeldShelf } from './shelf';

/** Files in memory, and how many more find room. */
const mockKept = new Map<string, Buffer>();
let mockRoom = Infinity;
jest.mock('../../files/store', () => ({
  ...jest.requireActual<object>('../../files/store'),
  has: (_: string, name: string) => Promise.resolve(mockKept.has(name)),
  read: (_: string, name: string) => Promise.resolve(mockKept.get(name)),
  borrow: <T>(_: string, name: string, reads: (path: Buffer) => Promise<T>) => reads(mockKept.get(name)!),
  keepDerived: (name: string, data: Buffer) => {
    if (mockRoom-- < 1) return Promise.reject(Object.assign(new Error('no space left on device'), { code: 'ENOSPC' }));
    mockKept.set(name, data);
    return Promise.resolve();
  },
}));

const name = (text: string, ending: string) => Buffer.from(text.padEnd(32, '.')).toString('hex') + ending;
const WORKING = name('artwork', '.png');
const renderer = new Renderer(new HeldShelf(400 << 20));
const rules = { max: 10, minSidePx: 500, maxBytes: 20e6 };

const order = (colour: string, change: Parameters<typeof outputFor>[0] = rules): PictureOrder => {
  const output = outputFor(change);
  return {
    ...{ kind: 'scene', scene: 'shirt-flat', colourName: '', products: [{ colour }], output },
    prints: [
      {
        ...{ product: 0, room: 'front', ink: 'opaque', ground: null },
        layers: [
          {
            ...{ working: WORKING, original: { sha256: '', fileName: '' }, widthMm: 200, ppi: 150 },
            ...{ maps: [{ a: 200, b: 0, c: 0, d: 200, e: 90, f: 40 }], repeat: null },
          },
        ],
      },
    ],
    file: name(`${colour} ${output.format} ${output.sidePx} ${output.maxBytes}`, output.format === 'webp' ? '.webp' : '.jpg'),
    small: name(`${colour} small`, '.webp'),
  };
};

beforeAll(async () => {
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="300"><circle cx="150" cy="150" r="140" fill="#d33"/></svg>';
  mockKept.set(WORKING, await sharp(Buffer.from(svg)).png().toBuffer());
});
beforeEach(() => {
  mockRoom = Infinity;
  for (const key of mockKept.keys()) if (key !== WORKING) mockKept.delete(key);
});

test('pictures are made once, in every size that is shown, and not again', async () => {
  const orders = ['#ffffff', '#203050'].map((c) => order(c));
  expect(await renderer.render(orders)).toEqual({
    pictures: expect.arrayContaining(orders.map((o) => ({ file: o.file }))) as unknown,
    full: false,
    printed: 2,
    ms: expect.any(Number) as unknown,
  });
  // a large one, a small one and the smallest of each
  expect(mockKept.size).toBe(1 + 2 * 3);
  const { width, height, format } = await sharp(mockKept.get(orders[0]!.file)).metadata();
  expect([width, height, format]).toEqual([2000, 2000, 'jpeg']);
  const [white, navy] = await Promise.all(
    orders.map(
      async (o) =>
        (
          await sharp(mockKept.get(o.small)).extract({ left: 240, top: 380, width: 1, height: 1 }).removeAlpha().raw().toBuffer()
        )[0]!,
    ),
  );
  expect(white! - navy!).toBeGreaterThan(100);
  mockRoom = 0;
  expect((await renderer.render(orders)).pictures).toHaveLength(2);
});

test('what shows the same is handed over as each outlet takes it, and what its bytes cost is remembered', async () => {
  const orders = [order('#a0b0a0'), order('#a0b0a0', { ...rules, maxSidePx: 900, formats: ['webp'] }), order('#a0b0a0', { ...rules, maxBytes: 60_000 }), order('#a0b0a0', { ...rules, minSidePx: 1800, maxBytes: 900 })]; // prettier-ignore
  const made = await renderer.render(orders);
  const of = (o: PictureOrder) => made.pictures.find((p) => p.file === o.file)!;
  expect([of(orders[0]!), of(orders[1]!)]).toEqual([{ file: orders[0]!.file }, { file: orders[1]!.file }]);
  expect((await sharp(mockKept.get(orders[1]!.file)).metadata()).width).toBe(900);
  expect(of(orders[2]!).quality).toBeLessThan(86);
  expect(mockKept.get(orders[2]!.file)!.length).toBeLessThanOrEqual(60_000);
  expect([of(orders[3]!).heavy, mockKept.has(orders[3]!.file)]).toEqual([true, false]);
  // asked for again nothing is made, and the same is said
  mockRoom = 0;
  const again = await renderer.render(orders.slice(1));
  expect(again.pictures).toEqual(expect.arrayContaining(orders.slice(1).map(of)));
});

test('a full disk ends it: what found room is there, and it is said', async () => {
  const orders = ['#111111', '#555555', '#999999', '#dddddd'].map((c) => order(c));
  mockRoom = 4;
  const { pictures, full } = await renderer.render(orders);
  expect(full).toBe(true);
  expect(pictures.length).toBeLessThan(orders.length);
  for (const { file } of pictures) expect(mockKept.has(file)).toBe(true);
  mockRoom = Infinity;
  expect((await renderer.render(orders)).pictures).toHaveLength(4);
});

test('what no scene shows is an error of ours, and stops nothing that comes after', async () => {
  await expect(renderer.render([{ ...order('#123456'), scene: 'moon' }])).rejects.toThrow(/no scene moon/);
  expect((await renderer.render([order('#123456')])).pictures).toHaveLength(1);
});
