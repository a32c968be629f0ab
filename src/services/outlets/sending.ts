import { createHash } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { differences, overlaid } from '../../core/listing/compare';
import type { ListingPayload, ThereListing } from '../../core/listing/payload';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { addJob } from '../../data/jobs';
import { listProofs, moveProofs } from '../../data/line/proofs';
import { listingGone, putStanding, STANDS, standingById, type StandingRow } from '../../data/outlets/listings';
import * as orders from '../../data/outlets/orders';
import type { OrderRow } from '../../data/outlets/orders';
import { holdOutlet, outletAnswers, outletById, signedOut } from '../../data/outlets/outlets';
import * as data from '../../data/outlets/parts';
import type { PartRow } from '../../data/outlets/parts';
import { sentPlan } from '../../data/prints/plans';
import { adapterFor } from '../../outlets';
import { OutletAnswer, type Done, type Step } from '../../outlets/contract';
import { contentsOf } from '../line/content';
import { aimed, mayChange, refuse, stateFor, type Work } from './aiming';
import { PictureGone, sessionFor } from './session';

/** Unclear answers to one step before the order is put off. */
const QUICK_TRIES = 3;
/** After this many unclear rounds an order counts as refused. */
const MAX_ROUNDS = 9;
/** After this many orders in a row without a clear answer the outlet itself is left alone for a while. */
const OUTLET_FAILURES = 3;
const MOST_SECONDS = 300;

/** An order may not go on: its run was paused or stopped meanwhile, or another worker has taken it over. */
class Halted extends Error {
  constructor(readonly gate: 'paused' | 'stopped' | 'taken') {
    super(gate);
  }
}

/** What a step carries, in short. The payload comes from the database, so its parts have a fixed order. */
export const carriedOf = (step: Pick<Step, 'carries'>): string =>
  createHash('sha256').update(JSON.stringify(step.carries)).digest('base64url');

const resultsOf = (parts: PartRow[]): Done => Object.fromEntries(parts.flatMap((p) => (p.result ? [[p.part, p.result]] : [])));
const partsOf = ({ workspace, listing }: Work): Promise<PartRow[]> =>
  inWorkspace(workspace, (tx) => data.partsOf(tx, listing.id));

/**
 * Carries out one order, step by step, then reads back what stands there. Each step is recorded before and after with what it
 * carried: done with the same content it is skipped, done with other content it is done again, as a change. One that makes something,
 * was begun and has no result is first looked up at the outlet. May be called again at any time, also after a crash.
 */
export async function sendOne(workspace: string, order: OrderRow, holder: string): Promise<void> {
  const { outlet, listing } = await inWorkspace(workspace, async (tx) => ({
    outlet: (await outletById(tx, order.outletId))!,
    listing: (await standingById(tx, order.listingId))!,
  }));
  const adapter = adapterFor(outlet.style);
  const work: Work = { workspace, order, holder, outlet, listing, adapter, session: sessionFor(workspace, outlet) };
  try {
    if (order.kind === 'make') await make(work);
    else if (STANDS.includes(listing.state)) await change(work);
    else refuse(work, 'not-there');
  } catch (error) {
    if (error instanceof Halted) await giveBack(work, error.gate);
    else if (error instanceof OutletAnswer) await answered(work, error);
    else if (error instanceof PictureGone) await remakeFirst(work);
    else {
      // a fault of ours: told, counted, and out of the way of the others
      console.error(error);
      await answered(work, new OutletAnswer('unclear', { code: 'our-side', values: { outlet: outlet.name } }));
    }
  }
}

/** Makes a listing, or goes on with making it: all steps, in their order. */
async function make(work: Work): Promise<void> {
  const { order, adapter, session } = work;
  const want = order.want!;
  for (let again = false; ; again = true) {
    const before = resultsOf(await partsOf(work));
    const at = { remoteId: null, key: want.ref };
    const steps = [...adapter.write.make(want, before), ...(order.goal === 'live' ? adapter.write.state('live', at) : [])];
    try {
      for (const step of steps) await carryOut(work, step);
    } catch (error) {
      if (again || !(await goneHalfway(work, steps, error))) throw error;
      await inWorkspace(work.workspace, (tx) => data.doubtParts(tx, work.listing.id, true));
      continue;
    }
    const done = resultsOf(await partsOf(work));
    const standing = adapter.write.standing(done, session);
    const there = await adapter.read.one(standing.remoteId, session);
    const sentPictures = adapter.write.sentPictures(want, done);
    const differs: string[] = there ? differences(want, sentPictures, there) : ['listing'];
    if (there && order.goal === 'live' && there.state !== 'live') differs.push('state');
    if (there && !differs.length) return finish(work, { ...standing, sent: want, sentPictures, there });
    if (again) refuse(work, 'shows-another', { fields: differs.join(', ') });
    await inWorkspace(work.workspace, (tx) => data.doubtParts(tx, work.listing.id, !there));
  }
}

