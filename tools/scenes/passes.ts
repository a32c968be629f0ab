import sharp from 'sharp';
import { withoutGrain } from './denoise';
import { flat, opening, povFile, render, SOFT_EDGES, type Linear } from './povray';
import { numbered, povThing, type Setup } from './setup';

/** Which part each point shows (0: the surroundings), the one behind, the first's share, and the print's share: 0 to 255. */
export interface Regions {
  first: Uint8Array;
  second: Uint8Array;
  share: Uint8Array;
  print: Uint8Array;
}

/** What is rendered of a scene. */
export interface Passes {
  size: number;
  plate: Linear;
  gloss: Linear | null;
  regions: Regions;
}

/** Each side of a point is looked at in so many places to tell what it shows. */
const PLACES = 3;
/** Points that are looked at at a time, in rows. */
const ROWS = 100;
const DARK = 'texture{pigment{rgb 0} finish{diffuse 0 ambient 0}}';

export async function renderPasses(id: string, setup: Setup, size: number): Promise<Passes> {
  const { camera, light, stage } = setup;
  const its = numbered(setup);
  const all = (of: (t: (typeof stage)[number]) => string) =>
    [...stage, ...its.map((n) => n.thing)].map((t) => povThing(t, of(t)));
  const looks = all((t) => t.look);
  const shown = (name: string, lights: string, radiosity: boolean) =>
    render(`${id}-${name}`, [opening(camera, radiosity), lights, ...looks].join('\n'), size, SOFT_EDGES);
  const plate = withoutGrain(await shown('plate', light.pov, true), await shown('guide', light.guide, false));
  // what stands around hides, and is not seen in what shines: the lights are
  const dark = stage.map((t) => povThing(t, t.gloss ?? `${DARK} no_reflection`));
  const shines = its.some(({ thing }) => thing.gloss);
  const gloss = shines
    ? await render(`${id}-gloss`, [opening(camera, false), light.reflections, ...dark, ...its.map(({ thing }) => povThing(thing, thing.gloss ?? DARK))].join('\n'), size, SOFT_EDGES) // prettier-ignore
    : null;
  const marks = [
    ...stage.map((t) => povThing(t, flat(0, 0, 0))),
    ...its.map(({ thing, number }) => povThing(thing, flat(number / 255, thing.printed ? 1 : 0, 0))),
  ];
  const file = await povFile(`${id}-parts`, [opening(camera, false), ...marks].join('\n'), size * PLACES, ['-A', '+FN8']);
  return { size, plate, gloss, regions: await regionsIn(file, size) };
}

/** Counts what is seen in the places of each point. */
async function regionsIn(file: string, size: number): Promise<Regions> {
  const bytes = () => new Uint8Array(size * size);
  const regions: Regions = { first: bytes(), second: bytes(), share: bytes(), print: bytes() };
  const wide = size * PLACES;
  const counts = new Map<number, number>();
  for (let top = 0; top < size; top += ROWS) {
    const rows = Math.min(ROWS, size - top);
    const { data, info } = await sharp(file, { limitInputPixels: false })
      .extract({ left: 0, top: top * PLACES, width: wide, height: rows * PLACES })
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    for (let y = 0; y < rows; y++)
      for (let x = 0; x < size; x++) {
        counts.clear();
        let printed = 0;
        for (let j = 0; j < PLACES; j++)
          for (let i = 0; i < PLACES; i++) {
            const k = ((y * PLACES + j) * wide + x * PLACES + i) * info.channels;
            counts.set(data[k]!, (counts.get(data[k]!) ?? 0) + 1);
            if (data[k + 1]! > 127) printed++;
          }
        const [[a, n] = [0, 0], [b, m] = [0, 0]] = [...counts].sort((p, q) => q[1] - p[1]);
        const at = (top + y) * size + x;
        regions.first[at] = a;
        regions.second[at] = b;
        regions.share[at] = Math.round((255 * n) / (n + m));
        regions.print[at] = Math.round((255 * printed) / PLACES ** 2);
      }
  }
  return regions;
}
