import { LIES, startLiar, type Lie } from '../tests/liar';
import { ask, until, type House } from './house';
import type { Report } from './report';
import { chance } from './seeded';

interface Listing {
  proofId: string | null;
  state: string;
  step: string;
}
/** One request in so many is lied to. */
const ONE_IN = 3;
const OUTLETS = ['kestrel', 'quayside'];

export interface Lied {
  seed: number;
  rounds: number;
  docket: string;
  standins: string;
  picture: (n: number) => Promise<Buffer>;
  /** Puts the outlets somewhere else. */
  moveTo: (standins: string) => Promise<void>;
  /** How many listings each outlet has itself. */
  counts: () => Promise<number[]>;
}

/** New artworks, one a round, drafted for both outlets and passed. Returns their run. */
async function passedRun(house: House, o: Lied): Promise<string> {
  const form = new FormData();
  for (let n = 0; n < o.rounds; n++)
    form.append('files', new Blob([new Uint8Array(await o.picture(n))]), `liar-${o.seed}-${n}.png`);
  const { results } = (await ask(house, 'POST', '/artworks', form)).json<{ results: { id: string }[] }>();
  const ids = results.map((r) => r.id);
  for (const id of ids) {
    const state = async () => (await ask(house, 'GET', `/artworks/${id}`)).json<{ state?: string }>();
    await until(state, (a) => a.state === 'ready', 120);
    await ask(house, 'PATCH', `/artworks/${id}`, { subject: 'lighthouse' });
  }
  const wish = { artworks: ids, dockets: [o.docket], outlets: OUTLETS };
  const { id } = (await ask(house, 'POST', '/runs', wish)).json<{ id: string }>();
  await until(() => countsOf(house, id), (c) => !c.drafting && (c.ready ?? 0) > 0, 180); // prettier-ignore
  await ask(house, 'POST', `/runs/${id}/pass`, {});
  return id;
}

const countsOf = async (house: House, run: string): Promise<Record<string, number>> =>
  (await ask(house, 'GET', `/runs/${run}`)).json<{ counts?: Record<string, number> }>().counts ?? {};

/** What does not hold of a run that was sent: each proof stands once, as it was sent, and the outlets still know us. */
async function wrongs(house: House, run: string): Promise<string[]> {
  const wrong: string[] = [];
  const proofs = (await ask(house, 'GET', `/proofs?run=${run}&limit=1000`)).json<{ items: { id: string }[] }>().items;
  const { items } = (await ask(house, 'GET', '/listings?limit=1000')).json<{ items: Listing[] }>();
  for (const { id } of proofs) {
    const mine = items.filter((l) => l.proofId === id);
    if (mine.length !== 1 || mine[0]!.step !== 'in step' || mine[0]!.state !== 'draft there')
      wrong.push(`proof ${id}: ${JSON.stringify(mine.map((l) => [l.state, l.step]))}`);
  }
  const outlets = (await ask(house, 'GET', '/outlets')).json<{ items: { id: string; connected: boolean }[] }>().items;
  return [...wrong, ...outlets.filter((k) => !k.connected).map((k) => `${k.id} is not connected any more`)];
}

/**
 * Sends proofs to both outlets through somebody who does the work and tells something else of it, one answer in three. In the end, with
 * honest answers again, every proof stands once at its outlet as it was sent, and nobody was taken for a stranger.
 */
export async function tryLiar(house: House, o: Lied): Promise<Report> {
  const by = chance(o.seed);
  const failed: string[] = [];
  const liar = await startLiar(o.standins);
  const began = Date.now();
  try {
    const before = await o.counts();
    const run = await passedRun(house, o);
    await o.moveTo(liar.base);
    const lies = Object.keys(LIES) as Lie[];
    // the door is another matter: whoever is lied to there has to connect again
    liar.lie = ({ path }) => (path.includes('/door') || by.below(ONE_IN) ? null : by.one(lies));
    await ask(house, 'POST', `/runs/${run}/send`, { as: 'draft' });
    for (const outlet of OUTLETS)
      for (const what of ['look', 'gather']) await ask(house, 'POST', `/outlets/${outlet}/${what}`, {});
    await until(() => Promise.resolve(liar.told.length), (n) => n >= 10 * o.rounds, 30); // prettier-ignore
    liar.lie = () => null;
    // what was refused, because a lie said so, is sent again by a person
    const resent = async () => {
      const now = await countsOf(house, run);
      if (now.refused) await ask(house, 'POST', `/runs/${run}/retry`, { as: 'draft' });
      return now;
    };
    const end = await until(resent, (c) => c.listed === o.rounds * OUTLETS.length, 300);
    if (end.listed !== o.rounds * OUTLETS.length) failed.push(`in the end: ${JSON.stringify(end)}`);
    const after = await o.counts();
    OUTLETS.forEach((outlet, i) => {
      const more = after[i]! - before[i]!;
      if (more !== o.rounds) failed.push(`${outlet} has ${more} more listings for ${o.rounds} proofs`);
    });
    failed.push(...(await wrongs(house, run)));
    const seconds = Math.round((Date.now() - began) / 100) / 10;
    return { topic: 'liar', seed: o.seed, tried: liar.told.length, failed, worst_seconds: seconds };
  } finally {
    await o.moveTo(o.standins);
    liar.close();
  }
}
