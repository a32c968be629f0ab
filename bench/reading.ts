import sharp from 'sharp';
import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { figure } from './figure';
import { onStack } from './stack';
import { drawLettered, letteredDesigns } from './words-set';

const OF = 120;
/** Pixels of the longer side: what reading works on is not larger. */
const SIDE = 1800;

interface Row {
  state: string;
  said: object[] | null;
}

/** From a hundred and twenty designs that are measured to all of them read, and drafted for one docket at one outlet. */
export const reading = (): Promise<void> =>
  onStack(async () => {
    const { api, drafted, upload, until } = await import('../demo/client');
    const { connectOutlets, makeDockets } = await import('../demo/stockroom');
    await connectOutlets();
    const dockets = await makeDockets(null);
    const small = async (bytes: Buffer) =>
      sharp(bytes, { limitInputPixels: false }).resize(SIDE, SIDE, { fit: 'inside', withoutEnlargement: true }).png().toBuffer();
    const designs = [
      ...letteredDesigns().map((d) => ({ file: d.file, make: () => drawLettered(d, 1500) })),
      ...collection()
        .filter((p) => p.file.endsWith('.png'))
        .map((p) => ({ file: p.file, make: async () => small(await draw(p)) })),
    ].slice(0, OF);
    for (const d of designs) await upload(d.file, await d.make(), 'Read');
    const rows = async () => (await api<{ items: Row[] }>('GET', '/artworks?limit=1000')).items;
    await until(rows, (all) => all.length >= designs.length && all.every((a) => a.state !== 'arriving'), 600);
    const unread = (await rows()).filter((a) => a.said === null).length;
    const began = performance.now();
    await until(rows, (all) => all.every((a) => a.said !== null), 600);
    const read = (performance.now() - began) / 1000;
    const shirt = Object.values(dockets)[0]!;
    const run = await api<{ id: string }>('POST', '/runs', { drawer: 'Read', dockets: [shirt], outlets: ['kestrel'] });
    await drafted(run.id, 600);
    const all = (performance.now() - began) / 1000;
    // words are read while others are still measured: what was read before the last was is counted with what was not
    const scaled = read * (designs.length / Math.max(1, unread)) + (all - read);
    figure('words.measured_to_drafts_120_seconds', scaled, 's', `${designs.length} designs, ${unread} of them unread when all were measured (${read.toFixed(1)} s, scaled to all), then drafted with their pictures for one docket at one outlet (${(all - read).toFixed(1)} s); aim 60`); // prettier-ignore
  });
