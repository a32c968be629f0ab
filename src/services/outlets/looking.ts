import type { Said } from '../../core/said';
import { answerSentence } from '../../core/outlet/answers';
import { differences } from '../../core/listing/compare';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import { record } from '../../data/desk/activity';
import {
  beingMade,
  bringOver,
  knownRemoteIds,
  listingGone,
  listingsToLookAt,
  lookedAt,
  notRead,
  type ToLookAt,
} from '../../data/outlets/listings';
import type { ThereListing } from '../../core/listing/payload';
import { currencyOf } from '../../core/outlet/rules';
import { outletById, type OutletRow } from '../../data/outlets/outlets';
import { adapterFor } from '../../outlets';
import { OutletAnswer, type Session } from '../../outlets/contract';
import { recheckProofs } from './recheck';
import { sessionFor } from './session';
import { Trouble } from '../trouble';

/** Batch size of a look: the next batch is a job of its own, so that orders of the same outlet come between. */
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

/** After this many unreadable answers in a row, the outlet itself is faulty and is asked again later. */
const NONSENSE_IN_A_ROW = 5;
/** An outlet that does not answer clearly is asked again after this. */
const AGAIN_SECONDS = 30;

/** Does this error concern one listing only, so that the next one can still be read? */
const passedOver = (error: unknown): boolean =>
  !(error instanceof OutletAnswer) || error.kind === 'refused' || error.more.malformed === true;

/** The reason shown to the seller. An error of our own is logged here. */
function troubleOf(error: unknown, outlet: OutletRow): Said {
  if (error instanceof OutletAnswer) return error.said;
  console.error(error);
  return { code: 'our-side', values: { outlet: outlet.name } };
}

/** Seconds after which an outlet is asked again; null when it does not know us any more. */
function againIn(error: unknown): number | null {
  if (!(error instanceof OutletAnswer)) return AGAIN_SECONDS;
  if (error.kind === 'sign-in') return null;
  return error.kind === 'wait' ? (error.more.waitMs ?? 1000) / 1000 : AGAIN_SECONDS;
}

/**
 * Asks an outlet what it has of each listing, one window at a time, and writes down in what that differs from what was sent. A listing
 * that the outlet does not know any more is gone: its proof goes back to be passed and sent anew. One whose answer makes no sense is
 * passed over and says so; an outlet that does not answer clearly is asked again later, from where it stopped.
 */
export async function look(workspace: string, outletId: string, after: number): Promise<void> {
  const { outlet, listings } = await inWorkspace(workspace, async (tx) => ({
    outlet: await outletById(tx, outletId),
    listings: await listingsToLookAt(tx, outletId, after, WINDOW),
  }));
  if (!outlet?.connected) return;
  const session = sessionFor(workspace, outlet);
  const goOn = (from: number, seconds = 0) =>
    inWorkspace(workspace, (tx) => addJob(tx, 'outlet.look', { workspace, outletId, after: from }, seconds));
  let seen = after;
  let nonsense = 0;
  for (const listing of listings) {
    try {
      await lookAt(workspace, outlet, listing, session);
      nonsense = 0;
    } catch (error) {
      nonsense += 1;
      if (!passedOver(error) || nonsense >= NONSENSE_IN_A_ROW) {
        const seconds = againIn(error);
        return seconds === null ? undefined : goOn(seen, seconds);
      }
      await inWorkspace(workspace, (tx) => notRead(tx, listing.id, troubleOf(error, outlet)));
    }
    seen = listing.seq;
  }
  if (listings.length === WINDOW) await goOn(seen);
}

async function lookAt(workspace: string, outlet: OutletRow, listing: ToLookAt, session: Session): Promise<void> {
  const there = await adapterFor(outlet.style).read.one(listing.remoteId!, session);
  await inWorkspace(workspace, (tx) => seenThere(tx, outlet, listing, there));
  if (!there && listing.proofId) await recheckProofs(workspace, [listing.proofId]);
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
  const session = sessionFor(workspace, outlet);
  const later = (from: string | null, seconds = 0) =>
    inWorkspace(workspace, (tx) => addJob(tx, 'outlet.gather', { workspace, outletId, after: from }, seconds));
  try {
    const page = await adapterFor(outlet.style).read.list(after, session);
    const known = await inWorkspace(workspace, (tx) => knownRemoteIds(tx, outletId, page.remoteIds));
    for (const remoteId of page.remoteIds.filter((id) => !known.has(id)))
      await enter(workspace, outlet, remoteId, session).catch((error: unknown) => {
        if (!passedOver(error)) throw error;
        // it is asked for again the next time that all is gathered
        console.error(`${outlet.id}, listing ${remoteId}: ${answerSentence(troubleOf(error, outlet))}`);
      });
    // a list that leads back to where it came from would never end
    if (page.next && page.next !== after) await later(page.next);
  } catch (error) {
    const seconds = againIn(error);
    if (seconds !== null) await later(after, seconds);
  }
}

async function enter(workspace: string, outlet: OutletRow, remoteId: string, session: Session): Promise<void> {
  const there = await adapterFor(outlet.style).read.one(remoteId, session);
  if (!there?.url) return;
  const currency = there.currency ?? currencyOf(outlet.rules!);
  const { ref, url } = there;
  await inWorkspace(workspace, async (tx) => {
    // what is being made by us right now is entered when it is made
    if (ref && (await beingMade(tx, outlet.id, ref))) return;
    const id = await bringOver(tx, { outletId: outlet.id, remoteId, url, there, currency });
    const values = { title: there.title, outlet: outlet.name };
    if (id) await record(tx, { did: 'listing.brought-over', about: 'listing', ids: [id], values });
  });
}
