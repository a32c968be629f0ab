import { setTimeout as sleep } from 'node:timers/promises';
import { ask, until, type House } from './house';
import type { Report } from './report';
import { chance } from './seeded';

/** A house whose parts can be made to fail. */
export interface Fragile extends House {
  kill: (part: 'worker' | 'web' | 'standins' | 'database') => unknown;
  /** Tells an outlet's stand-in to misbehave; an empty object makes it calm again. */
  control: (outlet: string, behaviour: object) => Promise<unknown>;
  /** How many wares Quayside itself has. */
  wares: () => Promise<number>;
}
const PARTS = ['worker', 'web', 'standins', 'database'] as const;
const MISDEEDS: object[] = [{ refuseNext: 1 }, { limitNext: 2, retryAfterSeconds: 1 }, { slowMs: 300 }, { failNext: 2 }, {}];

/**
 * The whole job, round after round, while something is killed with -9 or an outlet misbehaves in the middle of it. In the end every
 * listing stands at the outlet once, and the house answers.
 */
export async function tryFaults(
  house: Fragile,
  o: { seed: number; rounds: number; docket: string; picture: (n: number) => Promise<Buffer> },
): Promise<Report> {
  const by = chance(o.seed);
  const failed: string[] = [];
  let tried = 0;
  let slowest = 0;
  const steadily = <T>(
    method: string,
    path: string,
    body?: object | FormData,
    good: (a: { status: number }) => boolean = (a) => a.status > 0 && a.status < 400,
  ) => until(() => ask(house, method, path, body), good, 60).then((a) => a.json<T>());
  const waresBefore = await house.wares();
  let sent = 0;
  for (let round = 0; round < o.rounds; round++) {
    const form = new FormData();
    form.append('files', new Blob([new Uint8Array(await o.picture(round))]), `fault-${o.seed}-${round}.png`);
    const { results } = await steadily<{ results: { id: string }[] }>('POST', '/artworks', form);
    const id = results[0]!.id;
    await steadily('PATCH', `/artworks/${id}`, { subject: 'lighthouse' });
    const faults = async () => {
      for (let i = 0; i < 2; i++) {
        await sleep(by.below(2_500));
        tried++;
        if (by.below(3)) house.kill(by.one(PARTS));
        else await house.control('quayside', by.one(MISDEEDS)).catch(() => undefined);
      }
    };
    const going = faults();
    const began = Date.now();
    await until(
      async () => (await ask(house, 'GET', `/artworks/${id}`)).json<{ state?: string }>(),
      (a) => a.state === 'ready',
      90,
    );
    const run = await steadily<{ id: string }>('POST', '/runs', { artworks: [id], dockets: [o.docket], outlets: ['quayside'] });
    const counts = async () =>
      (await ask(house, 'GET', `/runs/${run.id}`)).json<{ counts?: Record<string, number> }>().counts ?? {};
    await until(counts, (c) => (c.ready ?? 0) + (c.held ?? 0) > 0, 90);
    await steadily('POST', `/runs/${run.id}/pass`, {});
    await steadily('POST', `/runs/${run.id}/send`, { as: 'draft' });
    await going;
    await house.control('quayside', {}).catch(() => undefined);
    // what an outlet refused is sent again by a person
    const end = await until(
      async () => {
        const now = await counts();
        if (now.refused) await ask(house, 'POST', `/runs/${run.id}/retry`, { as: 'draft' });
        return now;
      },
      (c) => (c.listed ?? 0) === 1,
      120,
    );
    if (end.listed === 1) sent++;
    else failed.push(`round ${round}: ${JSON.stringify(end)}`);
    slowest = Math.max(slowest, Date.now() - began);
  }
  const wares = await until(house.wares, (n) => n === waresBefore + sent, 30);
  if (wares !== waresBefore + sent) failed.push(`the outlet has ${wares - waresBefore} wares of ${sent} that were sent`);
  if (
    (
      await until(
        () => ask(house, 'GET', '/health'),
        (a) => a.status === 200,
        30,
      )
    ).status !== 200
  )
    failed.push('the house does not answer');
  return { topic: 'faults', seed: o.seed, tried, failed, worst_seconds: Math.round(slowest / 100) / 10 };
}