/** Was the half-made listing deleted at the outlet, so that a step was refused? Then making starts over. */
async function goneHalfway(work: Work, steps: readonly Step[], error: unknown): Promise<boolean> {
  const { adapter, session } = work;
  if (!(error instanceof OutletAnswer) || error.kind !== 'refused') return false;
  const done = resultsOf(await partsOf(work));
  if (!steps.some((s) => s.makes && done[s.part])) return false;
  return (await adapter.read.one(adapter.write.standing(done, session).remoteId, session)) === null;
}

/** Changes of a listing what the order names, and nothing else; then puts it in the state that it is to be in. */
async function change(work: Work): Promise<void> {
  const { workspace, order, listing, adapter, session } = work;
  const remoteId = listing.remoteId!;
  let there = await adapter.read.one(remoteId, session);
  if (!there) return gone(work);
  mayChange(work, there);
  const target = order.want && aimed(work, order.want, there);
  const goal = order.goal && there.state !== stateFor[order.goal] ? order.goal : null;
  for (let again = false; ; again = true) {
    const done = resultsOf(await partsOf(work));
    const how = target && { remoteId, listing: target, fields: order.fields };
    const steps = [
      ...(how ? adapter.write.change(how) : []),
      ...(how && order.fields.includes('pictures') ? adapter.write.pictures(how, done) : []),
      ...(how && order.fields.includes('downloads') ? adapter.write.downloads(how, done) : []),
      ...(goal ? adapter.write.state(goal, { remoteId, key: listing.key ?? remoteId }) : []),
    ];
    for (const step of steps) await carryOut(work, step);
    there = await adapter.read.one(remoteId, session);
    if (!there) return gone(work);
    const results = resultsOf(await partsOf(work));
    const sentPictures =
      target && order.fields.includes('pictures') ? adapter.write.sentPictures(target, results) : listing.sentPictures;
    const differs: string[] = target ? differences(target, sentPictures, there).filter((f) => order.fields.includes(f)) : [];
    if (order.goal && there.state !== stateFor[order.goal]) differs.push('state');
    if (!differs.length) {
      const sent = order.want ? overlaid(listing.sent ?? order.want, order.want, order.fields) : listing.sent;
      return finish(work, { remoteId, url: listing.url!, sent, sentPictures, there });
    }
    if (again) refuse(work, 'shows-another', { fields: differs.join(', ') });
    await inWorkspace(workspace, (tx) =>
      data.doubtParts(
        tx,
        listing.id,
        false,
        steps.map((s) => s.part),
      ),
    );
  }
}

async function gone(work: Work): Promise<void> {
  const { workspace, order, listing, outlet } = work;
  await inWorkspace(workspace, async (tx) => {
    await orders.setOrder(tx, order.id, 'refused', { code: 'not-there', values: { outlet: outlet.name } });
    if (listing.proofId) await moveProofs(tx, { ids: [listing.proofId] }, ['sending'], 'listed');
    await listingGone(tx, listing.id, listing.proofId);
  });
}

/** One step: skipped when done with this content, looked up when it may have been done, else carried out and recorded. */
async function carryOut(work: Work, step: Step): Promise<void> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await attemptStep(work, step);
    } catch (error) {
      if (!(error instanceof OutletAnswer) || error.kind !== 'unclear' || attempt >= QUICK_TRIES) throw error;
      await sleep(150 * 2 ** attempt);
    }
  }
}

async function attemptStep(work: Work, step: Step): Promise<void> {
  const { workspace, order, holder, listing, adapter, session } = work;
  const carried = carriedOf(step);
  const parts = await inWorkspace(workspace, async (tx) => {
    const gate = await orders.gateOf(tx, order.id, holder);
    if (gate !== 'going') throw new Halted(gate);
    return data.partsOf(tx, listing.id);
  });
  const done = resultsOf(parts);
  const its = parts.find((p) => p.part === step.part);
  if (its?.done && its.carried === carried) return;
  const record = (result: Record<string, string>, how: { found: boolean; done: boolean }) =>
    inWorkspace(workspace, (tx) => data.endStep(tx, order.id, listing.id, step.part, result, how));
  if (step.makes && its && !its.result) {
    // begun before, and nobody knows how it ended
    const found = await adapter.read.byKey(order.want!.ref, session);
    if (found && its.carried === carried) return record(found, { found: true, done: true });
    if (found) {
      await record(found, { found: true, done: false });
      done[step.part] = found;
    }
  }
  await inWorkspace(workspace, (tx) => data.beginStep(tx, order.id, listing.id, step.part, carried));
  await record(await step.perform(done, session), { found: false, done: true });
}

