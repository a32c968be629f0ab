import { createHash } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { differences } from '../../core/listing/compare';
import { inWorkspace } from '../../data/database';
import { addJob } from '../../data/jobs';
import { putListing } from '../../data/outlets/listings';
import { moveProofs } from '../../data/line/runs';
import * as data from '../../data/outlets/sendings';
import type { SendingRow, StepRow } from '../../data/outlets/sendings';
import { holdOutlet, outletAnswers, outletById, signedOut, type OutletRow } from '../../data/outlets/outlets';
import { adapterFor } from '../../outlets';
import { OutletAnswer, type Done, type OutletAdapter, type Session, type Step } from '../../outlets/contract';
import { PictureGone, sessionFor } from './session';

/** Unclear answers to one step before the sending is put off. */
const QUICK_TRIES = 3;
/** After this many unclear rounds a sending counts as refused. */
const MAX_ROUNDS = 9;
/** After this many sendings in a row without a clear answer the outlet itself is left alone for a while. */
const OUTLET_FAILURES = 3;
const MOST_SECONDS = 300;

/** A step may not go on: its run was paused or stopped meanwhile, or another worker has taken the sending over. */
class Halted extends Error {
  constructor(readonly gate: 'paused' | 'stopped' | 'taken') {
    super(gate);
  }
}

interface Work {
  workspace: string;
  sending: SendingRow;
  holder: string;
  outlet: OutletRow;
  adapter: OutletAdapter;
  session: Session;
}

/** What a step carries, in short. The payload comes from the database, so its parts have a fixed order. */
export const carriedOf = (step: Step): string => createHash('sha256').update(JSON.stringify(step.carries)).digest('base64url');

const resultsOf = (rows: StepRow[]): Done => Object.fromEntries(rows.flatMap((r) => (r.result ? [[r.step, r.result]] : [])));

/**
 * Sends one proof, step by step, then reads back what stands there. Each step is recorded before and after with what it
 * carried: done with the same content it is skipped, done with other content it is done again, as a change. One that was
 * begun and has no result is first looked up at the outlet. May be called again at any time, also after a crash.
 */
export async function sendOne(workspace: string, sending: SendingRow, holder: string): Promise<void> {
  const outlet = (await inWorkspace(workspace, (tx) => outletById(tx, sending.outletId)))!;
  const work: Work = {
    workspace,
    sending,
    holder,
    outlet,
    adapter: adapterFor(outlet.style),
    session: sessionFor(workspace, outlet),
  };
  try {
    await carryOutAll(work);
  } catch (error) {
    if (error instanceof Halted) await giveBack(work, error.gate);
    else if (error instanceof OutletAnswer) await answered(work, error);
    else if (error instanceof PictureGone) await remakeFirst(work);
    else {
      // a fault of ours: told, counted, and out of the way of the others
      console.error(error);
      await answered(work, new OutletAnswer('unclear', `Sending to ${outlet.name} failed on our side.`));
    }
  }
}

