import { artwork } from './artwork';
import { batch, manyScenes } from './batch';
import { correcting } from './correcting';
import { checks } from './checks';
import { compositor } from './compositor';
import { filmstrip } from './filmstrip';
import { line } from './line';
import { memory } from './memory';
import { mockups } from './mockups';
import { reading } from './reading';
import { placement } from './placement';
import { scenes } from './scenes';
import { screens } from './screens';
import { scale } from './scale';
import { strength } from './strength';
import { surenessOfWords } from './sureness';
import { twoWorkers } from './two-workers';
import { wording } from './wording';

const TOPICS: Record<string, () => Promise<void>> = {
  mockups: async () => {
    await mockups();
    await compositor();
    await batch();
    await manyScenes();
  },
  batch,
  many: manyScenes,
  scenes,
  placement: async () => {
    await placement();
    await filmstrip();
  },
  filmstrip,
  artwork,
  sureness: surenessOfWords,
  words: async () => {
    wording();
    await correcting();
    await checks();
    await reading();
  },
  correcting,
  checks,
  reading,
  memory,
  line,
  screens,
  scale: async () => {
    await scale();
    await twoWorkers();
  },
  workers: twoWorkers,
  strength,
};

const wanted = process.argv.slice(2);
for (const topic of wanted.length ? wanted : Object.keys(TOPICS)) {
  const run = TOPICS[topic];
  if (!run) {
    console.error(`There is no topic ${topic}; there are ${Object.keys(TOPICS).join(', ')}.`);
    process.exit(2);
  }
  await run();
}
process.exit(0);
