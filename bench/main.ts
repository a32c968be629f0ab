import { artwork } from './artwork';
import { line } from './line';
import { mockups } from './mockups';

const TOPICS: Record<string, () => Promise<void>> = { mockups, artwork, line };

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
