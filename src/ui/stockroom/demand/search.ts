import { visits } from '../../parts/format';

/** Rows of a block of the list. */
export const BLOCK = 60;

export const ORDERS = ['worth', 'searches', 'competing', 'phrase'] as const;
export type Order = (typeof ORDERS)[number];
export const SHOWN = ['all', 'missed', 'ours', 'ahead'] as const;
export type Shown = (typeof SHOWN)[number];

/** How many months ahead somebody prepares for: a listing needs weeks to be found (common practice, no single source). */
const AHEAD = 4;

export interface DemandAsked {
  find: string;
  order: Order;
  use?: 'ours' | 'nobody';
  mine?: 'yes';
  season?: string;
}
/** What an address asks for; `month` is the present one, 0 for January. */
export function demandSearch(address: URLSearchParams, month: number): DemandAsked {
  const shown = address.get('shown') as Shown | null;
  const order = address.get('order') as Order | null;
  return {
    find: (address.get('find') ?? '').trim().toLowerCase().slice(0, 80),
    order: order && ORDERS.includes(order) ? order : 'worth',
    ...(shown === 'ours' && { use: 'ours' as const }),
    // it speaks of artwork that is here, and no listing says it
    ...(shown === 'missed' && { use: 'nobody' as const, mine: 'yes' as const }),
    ...(shown === 'ahead' && { season: Array.from({ length: AHEAD }, (_, i) => (month + 1 + i) % 12).join(',') }),
  };
}

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']; // prettier-ignore
export const monthName = (month: number): string => MONTHS[month]!;

/** What a phrase is worth, with its figures put in. */
export const worthSum = (d: { searches: number; clickRate: number; competing: number; worth: number }): string =>
  `${d.searches.toLocaleString('en')} × ${(d.clickRate * 100).toFixed(1)}% ÷ √(1 + ${d.competing.toLocaleString('en')}) = ${visits(d.worth)}`;
