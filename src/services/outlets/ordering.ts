import { LISTING_FIELDS, type ListingField } from '../../core/listing/compare';
import type { Goal } from '../../core/outlet/rules';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import { changeProof, listProofs, moveProofs, runsOf, type ProofRow } from '../../data/line/proofs';
import { listingsFor, listListings } from '../../data/outlets/listings';
import { addOrders, type NewOrder, type OrderKind } from '../../data/outlets/orders';
import { record } from '../../data/desk/activity';
import { contentsOf, type Content } from '../line/content';
import { schemaProblems } from '../line/prepare/schema';
import { Trouble } from '../trouble';

export interface Queued {
  queued: number;
  held: number;
}
interface How {
  live: boolean;
  /** Asked for by itself: its run's pause does not hold it. */
  apart: boolean;
  /** Also over what was changed at the outlet. */
  over?: boolean;
}

/** What an order is called by the fields that it carries. */
export function kindOf(fields: readonly ListingField[]): OrderKind {
  if (!fields.length) return 'state';
  if (fields.every((f) => f === 'pictures')) return 'pictures';
  return fields.every((f) => f === 'prices' || f === 'options') ? 'variants' : 'change';
}

/** What has to be done at the outlet for a proof to stand as it is now; null when it does. */
function orderOf(content: Content, how: How): Pick<NewOrder, 'kind' | 'fields' | 'goal'> | null {
  const { listing, stands, changed } = content;
  if (!stands) return { kind: 'make', fields: [...LISTING_FIELDS], goal: how.live || listing?.wasLive ? 'live' : 'draft' };
  const goal = how.live && listing!.state !== 'live' ? 'live' : null;
  // what was sent is not known of a listing from before: all of it is told again
  const fields = listing!.sent ? [...new Set([...changed, ...(how.over ? listing!.drift : [])])] : [...LISTING_FIELDS];
  return fields.length || goal ? { kind: kindOf(fields), fields, goal } : null;
}

/**
 * Puts proofs in the outbox: as listings that are to be made, or as changes of those that stand. One that its outlet would refuse goes
 * nowhere: it is held with the reason, and stops no other. Returns how many were queued and held.
 */
export async function enqueue(tx: Tx, workspace: string, proofs: ProofRow[], how: How): Promise<Queued> {
  const contents = await contentsOf(tx, proofs);
  const going: { content: Content; order: Pick<NewOrder, 'kind' | 'fields' | 'goal'> }[] = [];
  const standing: string[] = [];
  let held = 0;
  for (const proof of proofs) {
    const content = contents.get(proof.id);
    if (!content) continue;
    const { payload, outlet } = content;
    const problems = schemaProblems(outlet.name, outlet.rules, payload);
    const order = orderOf(content, how);
    if (problems.length) {
      held++;
      const { fields, changed } = proof;
      await changeProof(tx, proof.id, { fields, changed, problems: [...proof.problems, ...problems], state: 'held' });
    } else if (order) going.push({ content, order });
    else standing.push(proof.id);
  }
  const listings = await listingsFor(
    tx,
    going.map(({ content: { proof, payload } }) => ({ proofId: proof.id, key: payload.ref, title: payload.title })),
  );
  const orders = going.map(({ content: { proof, payload, outlet }, order }): NewOrder => {
    const { id, key } = listings.get(proof.id)!;
    const want = order.kind === 'state' ? null : { ...payload, ref: key ?? payload.ref };
    return { ...order, listingId: id, outletId: outlet.id, runId: proof.runId, want, over: how.over ?? false, apart: how.apart };
  });
  await addOrders(tx, orders);
  const ids = going.map((g) => g.content.proof.id);
  await moveProofs(tx, { ids }, ['passed', 'refused', 'listed', 'ready'], 'sending');
  await moveProofs(tx, { ids: standing }, ['passed', 'refused', 'ready'], 'listed');
  await openLanes(tx, workspace, orders);
  if (ids.length)
    await record(tx, {
      did: 'proof.sent',
      about: 'proof',
      ids: [...ids, ...orders.map((o) => o.listingId)],
      values: { count: ids.length, live: how.live, ...(how.over && { over: true }) },
    });
  return { queued: ids.length, held };
}

/** Lets the lanes of the accounts that orders are for go on. */
async function openLanes(tx: Tx, workspace: string, orders: readonly NewOrder[]): Promise<void> {
  for (const outletId of new Set(orders.map((o) => o.outletId))) await addJob(tx, 'outlet.lane', { workspace, outletId });
}

/** Puts listings in a state: what they say is left as it is. */
export async function putListings(workspace: string, ids: string[], goal: Goal): Promise<Queued> {
  return inWorkspace(workspace, async (tx) => {
    const all = await listListings(tx, { ids, limit: 100_000 });
    const from = { live: ['draft there', 'ended', 'lapsed'], ended: ['draft there', 'live'], draft: ['live', 'ended'] }[goal];
    const going = all.filter((l) => from.includes(l.state));
    const proofIds = going.flatMap((l) => l.proofId ?? []);
    const runs = await runsOf(tx, proofIds);
    const how = { kind: 'state', fields: [], want: null, goal, over: false, apart: true } as const;
    const orders = going.map((l): NewOrder => ({
      ...how,
      fields: [],
      listingId: l.id,
      outletId: l.outletId,
      runId: (l.proofId && runs.get(l.proofId)) ?? null,
    }));
    await addOrders(tx, orders);
    // a proof that is being changed goes its own way; one that stands as it is goes with its listing
    await moveProofs(tx, { ids: proofIds }, ['listed'], 'sending');
    await openLanes(tx, workspace, orders);
    if (going.length)
      await record(tx, {
        did: 'listing.put',
        about: 'listing',
        ids: going.map((l) => l.id),
        values: { count: going.length, goal },
      });
    return { queued: going.length, held: 0 };
  });
}

/**
 * Sends what differs between proofs and their listings, whatever their runs do. Proofs with problems stay, and are counted. With
 * `over` also what was changed at the outlet is put back to what is wanted here.
 */
export async function sendChanges(workspace: string, listingIds: string[], over: boolean): Promise<Queued> {
  return inWorkspace(workspace, async (tx) => {
    const all = await listListings(tx, { ids: listingIds, limit: 100_000 });
    const proofIds = all.flatMap((l) => l.proofId ?? []);
    const proofs = await listProofs(tx, { ids: proofIds, limit: 100_000 });
    if (all.length && !proofs.length)
      throw new Trouble('conflict', 'These listings have no proof here: there is nothing to send.');
    const free = proofs.filter((p) => p.state !== 'sending' && p.state !== 'drafting');
    if (proofs.length && !free.length) throw new Trouble('conflict', 'They are being drafted or sent right now.');
    const good = free.filter((p) => !p.problems.some((q) => q.stops));
    const wanted = good.filter((p) => p.changed.length || (over && p.listing?.drift.length));
    const sent = await enqueue(tx, workspace, wanted, { live: false, apart: true, over });
    return { queued: sent.queued, held: sent.held + free.length - good.length };
  });
}
