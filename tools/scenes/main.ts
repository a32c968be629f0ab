/**
 * Makes scenes. Arguments: their ids (all of them without any), the side in px (2000 without), and `--to FOLDER`. Those of the full size
 * go to `assets/scenes` where nothing else is said, drafts to a folder of their own; each can be looked at in a strip. `--sheet FILE`
 * makes nothing but a picture of all that ship.
 */
import { mkdirSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { contactSheet, look } from './look';
import { pack } from './pack';
import { renderPasses } from './passes';
import { WORK } from './povray';
import { SETUPS } from './setups';

const FULL = 2000;
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { to: { type: 'string' }, sheet: { type: 'string' } },
});
mkdirSync(WORK, { recursive: true });
const isSize = (word: string) => /^\d+$/.test(word);
const size = Number(positionals.find(isSize) ?? FULL);
const named = positionals.filter((word) => !isSize(word));
const strange = named.filter((id) => !SETUPS[id]);
if (strange.length) {
  console.error(`There is no scene ${strange.join(', ')}; there are ${Object.keys(SETUPS).join(', ')}.`);
  process.exit(2);
}
if (values.sheet) {
  await contactSheet('assets/scenes', values.sheet);
  process.exit(0);
}
const root = values.to ?? (size === FULL ? 'assets/scenes' : `${WORK}/look`);
for (const id of named.length ? named : Object.keys(SETUPS)) {
  const began = Date.now();
  const setup = await SETUPS[id]!();
  await pack(id, setup, await renderPasses(id, setup, size), `${root}/${id}`);
  console.log(`${id}: ${((Date.now() - began) / 1000).toFixed(0)} s, to look at in ${await look(id, `${root}/${id}`)}`);
}
