/** Makes the scenes of `assets/scenes`. Arguments: scene ids and a size in px; without any, all of them at 2000 px. */
import { mkdirSync } from 'node:fs';
import { pack } from './pack';
import { WORK } from './povray';
import { makePoster, POSTERS } from './poster';
import { makeShirt, SHIRTS } from './shirt';

mkdirSync(WORK, { recursive: true });
const words = process.argv.slice(2);
const size = Number(words.find((w) => /^\d+$/.test(w)) ?? 2000);
const wanted = words.filter((w) => !/^\d+$/.test(w));
const root = size === 2000 ? 'assets/scenes' : '/tmp/union-press-scenes/look';
for (const id of wanted.length ? wanted : [...SHIRTS, ...POSTERS]) {
  const started = Date.now();
  await pack(SHIRTS.includes(id) ? await makeShirt(id, size) : await makePoster(id, size), `${root}/${id}`);
  console.log(`${id}: ${((Date.now() - started) / 1000).toFixed(0)} s`);
}
