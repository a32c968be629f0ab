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

/**
 * Sends proofs to both outlets through somebody who does the work and tells something else of it, one answer in three. In the end, with
 * honest answers again, every proof stands once at its outlet as it was sent, and nobody was taken for a stranger.
 */
export async function tryLiar(
  house: House,
  o: {
    seed: number;
    rounds: number;
    docket: string;
    standins: string;
    picture: (n: number) => Promise<Buffer>;
    /** Puts the outlets somewhere else. */
    moveTo: (standins: string) => Promise<void>;
    /** How many listings each outlet has itself. */
    counts: () => Promise<number[]>;
  },
): Promise<Report> {
  const by = chance(o.seed);
  const failed: string[] = [];
  const liar = await startLiar(o.standins);
  const began = Date.now();
  try {
    const before = await o.counts();
    const form = new FormData();
    for (let n = 0; n < o.rounds; n++)
      form.append('files', new Blob([new Uint8Array(await o.picture(n))]), `liar-${o.seed}-${n}.png`);
    const { results } = (await ask(house, 'POST', '/artworks', form)).json<{ results: { id: string }[] }>();
    const ids = results.map((r) => r.id);
    for (const id of ids) {
      await until(async () => (await ask(house, 'GET', `/artworks/${id}`)).json<{ state?: string }>(), (a) => a.state === 'ready', 120); // prettier-ignore
      await ask(house, 'PATCH', `/artworks/${id}`, { subject: 'lighthouse' });
    }
    const run = (await ask(house, 'POST', '/runs', { artworks: ids, dockets: [o.docket], outlets: OUTLETS })).json<{ id: string }>(); // prettier-ignore
    const counts = async () =>
      (await ask(house, 'GET', `/runs/${run.id}`)).json<{ counts?: Record<string, number> }>().counts ?? {};
    await until(counts, (c) => !c.drafting && (c.ready ?? 0) > 0, 180);
    await ask(house, 'POST', `/runs/${run.id}/pass`, {});
    await o.moveTo(liar.base);
    const lies = Object.keys(LIES) as Lie[];
    // the door is another matter: whoever is lied to there has to connect again
    liar.lie = ({ path }) => (path.includes('/door') || by.below(ONE_IN) ? null : by.one(lies));
    await ask(house, 'POST', `/runs/${run.id}/send`, { as: 'draft' });
    for (const outlet of OUTLETS) await ask(house, 'POST', `/outlets/${outlet}/look`, {});
    for (const outlet of OUTLETS) await ask(house, 'POST', `/outlets/${outlet}/gather`, {});
    await until(() => Promise.resolve(liar.told.length), (n) => n >= 10 * o.rounds, 30); // prettier-ignore
    liar.lie = () => null;
    // what was refused, because a lie said so, is sent again by a person
    const end = await until(
      async () => {
        const now = await counts();
        if (now.refused) await ask(house, 'POST', `/runs/${run.id}/retry`, { as: 'draft' });
        return now;
      },
      (c) => c.listed === ids.length * OUTLETS.length,
      300,
    );
    if (end.listed !== ids.length * OUTLETS.length) failed.push(`in the end: ${JSON.stringify(end)}`);
    const after = await o.counts();
    OUTLETS.forEach((outlet, i) => {
      const more = after[i]! - before[i]!;
      if (more !== ids.length) failed.push(`${outlet} has ${more} more listings for ${ids.length} proofs`);
    });
    const proofs = (await ask(house, 'GET', `/proofs?run=${run.id}&limit=1000`)).json<{ items: { id: string }[] }>().items;
    const { items } = (await ask(house, 'GET', '/listings?limit=1000')).json<{ items: Listing[] }>();
    for (const { id } of proofs) {
      const mine = items.filter((l) => l.proofId === id);
      if (mine.length !== 1 || mine[0]!.step !== 'in step' || mine[0]!.state !== 'draft there')
        failed.push(`proof ${id}: ${JSON.stringify(mine.map((l) => [l.state, l.step]))}`);
    }
    const outlets = (await ask(house, 'GET', '/outlets')).json<{ items: { id: string; connected: boolean }[] }>().items;
    for (const outlet of outlets) if (!outlet.connected) failed.push(`${outlet.id} is not connected any more`);
    return { topic: 'liar', seed: o.seed, tried: liar.told.length, failed, worst_seconds: Math.round((Date.now() - began) / 100) / 10 }; // prettier-ignore
  } finally {
    await o.moveTo(o.standins);
    liar.close();
  }
}
