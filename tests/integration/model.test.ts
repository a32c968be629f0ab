import fc from 'fast-check';
import {
  call,
  control,
  drafted,
  newArtworks,
  ok,
  openShop,
  pressDone,
  STANDINS,
  trouble,
  until,
  ware,
  type Items,
  type Listing,
  type Proof,
  type Run,
} from './press';

/*
 * Laws of drafting and sending, over any sequence of what a person and an outlet may do. The model is small: what a hand wrote
 * last, and nothing else. In between anything may be refused, paused, stopped, lost or killed; in the end, when the outlet is
 * calm and everything is passed and sent:
 *   1. no proof is lost, and what a hand wrote last stands in it;
 *   2. each proof has exactly one listing here and one thing there;
 *   3. what buyers see is what the proof says;
 *   4. nothing is left in a passing state.
 */
let docket: string;
beforeAll(async () => {
  docket = (await openShop()).docket;
});
const OUTLETS = ['quayside', 'kestrel'] as const;
afterEach(() => Promise.all(OUTLETS.map((o) => control(o))));

type Act =
  | { do: 'title' | 'price'; of: number; value: number }
  | { do: 'pass' | 'unpass'; of: number }
  | { do: 'send' | 'retry'; as: 'draft' | 'live' }
  | { do: 'pause' | 'resume' | 'stop' | 'redraft' | 'setLive' | 'wait' | 'kill' }
  | { do: 'misbehave'; outlet: (typeof OUTLETS)[number]; how: object };
const of = fc.nat({ max: 3 });
const act: fc.Arbitrary<Act> = fc.oneof(
  { weight: 4, arbitrary: fc.record({ do: fc.constantFrom('title' as const, 'price' as const), of, value: fc.integer({ min: 3000, max: 9000 }) }) },
  { weight: 4, arbitrary: fc.record({ do: fc.constantFrom('pass' as const, 'pass' as const, 'unpass' as const), of }) },
  { weight: 6, arbitrary: fc.record({ do: fc.constantFrom('send' as const, 'send' as const, 'retry' as const), as: fc.constantFrom('draft' as const, 'live' as const) }) },
  { weight: 5, arbitrary: fc.record({ do: fc.constantFrom('pause' as const, 'resume' as const, 'stop' as const, 'redraft' as const, 'setLive' as const, 'wait' as const, 'wait' as const) }) },
  { weight: 1, arbitrary: fc.constant({ do: 'kill' as const }) },
  {
    weight: 4,
    arbitrary: fc.record({
      do: fc.constant('misbehave' as const),
      outlet: fc.constantFrom(...OUTLETS),
      how: fc.constantFrom({ passNext: 1, refuseNext: 1 }, { passNext: 3, refuseNext: 1 }, { dropNext: 3 }, { limitNext: 2, retryAfterSeconds: 1 }, { failNext: 2 }, { slowMs: 60 }),
    }),
  },
); // prettier-ignore

const proofsOf = async (ids: string[]) => {
  const all = (await ok<Items<Proof>>('GET', '/proofs?limit=1000')).items;
  return ids.map((id) => all.find((p) => p.id === id)!);
};

test('whatever happens on the way, each proof ends as one listing that says what it says', async () => {
  let runs = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(act, { minLength: 10, maxLength: 16 }), async (acts) => {
      runs++;
      const artworks = await newArtworks(2);
      let run = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: [...OUTLETS] });
      await drafted(run.id);
      const ids = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items.map((p) => p.id);
      const hand: { title?: string; price?: number }[] = ids.map(() => ({}));
      await ok('POST', '/proofs/pass', { ids });

      for (const step of acts) {
        const id = 'of' in step ? ids[step.of]! : '';
        // refusals are part of the game: a proof that is on its way cannot be edited, a paused run not sent
        if (step.do === 'title') {
          const title = `Model ${runs} title ${step.value}`;
          if ((await call('PATCH', `/proofs/${id}`, { title })).status < 300) hand[step.of]!.title = title;
        } else if (step.do === 'price') {
          if ((await call('PATCH', `/proofs/${id}`, { prices: { M: step.value } })).status < 300)
            hand[step.of]!.price = step.value;
        } else if (step.do === 'pass' || step.do === 'unpass') await call('POST', `/proofs/${step.do}`, { ids: [id] });
        else if (step.do === 'send' || step.do === 'retry') await call('POST', `/runs/${run.id}/${step.do}`, { as: step.as });
        else if (step.do === 'redraft') {
          const again = await call<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: [...OUTLETS] });
          await call('POST', `/runs/${again.body.id}/stop`, {});
        } else if (step.do === 'setLive') {
          const mine = (await ok<Items<Listing>>('GET', '/listings?limit=1000')).items.filter(
            (l) => l.proofId && ids.includes(l.proofId),
          );
          await call('POST', '/listings/live', { ids: mine.map((l) => l.id) });
        } else if (step.do === 'wait') await new Promise((resolve) => setTimeout(resolve, 400));
        else if (step.do === 'kill') await trouble('kill-worker');
        else if (step.do === 'misbehave') await control(step.outlet, step.how);
        else await call('POST', `/runs/${run.id}/${step.do}`, {});
      }

      await Promise.all(OUTLETS.map((o) => control(o)));
      await call('POST', `/runs/${run.id}/resume`, {});
      const settle = () => until(() => proofsOf(ids), (all) => all.every((p) => !['sending', 'drafting'].includes(p?.state)), 'rest'); // prettier-ignore
      await settle();
      for (const again of ['send', 'retry'] as const) {
        await ok('POST', '/proofs/pass', { ids });
        for (const id of new Set((await proofsOf(ids)).map((p) => p.runId))) {
          run = await ok<Run>('GET', `/runs/${id}`);
          await call('POST', `/runs/${id}/resume`, {});
          await ok('POST', `/runs/${id}/${again}`, { as: 'live' });
          await pressDone(id, 120);
        }
      }
      // a proof that was listed as a draft before, and not sent again since, is set live by itself
      const drafts = (await ok<Items<Listing>>('GET', '/listings?limit=1000')).items.filter((l) => l.proofId && ids.includes(l.proofId) && l.state === 'draft there'); // prettier-ignore
      if (drafts.length) await ok('POST', '/listings/live', { ids: drafts.map((l) => l.id) });
      const proofs = await settle();

      const listings = (await ok<Items<Listing>>('GET', '/listings?limit=1000')).items;
      const fair = await (await fetch(`${STANDINS}/kestrel/fair`)).text();
      for (const [i, proof] of proofs.entries()) {
        expect([i, proof.state]).toEqual([i, 'listed']);
        if (hand[i]!.title) expect(proof.fields.title).toEqual({ value: hand[i]!.title, from: 'hand' });
        const price = proof.fields.prices.value.find((p) => p.size === 'M')!.priceMinor;
        if (hand[i]!.price) expect(price).toBe(hand[i]!.price);
        const mine = listings.filter((l) => l.proofId === proof.id);
        expect(mine.map((l) => [l.state, l.title])).toEqual([['live', proof.fields.title.value]]);
        const page = await (await fetch(mine[0]!.url)).text();
        expect(page).toContain(`<h1>${proof.fields.title.value}</h1>`);
        expect(page).toContain(`$${(price / 100).toFixed(2)}`);
        if (proof.outletId === 'quayside') expect((await ware(`up-${proof.id}`))!.standing).toBe('in-the-window');
        else expect(fair.split(new URL(mine[0]!.url).pathname).length - 1).toBe(1);
      }
    }),
    { numRuns: 5, seed: 20_261_126, endOnFailure: true },
  );
  expect(runs).toBe(5);
});
