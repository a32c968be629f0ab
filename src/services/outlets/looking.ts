import { differences } from '../../core/listing/compare';
import { artworkById } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import { record } from '../../data/desk/activity';
import { bringOver, knownRemoteIds, listingGone, listingsToLookAt, lookedAt, type ToLookAt } from '../../data/outlets/listings';
import type { ThereListing } from '../../core/listing/payload';
import * as proofs from '../../data/line/proofs';
import type { ProofRow } from '../../data/line/proofs';
import { currencyOf } from '../../core/outlet/rules';
import { outletById, type OutletRow } from '../../data/outlets/outlets';
import { adapterFor } from '../../outlets';
import { OutletAnswer, type Session } from '../../outlets/contract';
import { contentsOf, type Content } from '../line/content';
import { makingsOf } from '../line/prepare/making';
import { prepareAll } from '../line/prepare/prepare-all';
import { recheck } from '../line/prepare/problems';
import { sessionFor } from './session';
import { Trouble } from '../trouble';

/** Proofs and listings are gone through so many at a time. */
const WINDOW = 100;

/** The seller asks what stands at an outlet. */
export async function lookAgain(workspace: string, outletId: string): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    await connectedOutlet(tx, outletId);
    await addJob(tx, 'outlet.look', { workspace, outletId, after: 0 });
  });
}

/** The seller asks for what stands at an outlet and did not come from here. */
export async function gatherAll(workspace: string, outletId: string): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    await connectedOutlet(tx, outletId);
    await addJob(tx, 'outlet.gather', { workspace, outletId, after: null });
  });
}

async function connectedOutlet(tx: Tx, id: string): Promise<void> {
  const outlet = await outletById(tx, id);
  if (!outlet) throw new Trouble('not-found', 'There is no such outlet.');
  if (!outlet.connected) throw new Trouble('conflict', `${outlet.name} is not connected. Connect it in the stockroom.`);
}

/** Seconds after which an outlet that did not answer clearly is asked again; null when it does not know us any more. */
function againIn(error: unknown): number | null {
  if (!(error instanceof OutletAnswer)) throw error;
  if (error.kind === 'sign-in') return null;
  return error.kind === 'wait' ? (error.more.waitMs ?? 1000) / 1000 : 30;
}

/**
 * Asks an outlet what it has of each listing, one window at a time, and writes down in what that differs from what was sent. A listing
 * that the outlet does not know any more is gone: its proof goes back to be passed and sent anew. An outlet that does not answer
 * clearly is asked again later, from where it stopped.
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
      const there = await adapter.read.one(listing.remoteId!, session);
      await inWorkspace(workspace, (tx) => seenThere(tx, outlet, listing, there));
      if (!there && listing.proofId) await recheckProofs(workspace, [listing.proofId]);
      seen = listing.seq;
    } catch (error) {
      const seconds = againIn(error);
      if (seconds === null) return;
      return inWorkspace(workspace, (tx) => addJob(tx, 'outlet.look', { workspace, outletId, after: seen }, seconds));
    }
  }
  if (listings.length === WINDOW)
    await inWorkspace(workspace, (tx) => addJob(tx, 'outlet.look', { workspace, outletId, after: seen }));
}

/** Writes down what an outlet said of a listing, and tells what is news: that it is gone, or that somebody changed it there. */
async function seenThere(tx: Tx, outlet: OutletRow, listing: ToLookAt, there: ThereListing | null): Promise<void> {
  const tell = (did: string, values: object) =>
    record(tx, {
      did,
      about: 'listing',
      ids: [listing.id, ...(listing.proofId ? [listing.proofId] : [])],
      values: { title: listing.title, outlet: outlet.name, ...values },
    });
  if (!there) {
    await listingGone(tx, listing.id, listing.proofId);
    await tell('listing.gone', {});
    return;
  }
  const drift = listing.sent ? differences(listing.sent, listing.sentPictures, there) : [];
  await lookedAt(tx, listing.id, there, drift);
  const fields = drift.filter((f) => !listing.drift.includes(f));
  if (fields.length) await tell('listing.drifted', { fields });
}

/** Enters in the ledger what an outlet has and we do not know, a page at a time. It stands there without a proof. */
export async function gather(workspace: string, outletId: string, after: string | null): Promise<void> {
  const outlet = await inWorkspace(workspace, (tx) => outletById(tx, outletId));
  if (!outlet?.connected || !outlet.rules) return;
  const adapter = adapterFor(outlet.style);
  const session = sessionFor(workspace, outlet);
  const later = (from: string | null, seconds = 0) =>
    inWorkspace(workspace, (tx) => addJob(tx, 'outlet.gather', { workspace, outletId, after: from }, seconds));
  try {
    const page = await adapter.read.list(after, session);
    const known = await inWorkspace(workspace, (tx) => knownRemoteIds(tx, outletId, page.remoteIds));
    for (const remoteId of page.remoteIds.filter((id) => !known.has(id))) await enter(workspace, outlet, remoteId, session);
    if (page.next) await later(page.next);
  } catch (error) {
    const seconds = againIn(error);
    if (seconds !== null) await later(after, seconds);
  }
}