async function carryOutAll(work: Work): Promise<void> {
  const { workspace, sending, adapter, session, outlet } = work;
  const { payload, goLive } = sending;
  for (let again = false; ; again = true) {
    const before = resultsOf(await inWorkspace(workspace, (tx) => data.stepsOf(tx, sending.id)));
    for (const step of adapter.steps(payload, goLive, before)) await carryOut(work, step);
    const done = resultsOf(await inWorkspace(workspace, (tx) => data.stepsOf(tx, sending.id)));
    const standing = adapter.standing(done, session);
    const there = await adapter.read(standing.remoteId, session);
    const differs: string[] = there ? differences(payload, adapter.sentPictures(payload, done), there) : ['listing'];
    if (there && goLive && there.state !== 'live') differs.push('state');
    if (there && !differs.length) return finish(work, standing, there.state === 'live' ? 'live' : 'draft there');
    if (again)
      throw new OutletAnswer(
        'refused',
        `${outlet.name} took it, but shows another ${differs.join(', ')} than was sent. Look at it there.`,
      );
    await inWorkspace(workspace, (tx) => data.doubtSteps(tx, sending.id, !there));
  }
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

async function attemptStep({ workspace, sending, holder, adapter, session }: Work, step: Step): Promise<void> {
  const carried = carriedOf(step);
  const { payload } = sending;
  const rows = await inWorkspace(workspace, async (tx) => {
    const gate = await data.gateOf(tx, sending.id, holder);
    if (gate !== 'going') throw new Halted(gate);
    return data.stepsOf(tx, sending.id);
  });
  const done = resultsOf(rows);
  const its = rows.find((r) => r.step === step.name);
  if (its?.done && its.carried === carried) return;
  const record = (result: Record<string, string>, whole = true) =>
    inWorkspace(workspace, (tx) => data.endStep(tx, sending.id, step.name, result, whole));
  if (its && !its.result) {
    // begun before, and nobody knows how it ended
    const found = await adapter.find(step.name, payload, session);
    if (found && its.carried === carried) return record(found);
    if (found) {
      await record(found, false);
      done[step.name] = found;
    }
  }
  await inWorkspace(workspace, (tx) => data.beginStep(tx, sending.id, step.name, carried));
  await record(await adapter.perform(step.name, payload, done, session));
}

/** How long a sending waits for its pictures; the one who makes them wakes it earlier. */
const REMAKE_SECONDS = 300;

/** The sending waits while its pictures are made again by a worker's threads. */
async function remakeFirst(work: Work): Promise<void> {
  const { workspace, sending, outlet } = work;
  if (sending.tries + 1 >= MAX_ROUNDS)
    return answered(
      work,
      new OutletAnswer('refused', `Its pictures for ${outlet.name} are gone and cannot be made again. Draft it again.`),
    );
  await inWorkspace(workspace, async (tx) => {
    await data.putOff(tx, sending.id, 'Its pictures are being made again.', REMAKE_SECONDS);
    await addJob(tx, 'proof.pictures', { workspace, proofId: sending.proofId });
  });
}

async function giveBack({ workspace, sending }: Work, gate: Halted['gate']): Promise<void> {
  if (gate === 'taken') return;
  await inWorkspace(workspace, (tx) =>
    gate === 'paused' ? data.setSending(tx, sending.id, 'waiting') : data.withdraw(tx, { id: sending.id }),
  );
}

/** What an answer other than success means for the sending and for the lane. */
async function answered({ workspace, sending, outlet }: Work, answer: OutletAnswer): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    const { kind, sentence } = answer;
    if (kind === 'wait') {
      await data.setSending(tx, sending.id, 'waiting', sentence);
      await holdOutlet(tx, outlet.id, (answer.more.waitMs ?? 1000) / 1000, sentence, false);
    } else if (kind === 'sign-in') {
      await data.setSending(tx, sending.id, 'waiting', sentence);
      await signedOut(tx, outlet.id);
    } else if (kind === 'unclear' && sending.tries + 1 < MAX_ROUNDS) {
      await data.putOff(tx, sending.id, sentence, Math.min(MOST_SECONDS, 2 ** sending.tries));
      const failures = await holdOutlet(tx, outlet.id, 0, sentence, true);
      if (failures >= OUTLET_FAILURES)
        await holdOutlet(tx, outlet.id, Math.min(MOST_SECONDS, 2 ** (failures - OUTLET_FAILURES)), sentence, false);
    } else {
      const why = kind === 'unclear' ? `${sentence} Tried ${MAX_ROUNDS} times; try again when it is up.` : sentence;
      await data.setSending(tx, sending.id, 'refused', why);
      await moveProofs(tx, { ids: [sending.proofId] }, ['sending'], 'refused');
    }
  });
}

async function finish(
  { workspace, sending, outlet }: Work,
  standing: { remoteId: string; url: string },
  state: 'live' | 'draft there',
): Promise<void> {
  const { payload, proofId } = sending;
  await inWorkspace(workspace, async (tx) => {
    await putListing(tx, {
      proofId,
      outletId: outlet.id,
      ...standing,
      state,
      title: payload.title,
      priceMinor: Math.min(...payload.variants.map((v) => v.priceMinor)),
      currency: payload.currency,
    });
    await data.setSending(tx, sending.id, 'sent');
    await moveProofs(tx, { ids: [proofId] }, ['sending'], 'listed');
    await outletAnswers(tx, outlet.id);
  });
}