/** How long an order waits for its pictures; the one who makes them wakes it earlier. */
const REMAKE_SECONDS = 300;

/** The order waits while its pictures are made again by a worker's processes. */
async function remakeFirst(work: Work): Promise<void> {
  const { workspace, order, outlet } = work;
  const { proofId } = order;
  if (order.tries + 1 >= MAX_ROUNDS || !proofId)
    return answered(work, new OutletAnswer('refused', { code: 'pictures-gone', values: { outlet: outlet.name } }));
  await inWorkspace(workspace, async (tx) => {
    await orders.putOff(tx, order.id, { code: 'pictures-being-made' }, REMAKE_SECONDS);
    await addJob(tx, 'proof.pictures', { workspace, proofId });
  });
}

async function giveBack({ workspace, order }: Work, gate: Halted['gate']): Promise<void> {
  if (gate === 'taken') return;
  await inWorkspace(workspace, (tx) =>
    gate === 'paused' ? orders.setOrder(tx, order.id, 'waiting') : orders.withdraw(tx, { id: order.id }),
  );
}

/** What an answer other than success means for the order and for the lane. */
async function answered({ workspace, order, outlet, listing }: Work, answer: OutletAnswer): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    const { kind, said } = answer;
    if (kind === 'wait') {
      await orders.setOrder(tx, order.id, 'waiting', said);
      await holdOutlet(tx, outlet.id, (answer.more.waitMs ?? 1000) / 1000, said, false);
    } else if (kind === 'sign-in') {
      await orders.setOrder(tx, order.id, 'waiting', said);
      await signedOut(tx, outlet.id);
    } else if (kind === 'unclear' && order.tries + 1 < MAX_ROUNDS) {
      await orders.putOff(tx, order.id, said, Math.min(MOST_SECONDS, 2 ** order.tries));
      const failures = await holdOutlet(tx, outlet.id, 0, said, true);
      if (failures >= OUTLET_FAILURES)
        await holdOutlet(tx, outlet.id, Math.min(MOST_SECONDS, 2 ** (failures - OUTLET_FAILURES)), said, false);
    } else {
      const why = kind === 'unclear' ? { ...said, values: { ...said.values, tried: MAX_ROUNDS } } : said;
      await told(tx, order, listing, 'listing.refused', { outlet: outlet.name });
      await orders.setOrder(tx, order.id, 'refused', why);
      if (order.proofId) await moveProofs(tx, { ids: [order.proofId] }, ['sending'], 'refused');
    }
  });
}

/** Writes down what came of an order, in the name of whoever gave it. */
async function told(tx: Tx, order: OrderRow, listing: StandingRow, did: string, values: object): Promise<void> {
  const title = order.want?.title ?? listing.sent?.title ?? listing.title;
  const ids = [listing.id, ...(listing.proofId ? [listing.proofId] : [])];
  await record(tx, { did, about: 'listing', ids, values: { title, ...values }, who: order.askedBy });
}

/** Computes anew in which fields a proof differs from what was sent: the proof or the outlet's settings may have changed meanwhile. */
async function compareWithSent(tx: Tx, proofId: string): Promise<void> {
  const [proof] = await listProofs(tx, { ids: [proofId], limit: 1 });
  const content = proof && (await contentsOf(tx, [proof])).get(proofId);
  if (content) await orders.setChanged(tx, proofId, content.changed);
}

async function finish(
  { workspace, order, outlet, listing }: Work,
  l: { remoteId: string; url: string; sent: ListingPayload | null; sentPictures: string[]; there: ThereListing },
): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    const drift = l.sent ? differences(l.sent, l.sentPictures, l.there) : [];
    await putStanding(tx, listing.id, { ...l, state: l.there.state, drift });
    if (order.want) await sentPlan(tx, listing.id);
    await orders.setOrder(tx, order.id, 'done');
    const fields = order.kind === 'make' ? [] : order.fields;
    await told(tx, order, listing, order.kind === 'make' ? 'listing.made' : 'listing.changed', { outlet: outlet.name, fields });
    if (order.proofId) {
      await compareWithSent(tx, order.proofId);
      await orders.proofsRest(tx, [order.proofId]);
    }
    await outletAnswers(tx, outlet.id);
  });
}