async function enter(workspace: string, outlet: OutletRow, remoteId: string, session: Session): Promise<void> {
  const there = await adapterFor(outlet.style).read.one(remoteId, session);
  // what is being made by us right now is entered when it is made
  if (!there?.url || there.ref?.startsWith('up-')) return;
  const currency = there.currency ?? currencyOf(outlet.rules!);
  const { url } = there;
  await inWorkspace(workspace, async (tx) => {
    const id = await bringOver(tx, { outletId: outlet.id, remoteId, url, there, currency });
    const values = { title: there.title, outlet: outlet.name };
    if (id) await record(tx, { did: 'listing.brought-over', about: 'listing', ids: [id], values });
  });
}

/**
 * An outlet's rules have changed. What is drafted is held against them: words of a pattern that do not fit any more are made anew (a
 * passed proof is to be looked at again then), a hand's stay. What is listed is only looked at: where it breaks the new rules it is
 * out of date. Then what stands there is looked at.
 */
export async function rulesChanged(workspace: string, outletId: string): Promise<void> {
  await inWorkspace(workspace, (tx) => addJob(tx, 'outlet.look', { workspace, outletId, after: 0 }));
  for (let after = 0; ;) {
    const window = await inWorkspace(workspace, (tx) =>
      proofs.listProofs(tx, { outlet: outletId, state: 'held,ready,passed,refused,listed', after, limit: WINDOW }),
    );
    await recheckProofs(
      workspace,
      window.map((p) => p.id),
    );
    if (window.length < WINDOW) return;
    after = window.at(-1)!.seq;
  }
}

async function recheckProofs(workspace: string, ids: string[]): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    for (const id of ids) {
      const proof = await proofs.proofForUpdate(tx, id);
      const content = proof && (await contentsOf(tx, [proof])).get(id);
      if (content && ['held', 'ready', 'passed', 'refused', 'listed'].includes(content.proof.state))
        await recheckOne(tx, content);
    }
  });
}

const isStop = (p: { stops: boolean }) => p.stops;

async function recheckOne(tx: Tx, content: Content): Promise<void> {
  const { proof, outlet, docket } = content;
  const { rules } = outlet;
  const rulesVersion = outlet.rulesVersion!;
  let { fields } = proof;
  let problems = recheck(proof, rules, docket);
  if (proof.state === 'listed') {
    // what stands is not touched: where it would break the rules it stays out of date, and that is said
    if (problems.some(isStop)) return;
    return proofs.changeProofs(tx, [{ id: proof.id, fields, problems, state: 'listed', changed: proof.changed, rulesVersion }]);
  }
  // what a pattern made is made anew for the new limits; what a hand wrote is the hand's to mend
  const broken = new Set(problems.filter(isStop).map((p) => p.field));
  const made = [...broken].some((f) => f === 'tags' || f in rules.texts) ? await madeAnew(tx, proof) : null;
  const anew = made && {
    words: { ...fields.words, ...Object.fromEntries(Object.entries(made.words).filter(([name]) => broken.has(name))) },
    tags: broken.has('tags') ? made.tags : fields.tags,
  };
  const differs = anew !== null && JSON.stringify(anew) !== JSON.stringify(fields);
  if (differs) {
    fields = anew;
    problems = recheck({ ...proof, fields }, rules, docket);
  }
  const passed = proof.state === 'passed' && !differs;
  const state = problems.some(isStop) ? 'held' : passed || proof.state === 'refused' ? proof.state : 'ready';
  const changed = (await contentsOf(tx, [{ ...proof, fields }])).get(proof.id)?.changed ?? [];
  await proofs.changeProofs(tx, [{ id: proof.id, fields, problems, state, changed, rulesVersion }]);
}

/** The words as the docket's patterns make them now; what a person wrote stays. */
async function madeAnew(tx: Tx, proof: ProofRow): Promise<ProofRow['fields'] | null> {
  const artwork = await artworkById(tx, proof.artworkId);
  if (!artwork?.measured) return null;
  const [making] = await makingsOf(tx, artwork, [proof]);
  return making ? (await prepareAll([making]))[0]!.fields : null;
}
