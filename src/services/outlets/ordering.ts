import { LISTING_FIELDS, type ListingField } from '../../core/listing/compare';
import type { Goal } from '../../core/outlet/rules';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import { changeProof, listProofs, moveProofs, type ProofRow } from '../../data/line/proofs';
import { listingFor, listListings, type ListingRow } from '../../data/outlets/listings';
import { addOrder, type OrderKind } from '../../data/outlets/orders';
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
function orderOf(content: Content, how: How): { kind: OrderKind; fields: ListingField[]; goal: Goal | null } | null {
  const { listing, stands, changed } = content;
  if (!stands) return { kind: 'make', fields: [...LISTING_FIELDS], goal: how.live || listing?.wasLive ? 'live' : 'draft' };
  const goal = how.live && listing!.state !== 'live' ? 'live' : null;
  // what was sent is not known of a listing from before: all of it is told again
  const fields = listing!.sent ? changed : [...LISTING_FIELDS];
  return fields.length || goal ? { kind: kindOf(fields), fields, goal } : null;
}

/**
 * Puts proofs in the outbox: as listings that are to be made, or as changes of those that stand. One that its outlet would refuse goes
 * nowhere: it is held with the reason, and stops no other. Returns how many were queued and held.
 */
export async function enqueue(tx: Tx, workspace: string, proofs: ProofRow[], how: How): Promise<Queued> {
  const contents = await contentsOf(tx, proofs);
  const going: string[] = [];
  const standing: string[] = [];
  const listed: string[] = [];
  let held = 0;
  for (const proof of proofs) {
    const content = contents.get(proof.id);
    if (!content) continue;
    const { payload, outlet } = content;
    const problems = schemaProblems(outlet.name, outlet.rules, payload);
    if (problems.length) {
      held++;
      const { fields, changed } = proof;
      await changeProof(tx, proof.id, { fields, changed, problems: [...proof.problems, ...problems], state: 'held' });
      continue;
    }
    const order = orderOf(content, how);
    if (!order) {
      standing.push(proof.id);
      continue;
    }
    const listing = await listingFor(tx, proof.id, payload.ref, payload.title);
    await addOrder(tx, {
      ...order,
      listingId: listing.id,
      outletId: outlet.id,
      runId: proof.runId,
      want: order.kind === 'state' ? null : { ...payload, ref: listing.key ?? payload.ref },
      over: how.over ?? false,
      apart: how.apart,
    });
    going.push(proof.id);
    listed.push(listing.id);
  }
  await moveProofs(tx, { ids: going }, ['passed', 'refused', 'listed', 'ready'], 'sending');
  await moveProofs(tx, { ids: standing }, ['passed', 'refused', 'ready'], 'listed');
  const sent = proofs.filter((p) => going.includes(p.id));
  for (const outletId of new Set(sent.map((p) => p.outletId))) await addJob(tx, 'outlet.lane', { workspace, outletId });
  if (going.length)
    await record(tx, {
      did: 'proof.sent',
      about: 'proof',
      ids: [...going, ...listed],
      values: { count: going.length, live: how.live },
    });
  return { queued: going.length, held };
}

/** Puts listings in a state: what they say is left as it is. */
export async function putListings(workspace: string, ids: string[], goal: Goal): Promise<Queued> {
  return inWorkspace(workspace, async (tx) => {
    const all = await listListings(tx, { ids, limit: 100_000 });
    const from = { live: ['draft there', 'ended', 'lapsed'], ended: ['draft there', 'live'], draft: ['live', 'ended'] }[goal];
    const going = all.filter((l) => from.includes(l.state));
    for (const l of going) await orderState(tx, l, goal);
    for (const outletId of new Set(going.map((l) => l.outletId))) await addJob(tx, 'outlet.lane', { workspace, outletId });
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

async function orderState(tx: Tx, l: ListingRow, goal: Goal): Promise<void> {
  const how = { kind: 'state', fields: [], want: null, goal, over: false, apart: true } as const;
  const proofs = l.proofId ? await listProofs(tx, { ids: [l.proofId], limit: 1 }) : [];
  await addOrder(tx, { ...how, fields: [], listingId: l.id, outletId: l.outletId, runId: proofs[0]?.runId ?? null });
  // a proof that is being changed goes its own way; one that stands as it is goes with its listing
  if (l.proofId) await moveProofs(tx, { ids: [l.proofId] }, ['listed'], 'sending');
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
    const busy = proofs.filter((p) => p.state === 'sending' || p.state === 'drafting');
    if (busy.length === proofs.length && proofs.length)
      throw new Trouble('conflict', 'They are being drafted or sent right now.');
    const held = proofs.filter((p) => p.problems.some((q) => q.stops));
    const free = proofs.filter((p) => !busy.includes(p) && !held.includes(p));
    // what drifted there is told again, too
    const wanted = over
      ? free.map((p) => ({ ...p, changed: [...new Set([...p.changed, ...(p.listing?.drift ?? [])])] }))
      : free.filter((p) => p.changed.length);
    const sent = await enqueueChanges(tx, workspace, wanted, over);
    return { queued: sent.queued, held: sent.held + held.length };
  });
}

async function enqueueChanges(tx: Tx, workspace: string, proofs: ProofRow[], over: boolean): Promise<Queued> {
  if (!over) return enqueue(tx, workspace, proofs, { live: false, apart: true });
  let queued = 0;
  const contents = await contentsOf(tx, proofs);
  for (const { id, changed, runId } of proofs) {
    const content = contents.get(id);
    if (!content?.listing || !changed.length) continue;
    const { listing, payload, outlet } = content;
    const want = { ...payload, ref: listing.key ?? payload.ref };
    const order = { kind: kindOf(changed), fields: changed, goal: null, over, apart: true };
    await addOrder(tx, { ...order, listingId: listing.id, outletId: outlet.id, runId, want });
    await moveProofs(tx, { ids: [id] }, ['passed', 'refused', 'listed', 'ready'], 'sending');
    await addJob(tx, 'outlet.lane', { workspace, outletId: outlet.id });
    queued++;
  }
  if (queued)
    await record(tx, {
      did: 'proof.sent',
      about: 'proof',
      ids: proofs.map((p) => p.id),
      values: { count: queued, over: true, live: false },
    });
  return { queued, held: 0 };
}
