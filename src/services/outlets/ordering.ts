import { LISTING_FIELDS, type ListingField } from '../../core/listing/compare';
import type { Goal } from '../../core/outlet/rules';
import { actFor, inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import { changeProofs, holdProof, listProofs, moveProofs } from '../../data/line/proofs';
import { listingsFor, type ListingState } from '../../data/outlets/listings';
import { listingsIn } from '../../data/outlets/listing-windows';
import { addOrders, addStateOrders, proofsRest, type NewOrder, type OrderKind } from '../../data/outlets/orders';
import { countSendable, sendOff, takeOff, type How, type OffProof, type ToSend } from '../../data/outlets/to-order';
import { record } from '../../data/desk/activity';
import { contentsOf, type Content } from '../line/content';
import { schemaProblems } from '../line/prepare/schema';
import { Trouble } from '../trouble';
import { listingsAsked, type ListingsAsked } from './listing-windows';

export interface Queued {
  queued: number;
  held: number;
}

/** What an order is called by the fields that it carries. */
export function kindOf(fields: readonly ListingField[]): OrderKind {
  if (!fields.length) return 'state';
  if (fields.every((f) => f === 'pictures')) return 'pictures';
  return fields.every((f) => f === 'prices' || f === 'options' || f === 'weights') ? 'variants' : 'change';
}

/** What has to be done at the outlet for a proof to stand as it is now; null when it does. */
function orderOf(content: Content, how: How): Pick<NewOrder, 'kind' | 'fields' | 'goal'> | null {
  const { listing, stands, changed } = content;
  if (!stands) return { kind: 'make', fields: [...LISTING_FIELDS], goal: how.live ? 'live' : 'draft' };
  const goal = how.live && listing!.state !== 'live' ? 'live' : null;
  // what was sent is not known of a listing from before: all of it is told again
  const fields = listing!.sent ? [...new Set([...changed, ...(how.over ? listing!.drift : [])])] : [...LISTING_FIELDS];
  return fields.length || goal ? { kind: kindOf(fields), fields, goal } : null;
}

/** So many orders are made at a time, and so often before others have their turn. */
const AT_A_TIME = 500;
const TURNS = 10;

/** Makes the orders of proofs that were sent off, in the name of whoever sent them, until there are none. */
export async function makeOrders(workspace: string): Promise<void> {
  for (let turn = 0; turn < TURNS; turn++) {
    const made = await orderSome(workspace, AT_A_TIME).catch((error: Error) => oneByOne(workspace, error));
    if (!made) return;
  }
  await inWorkspace(workspace, (tx) => addJob(tx, 'proofs.order', { workspace }));
}

/** Makes the next orders, about so many. Returns of how many proofs. */
const orderSome = (workspace: string, count: number): Promise<number> =>
  inWorkspace(workspace, async (tx) => {
    const off = await takeOff(tx, count);
    if (off.length) {
      await actFor(tx, off[0]!.askedBy);
      await order(tx, workspace, off);
    }
    return off.length;
  });

/** One of a window could not be: each is tried by itself, and the one that it is is held, so that it stops no other. */
async function oneByOne(workspace: string, error: Error): Promise<number> {
  // what the database or the line to it says is not about a proof: the job is tried again
  if ('code' in error) throw error;
  let made = 0;
  for (let n = 1; n > 0 && made < AT_A_TIME; made += n)
    n = await orderSome(workspace, 1).catch(async (its: Error) => {
      if ('code' in its) throw its;
      console.error(`orders: ${its.message}`);
      return inWorkspace(workspace, async (tx) => {
        const off = await takeOff(tx, 1);
        for (const { proofId } of off) await holdProof(tx, proofId, NOT_ORDERED);
        return off.length;
      });
    });
  return made;
}
const NOT_ORDERED = { code: 'not-ordered', field: 'goods', stops: true, values: {} } as const;

/**
 * Puts proofs in the outbox: as listings that are to be made, or as changes of those that stand. One that its outlet would refuse goes
 * nowhere: it is held with the reason, and stops no other.
 */
async function order(tx: Tx, workspace: string, off: readonly OffProof[]): Promise<void> {
  const how = new Map(off.map((o) => [o.proofId, o]));
  const proofs = await listProofs(tx, { ids: [...how.keys()], limit: off.length });
  const contents = await contentsOf(tx, proofs);
  const going: { content: Content; order: Pick<NewOrder, 'kind' | 'fields' | 'goal'> }[] = [];
  const standing: string[] = [];
  // its outlet has not told its rules: it is passed again
  await proofsRest(tx, [...how.keys()].filter((id) => !contents.has(id))); // prettier-ignore
  for (const content of contents.values()) {
    const { proof } = content;
    const problems = schemaProblems(content.outlet.name, content.outlet.rules, content.payload);
    const wanted = orderOf(content, how.get(proof.id)!);
    if (problems.length) {
      const { fields, changed } = proof;
      await changeProofs(tx, [{ id: proof.id, fields, changed, problems: [...proof.problems, ...problems], state: 'held' }]);
    } else if (wanted) going.push({ content, order: wanted });
    else standing.push(proof.id);
  }
  const listings = await listingsFor(
    tx,
    going.map(({ content: { proof, payload } }) => ({ proofId: proof.id, key: payload.ref, title: payload.title })),
  );
  const orders = going.map(({ content: { proof, payload, outlet }, order }): NewOrder => {
    const { id, key } = listings.get(proof.id)!;
    const want = order.kind === 'state' ? null : { ...payload, ref: key ?? payload.ref };
    const { over, apart } = how.get(proof.id)!;
    return { ...order, listingId: id, outletId: outlet.id, runId: proof.runId, want, over, apart };
  });
  await addOrders(tx, orders);
  await moveProofs(tx, { ids: standing }, ['sending'], 'listed');
  await openLanes(tx, workspace, new Set(orders.map((o) => o.outletId)));
}

/** Lets the lanes of accounts go on. */
async function openLanes(tx: Tx, workspace: string, outlets: ReadonlySet<string>): Promise<void> {
  for (const outletId of outlets) await addJob(tx, 'outlet.lane', { workspace, outletId });
}

/** Sends proofs off, all at once; their orders are made by the worker. Returns how many went. */
export async function sendProofs(tx: Tx, workspace: string, which: ToSend, how: How): Promise<number> {
  const ids = await sendOff(tx, which, how);
  if (ids.length) {
    await addJob(tx, 'proofs.order', { workspace });
    await record(tx, {
      did: 'proof.sent',
      about: 'proof',
      ids: [...ids, ...('listings' in which ? which.listings : [])],
      values: { count: ids.length, live: how.live, ...(how.over && { over: true }) },
    });
  }
  return ids.length;
}

/** Which states a listing may be put in another from. */
const FROM: Record<Goal, ListingState[]> = {
  live: ['draft there', 'ended', 'lapsed'],
  ended: ['draft there', 'live'],
  draft: ['live', 'ended'],
};

/** Puts listings in a state: what they say is left as it is. */
export async function putListings(workspace: string, asked: ListingsAsked, goal: Goal): Promise<Queued> {
  return inWorkspace(workspace, async (tx) => {
    const going = await listingsIn(tx, listingsAsked(asked), FROM[goal]);
    const ids = going.map((l) => l.id);
    await addStateOrders(tx, ids, goal);
    // a proof that is being changed goes its own way; one that stands as it is goes with its listing
    await moveProofs(tx, { ids: going.flatMap((l) => l.proofId ?? []) }, ['listed'], 'sending');
    await openLanes(tx, workspace, new Set(going.map((l) => l.outletId)));
    if (ids.length) await record(tx, { did: 'listing.put', about: 'listing', ids, values: { count: ids.length, goal } });
    return { queued: ids.length, held: 0 };
  });
}

/**
 * Sends what differs between proofs and their listings, whatever their runs do. Proofs with problems stay, and are counted. With
 * `over` also what was changed at the outlet is put back to what is wanted here.
 */
export async function sendChanges(workspace: string, asked: ListingsAsked, over: boolean): Promise<Queued> {
  return inWorkspace(workspace, async (tx) => {
    const listings = (await listingsIn(tx, listingsAsked(asked), null)).map((l) => l.id);
    const { proofs, free, stopped } = await countSendable(tx, listings);
    if (listings.length && !proofs) throw new Trouble('conflict', 'These listings have no proof here: there is nothing to send.');
    if (proofs && !free) throw new Trouble('conflict', 'They are being drafted or sent right now.');
    const queued = await sendProofs(tx, workspace, { listings, over }, { live: false, apart: true, over });
    return { queued, held: stopped };
  });
}
