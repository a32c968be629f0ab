import { withoutGrain } from './denoise';
import { flat, opening, render, SOFT_EDGES, type Linear } from './povray';
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

/** An edge is looked at in nine places of a point. */
const EDGES = ['+A0.02', '+AM1', '+R3', '-J'];
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
  return { size, plate, gloss, regions: await regionsIn(id, setup, size) };
}

/** How much of each point each part takes, and what is printed on: three of them a picture, as red, green and blue. */
async function regionsIn(id: string, { camera, stage, ...setup }: Setup, size: number): Promise<Regions> {
  const its = numbered({ camera, stage, ...setup });
  const parts = Math.max(...its.map((n) => n.number));
  const covers: ((i: number) => number)[] = [];
  for (let from = 1; from <= parts + 1; from += 3) {
    const channels = [from, from + 1, from + 2];
    const marks = [
      ...stage.map((t) => povThing(t, flat(0, 0, 0))),
      ...its.map(({ thing, number }) => {
        const is = (channel: number) => ((channel > parts ? channel === parts + 1 && thing.printed : channel === number) ? 1 : 0);
        return povThing(thing, flat(...(channels.map(is) as [number, number, number])));
      }),
    ];
    const { data } = await render(`${id}-parts${from}`, [opening(camera, false), ...marks].join('\n'), size, EDGES);
    covers.push(...[0, 1, 2].map((c) => (i: number) => data[i * 3 + c]!));
  }
  const bytes = () => new Uint8Array(size * size);
  const regions: Regions = { first: bytes(), second: bytes(), share: bytes(), print: bytes() };
  for (let i = 0; i < size * size; i++) {
    const shares = Array.from({ length: parts }, (_, k) => covers[k]!(i));
    const all = [1 - shares.reduce((a, b) => a + b, 0), ...shares];
    let [a, b] = [0, 1];
    if (all[1]! > all[0]!) [a, b] = [1, 0];
    for (let k = 2; k < all.length; k++) {
      if (all[k]! > all[a]!) [a, b] = [k, a];
      else if (all[k]! > all[b]!) b = k;
    }
    const [n, m] = [all[a]!, Math.max(0, all[b]!)];
    regions.first[i] = a;
    regions.second[i] = m > 0.002 ? b : 0;
    regions.share[i] = Math.round((255 * n) / (n + m));
    regions.print[i] = Math.round(255 * covers[parts]!(i));
  }
  return regions;
}
