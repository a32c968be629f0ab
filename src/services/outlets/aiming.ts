import type { Said } from '../../core/said';
import { differences, overlaid, touchedBy, withTheirs, type ListingField } from '../../core/listing/compare';
import type { ListingPayload, ThereListing } from '../../core/listing/payload';
import type { Goal } from '../../core/outlet/rules';
import type { StandingRow } from '../../data/outlets/listings';
import type { OrderRow } from '../../data/outlets/orders';
import type { OutletRow } from '../../data/outlets/outlets';
import { OutletAnswer, type OutletAdapter, type Session } from '../../outlets/contract';

/** An order that is being carried out, and what it needs. */
export interface Work {
  workspace: string;
  order: OrderRow;
  holder: string;
  outlet: OutletRow;
  listing: StandingRow;
  adapter: OutletAdapter;
  session: Session;
}

/** Ends an order for a reason that no second try would take away. */
export function refuse({ outlet }: Work, code: string, values: Said['values'] = {}): never {
  throw new OutletAnswer('refused', { code, values: { outlet: outlet.name, ...values } });
}

export const stateFor: Record<Goal, ThereListing['state']> = { draft: 'draft there', live: 'live', ended: 'ended' };

/** Holds an order against what the outlet lets be changed in the state that the listing is in. */
export function mayChange(work: Work, there: ThereListing): void {
  const { order, outlet } = work;
  const rule = outlet.rules?.states.find((s) => s.state === there.state);
  if (!rule) refuse(work, 'unknown-state', { state: there.state });
  const group = (f: ListingField) =>
    f === 'tags' || f === 'pictures' || f === 'downloads'
      ? f
      : f === 'options' || f === 'prices' || f === 'weights'
        ? 'prices'
        : 'texts';
  const not = order.fields.filter((f) => !rule.change.includes(group(f)));
  if (not.length) refuse(work, 'cannot-change', { fields: not.join(', '), state: there.state });
  if (order.goal && there.state !== stateFor[order.goal] && !rule.to.includes(order.goal))
    refuse(work, 'cannot-put', { state: there.state, goal: order.goal });
}

/**
 * What a listing is to be: the order's fields as they are wanted, and the others as they are there, also where somebody changed them
 * there. A field that the order would change and that is neither as it was sent nor as it is wanted was changed there: that is told
 * before anything is written over, unless the order says to.
 */
export function aimed(work: Work, want: ListingPayload, there: ThereListing): ListingPayload {
  const { order, listing } = work;
  const { sent } = listing;
  // what was sent before is not known: there is nothing to hold what is there against
  if (!sent) return want;
  const drifted = differences(sent, listing.sentPictures, there);
  const touched = touchedBy(order.fields);
  // pictures go by their hashes, and only those that were sent are known
  const asWanted = new Set<ListingField>(
    touched.filter((f) => f !== 'pictures' && !differences(want, listing.sentPictures, there).includes(f)),
  );
  const clash = drifted.filter((f) => touched.includes(f) && !asWanted.has(f));
  // once it has begun, what is there may be its own half-done work
  if (clash.length && !order.over && !order.begun) refuse(work, 'changed-there', { fields: clash.join(', ') });
  const kept = drifted.filter((f) => !order.fields.includes(f));
  return overlaid(withTheirs(sent, there, kept), want, order.fields);
}
