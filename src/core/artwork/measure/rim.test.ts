import fc from 'fast-check';
import sharp from 'sharp';
import { rim, type Rim } from './rim';

async function of(svg: string, width: number, height: number): Promise<Rim | null> {
  const { data, info } =
    await sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${svg}</svg>`)) // prettier-ignore
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
  return rim({ rgba: data, width: info.width, height: info.height });
}
const filled = (hex: string) => `<rect width="100%" height="100%" fill="${hex}"/>`;
/** Stripes: nothing even runs along them. */
const stripes = (x: number, y: number, w: number, h: number) =>
  `<svg x="${x}" y="${y}" width="${w}" height="${h}">${Array.from({ length: 40 }, (_, i) => `<path d="M${i * 24 - 480} 0l480 480" stroke="${i % 2 ? '#17324d' : '#c63d22'}" stroke-width="17"/>`).join('')}</svg>`;

test('an even edge is told with its colour; it is no border where a motif stands on wide ground', async () => {
  const it = await of(`${filled('#f2d388')}<circle cx="200" cy="240" r="90" fill="#17324d"/>`, 400, 480);
  expect(it).toEqual({ rgb: [0xf2, 0xd3, 0x88], even: 1, border: 0 });
});
test('a border all round is measured where it is narrowest, of the shorter side', async () => {
  const it = await of(`${filled('#ffffff')}${filled('#17324d').replace('width="100%" height="100%"', 'x="12" y="20" width="372" height="440"')}`, 400, 480); // prettier-ignore
  // 12 of 400 px at the left, 16 at the right, 20 above and below
  expect(it).toMatchObject({ rgb: [255, 255, 255], border: 0.03 });
});
test('a border on three sides only is none, and a picture that runs over its edge has none', async () => {
  expect((await of(`${filled('#ffffff')}${stripes(12, 12, 388, 456)}`, 400, 480))!.border).toBe(0);
  const it = await of(stripes(0, 0, 400, 480) , 400, 480); // prettier-ignore
  expect(it === null || it.border === 0).toBe(true);
});
test('what does not fill its sheet has no edge, and a speck of a picture is not looked at', async () => {
  expect(await of('<circle cx="200" cy="240" r="90" fill="#17324d"/>', 400, 480)).toBeNull();
  expect(await of(filled('#fff'), 8, 8)).toBeNull();
});
test('packed as a JPEG the border is the same', async () => {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="480">${filled('#f4efe4')}${stripes(20, 20, 360, 440)}</svg>`;
  const jpg = await sharp(Buffer.from(svg)).jpeg({ quality: 80 }).toBuffer();
  const { data, info } = await sharp(jpg).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const it = rim({ rgba: data, width: info.width, height: info.height });
  expect(it!.border).toBeCloseTo(0.05, 2);
  for (const [c, v] of [0xf4, 0xef, 0xe4].entries()) expect(Math.abs(it!.rgb[c]! - v)).toBeLessThanOrEqual(3);
});
test('a drawn border of any width and colour is found to a pixel, whichever way the picture lies', () =>
  fc.assert(
    fc.asyncProperty(fc.integer({ min: 2, max: 50 }), fc.integer({ min: 0, max: 359 }), fc.boolean(), async (wide, hue, lies) => {
      const [w, h] = lies ? [480, 360] : [360, 480];
      const it = await of(`${filled(`hsl(${hue} 30% 85%)`)}<rect x="${wide}" y="${wide}" width="${w - 2 * wide}" height="${h - 2 * wide}" fill="hsl(${hue} 60% 25%)"/>`, w, h); // prettier-ignore
      expect(Math.abs(it!.border * 360 - wide)).toBeLessThanOrEqual(1);
      expect(it!.even).toBe(1);
    }),
    { numRuns: 60 },
  ));
