import fc from 'fast-check';
import sharp from 'sharp';
import { pixelSize } from './pixels';
import { guidesOf, templateSvg, type TemplateArea } from './template';

const mug: TemplateArea = {
  widthMm: 200,
  heightMm: 90,
  bleedMm: 3,
  safeMm: 5,
  seams: ['M100 0V90'],
  cutOuts: ['M10 10h20v20h-20z'],
};
const kinds = (area: TemplateArea) => guidesOf(area).map((g) => g.kind);

test('guides are those that the area has, what lies below others first', () => {
  expect(kinds(mug)).toEqual(['bleed', 'trim', 'safe', 'seam', 'cut-out']);
  expect(kinds({ widthMm: 40, heightMm: 40 })).toEqual(['trim']);
  // a safe margin that leaves nothing is no guide
  expect(kinds({ widthMm: 10, heightMm: 10, safeMm: 6 })).toEqual(['trim']);
});

test('an SVG in millimetres, each guide with a name of its own', () => {
  const svg = templateSvg({ ...mug, seams: ['M50 0V90', 'M150 0V90'] }, null);
  expect(svg).toContain('width="206mm" height="96mm" preserveAspectRatio="none" viewBox="-3 -3 206 96"');
  const ids = [...svg.matchAll(/id="([^"]+)"/g)].map((m) => m[1]);
  expect(ids).toEqual(['guides', 'bleed', 'trim', 'safe', 'seam', 'seam-2', 'cut-out']);
});

/** The colour at a place, mm from the corner of the area, in a template drawn at 10 px to the mm. */
async function drawn(area: TemplateArea) {
  const b = area.bleedMm ?? 0;
  const { data, info } = await sharp(Buffer.from(templateSvg(area, null, pixelSize(area, 254))))
    .raw()
    .toBuffer({ resolveWithObject: true });
  return {
    info,
    at: (x: number, y: number) => {
      const i = (Math.round((y + b) * 10) * info.width + Math.round((x + b) * 10)) * info.channels;
      return [...data.subarray(i, i + 3)];
    },
  };
}
const WHITE = [255, 255, 255];
const TINT = [246, 217, 210];

test('drawn, the bleed lies around the area, and what is cut out is told apart', async () => {
  const { at, info } = await drawn(mug);
  expect([info.width, info.height]).toEqual([2060, 960]);
  expect(at(-1.5, 45)).toEqual(TINT);
  expect(at(201.5, 45)).toEqual(TINT);
  expect(at(60, 45)).toEqual(WHITE);
  expect(at(20, 20)).toEqual(TINT);
});
test('a round area is a circle of its size, with its bleed around it', async () => {
  const { at } = await drawn({ widthMm: 60, heightMm: 60, bleedMm: 4, shape: 'ellipse' });
  const on = (radius: number, degrees: number) =>
    at(30 + radius * Math.cos((degrees * Math.PI) / 180), 30 + radius * Math.sin((degrees * Math.PI) / 180));
  for (const degrees of [0, 37, 90, 145, 221, 300]) {
    expect(on(29, degrees)).toEqual(WHITE);
    expect(on(32, degrees)).toEqual(TINT);
  }
});
test('any area makes a drawing that can be drawn', () =>
  fc.assert(
    fc.asyncProperty(
      fc.record({
        widthMm: fc.double({ min: 5, max: 400, noNaN: true }),
        heightMm: fc.double({ min: 5, max: 400, noNaN: true }),
        bleedMm: fc.double({ min: 0, max: 20, noNaN: true }),
        safeMm: fc.double({ min: 0, max: 40, noNaN: true }),
        shape: fc.constantFrom('rectangle' as const, 'ellipse' as const),
      }),
      async (area) => {
        const { width, height } = await sharp(Buffer.from(templateSvg(area, null)), { density: 72 }).metadata();
        expect(Math.abs(width - ((area.widthMm + 2 * area.bleedMm) / 25.4) * 72)).toBeLessThanOrEqual(1);
        expect(Math.abs(height - ((area.heightMm + 2 * area.bleedMm) / 25.4) * 72)).toBeLessThanOrEqual(1);
      },
    ),
    { numRuns: 40 },
  ));
