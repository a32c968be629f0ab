import { setTimeout as sleep } from 'node:timers/promises';
import { inWorkspace } from '../data/database';
import { moveProofs, runById } from '../data/runs';
import * as data from '../data/sendings';
import type { SendingRow } from '../data/sendings';
import { outletById } from '../data/stockroom';
import { adapterFor } from '../outlets';
import { OutletAnswer, type Done, type OutletAdapter, type Session } from '../outlets/adapter';
import { sessionFor } from './stockroom';

/** Unclear answers to one step before the sending is given back to the queue, which waits longer each time. */
const QUICK_TRIES = 4;
/** After this many rounds through the queue an outlet that does not answer counts as a refusal. */
export const MAX_ROUNDS = 9;

type Gate = 'go' | 'paused' | 'stopped';

/**
 * Sends one proof, step by step. Each step is recorded before and after; one that was begun and has no result is first
 * looked up at the outlet. May be called again at any time, also after a crash, without doing anything twice.
 * Throws only when the queue should try again later.
 */
export async function sendOne(workspace: string, sendingId: string): Promise<void> {
  const begun = await begin(workspace, sendingId);
  if (!begun) return;
  const { sending, adapter, session } = begun;
  try {
    const steps = adapter.steps(sending.payload, sending.goLive);
    for (const step of steps) {
      const gate = await carryOut(workspace, sending, step, adapter, session);
      if (gate !== 'go') return await giveBack(workspace, sending, gate);
    }
    await finish(workspace, sending, adapter, session);
  } catch (error) {
    if (!(error instanceof OutletAnswer)) throw error;
    const worn = error.kind === 'unclear' && sending.tries + 1 < MAX_ROUNDS;
    if (worn) {
      await inWorkspace(workspace, (tx) => data.setSending(tx, sending.id, 'waiting', error.sentence));
      throw error;
    }
    await inWorkspace(workspace, async (tx) => {
      await data.setSending(
        tx,
        sending.id,
        'refused',
        error.kind === 'unclear' ? `${error.sentence} Tried ${MAX_ROUNDS} times; try again when it is up.` : error.sentence,
      );
      await moveProofs(tx, { ids: [sending.proofId] }, ['sending'], 'refused');
    });
  }
}

async function begin(
  workspace: string,
  sendingId: string,
): Promise<{ sending: SendingRow; adapter: OutletAdapter; session: Session } | null> {
  return inWorkspace(workspace, async (tx) => {
    const sending = await data.sendingForWork(tx, sendingId);
    if (!sending || !['waiting', 'sending'].includes(sending.state)) return null;
    const run = await runById(tx, sending.runId);
    if (run?.state !== 'going') return null; // paused: resuming queues it again; stopped: it was withdrawn
    const outlet = (await outletById(tx, sending.outletId))!;
    await data.setSending(tx, sendingId, 'sending');
    return { sending, adapter: adapterFor(outlet.style), session: sessionFor(workspace, outlet) };
  });
}

/** One step: skipped when done, looked up when it may have been done, else done and recorded. */
async function carryOut(
  workspace: string,
  sending: SendingRow,
  step: string,
  adapter: OutletAdapter,
  session: Session,
): Promise<Gate> {
  for (let attempt = 0; ; attempt++) {
    const before = await inWorkspace(workspace, async (tx) => {
      const run = await runById(tx, sending.runId);
      const steps = await data.stepsOf(tx, sending.id);
      if (run?.state === 'going' && !steps.done[step]) await data.beginStep(tx, sending.id, step);
      return { ...steps, state: run?.state ?? 'stopped' };
    });
    if (before.done[step]) return 'go';
    if (before.state !== 'going') return before.state;
    try {
      const known = before.begun.has(step) ? await adapter.recover(step, sending.payload, before.done, session) : null;
      const result = known ?? (await adapter.perform(step, sending.payload, before.done, session));
      await inWorkspace(workspace, (tx) => data.endStep(tx, sending.id, step, result));
      return 'go';
    } catch (error) {
      if (!(error instanceof OutletAnswer)) throw error;
      if (error.kind === 'wait') await sleep(error.waitMs);
      else if (error.kind === 'unclear' && attempt < QUICK_TRIES) await sleep(200 * 2 ** attempt);
      else throw error;
    }
  }
}

async function giveBack(workspace: string, sending: SendingRow, gate: 'paused' | 'stopped'): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    await data.setSending(tx, sending.id, gate === 'paused' ? 'waiting' : 'withdrawn');
    if (gate === 'stopped') await moveProofs(tx, { ids: [sending.proofId] }, ['sending'], 'passed');
  });
}

async function finish(workspace: string, sending: SendingRow, adapter: OutletAdapter, session: Session): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    const { done }: { done: Done } = await data.stepsOf(tx, sending.id);
    const { payload } = sending;
    await data.putListing(tx, {
      proofId: sending.proofId,
      outletId: sending.outletId,
      ...adapter.standing(done, session),
      state: sending.goLive ? 'live' : 'draft there',
      title: payload.title,
      priceMinor: Math.min(...payload.variants.map((v) => v.priceMinor)),
      currency: payload.currency,
    });
    await data.setSending(tx, sending.id, 'sent');
    await moveProofs(tx, { ids: [sending.proofId] }, ['sending'], 'listed');
  });
}
