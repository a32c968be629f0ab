import type { OutletRules } from '../../core/rules/rules';
import { breakDown } from '../../core/pricing/prices';
import { artworkById, artworksOfMotif } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import { listingGone, listingsToLookAt, lookedAt } from '../../data/outlets/listings';
import * as runs from '../../data/line/runs';
import type { ProofFields, ProofRow } from '../../data/line/runs';
import { keepRules, outletById, type OutletRow } from '../../data/outlets/outlets';
import { docketById, listBlanks } from '../../data/stockroom/stockroom';
import { adapterFor } from '../../outlets';
import { OutletAnswer } from '../../outlets/contract';
import { recheck } from '../line/prepare/outlet-rules';
import { prepare } from '../line/prepare/prepare';
import { sessionFor } from './session';
import { Trouble } from '../trouble';

/** Proofs and listings are gone through so many at a time. */
const WINDOW = 100;

/** The seller asks what stands at an outlet. */
export async function lookAgain(workspace: string, outletId: string): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    const outlet = await outletById(tx, outletId);
    if (!outlet) throw new Trouble('not-found', 'There is no such outlet.');
    if (!outlet.connected) throw new Trouble('conflict', `${outlet.name} is not connected. Connect it in the stockroom.`);
    await addJob(tx, 'outlet.look', { workspace, outletId, after: 0 });
  });
}

/**
 * Asks an outlet what it has of each listing, one window at a time, and writes it down. A listing that the outlet does not
 * know any more is gone: its proof goes back to be passed and sent anew. An outlet that does not answer clearly is asked
 * again later, from where it stopped.
 */
export async function look(workspace: string, outletId: string, after: number): Promise<void> {
  const { outlet, listings } = await inWorkspace(workspace, async (tx) => ({
    outlet: await outletById(tx, outletId),
    listings: await listingsToLookAt(tx, outletId, after, WINDOW),
  }));
  if (!outlet?.connected) return;
  const adapter = adapterFor(outlet.style);
  const session = sessionFor(workspace, outlet);
  let seen = after;
  for (const listing of listings) {
    try {
      const there = await adapter.read(listing.remoteId, session);
      await inWorkspace(workspace, (tx) =>
        there ? lookedAt(tx, listing.id, there.state) : listingGone(tx, listing.id, listing.proofId),
      );
      if (!there && listing.proofId) await recheckProofs(workspace, outlet, outlet.rules!, [listing.proofId]);
      seen = listing.seq;
    } catch (error) {
      if (!(error instanceof OutletAnswer)) throw error;
      if (error.kind === 'sign-in') return;
      const seconds = error.kind === 'wait' ? (error.more.waitMs ?? 1000) / 1000 : 30;
      return inWorkspace(workspace, (tx) => addJob(tx, 'outlet.look', { workspace, outletId, after: seen }, seconds));
    }
  }
  if (listings.length === WINDOW)
    await inWorkspace(workspace, (tx) => addJob(tx, 'outlet.look', { workspace, outletId, after: seen }));
}

/**
 * Keeps rules that differ from the ones before. What is drafted and not sent is held against them: words of a pattern that
 * do not fit any more are made anew (a passed proof is to be looked at again then), a hand's stay; prices stay, with what
 * the outlet takes of them worked out anew. Then what stands there is looked at.
 */
export async function rulesChanged(workspace: string, outlet: OutletRow, rules: OutletRules): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    await keepRules(tx, outlet.id, rules);
    await addJob(tx, 'outlet.look', { workspace, outletId: outlet.id, after: 0 });
  });
  for (let after = 0; ;) {
    const proofs = await inWorkspace(workspace, (tx) =>
      runs.listProofs(tx, { outlet: outlet.id, state: 'held,ready,passed,refused', after, limit: WINDOW }),
    );
    await recheckProofs(
      workspace,
      outlet,
      rules,
      proofs.map((p) => p.id),
    );
    if (proofs.length < WINDOW) return;
    after = proofs.at(-1)!.seq;
  }
}

async function recheckProofs(workspace: string, outlet: OutletRow, rules: OutletRules, ids: string[]): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    for (const id of ids) {
      const proof = await runs.proofForUpdate(tx, id);
      if (proof && ['held', 'ready', 'passed', 'refused'].includes(proof.state)) await recheckOne(tx, proof, rules);
    }
  });
}

const WORDS = ['title', 'description', 'tags'] as const;

async function recheckOne(tx: Tx, proof: ProofRow, rules: OutletRules): Promise<void> {
  const fields = { ...proof.fields } as ProofFields;
  if (!fields.prices) return; // never drafted to its end
  fields.prices = {
    ...fields.prices,
    value: fields.prices.value.map((p) => breakDown(p.size, p.priceMinor, p.costMinor, p.postageMinor, rules.fees)),
  };
  let problems = recheck(proof, fields, rules);
  // what a pattern made is made anew for the new limits; what a hand wrote is the hand's to mend
  const anew = WORDS.filter((name) => fields[name].from === 'pattern' && problems.some((p) => p.field === name && p.stops));
  const made = anew.length ? await madeAnew(tx, proof, fields, anew) : null;
  if (made) {
    for (const name of anew) Object.assign(fields, { [name]: made[name] });
    problems = recheck(proof, fields, rules);
  }
  const passed = proof.state === 'passed' && !made;
  const state = problems.some((p) => p.stops) ? 'held' : passed || proof.state === 'refused' ? proof.state : 'ready';
  await runs.changeProof(tx, proof.id, { fields, problems, state });
}

/** The fields as the docket's patterns make them now, the others kept as they are. */
async function madeAnew(
  tx: Tx,
  proof: ProofRow,
  fields: ProofFields,
  anew: readonly (typeof WORDS)[number][],
): Promise<ProofFields | null> {
  const artwork = await artworkById(tx, proof.artworkId);
  const docket = await docketById(tx, proof.docketId);
  const blank = (await listBlanks(tx)).find((b) => b.id === docket?.blankId);
  const outlet = await outletById(tx, proof.outletId);
  if (!artwork?.measured || !docket || !blank || !outlet?.rules) return null;
  const kept = Object.fromEntries(Object.entries(fields).filter(([name]) => !anew.includes(name as 'title')));
  const twins = artwork.motifId ? await artworksOfMotif(tx, artwork.motifId) : [];
  return prepare(
    artwork,
    docket,
    blank,
    outlet,
    kept,
    twins.filter((t) => t.id !== artwork.id),
  ).fields;
}
