import { amountOf, fixedLine, type LineAmount, type PriceLine } from './lines';
import type { PricePlan } from './plan';

/** Where one price goes: each line with what it comes to, and what remains. All minor units. */
export interface Breakdown {
  priceMinor: number;
  lines: LineAmount[];
  costMinor: number;
  postageMinor: number;
  /** Everything that is neither making nor posting. */
  feesMinor: number;
  keepMinor: number;
  /** Share of the price that is kept, in millionths; 0 when the price is 0. */
  marginShare: number;
}

/** What making and posting one costs, as lines; postage that the buyer pays beside the price is none. */
export const costLines = (costMinor: number, postageMinor: number): PriceLine[] => [
  fixedLine('Blank and print', 'make', costMinor),
  fixedLine('Postage', 'postage', postageMinor),
];

const sum = (lines: LineAmount[], of: (kind: LineAmount['kind']) => boolean): number =>
  lines.reduce((n, l) => (of(l.kind) ? n + l.amountMinor : n), 0);

/** Takes one price apart. */
export function breakDown(priceMinor: number, lines: readonly PriceLine[]): Breakdown {
  const amounts = lines.map((l): LineAmount => ({ label: l.label, kind: l.kind, amountMinor: amountOf(l, priceMinor) }));
  const costMinor = sum(amounts, (k) => k === 'make');
  const postageMinor = sum(amounts, (k) => k === 'postage');
  const feesMinor = sum(amounts, (k) => k !== 'make' && k !== 'postage');
  const keepMinor = priceMinor - costMinor - postageMinor - feesMinor;
  const marginShare = priceMinor > 0 ? Math.round((keepMinor * 1_000_000) / priceMinor) : 0;
  return { priceMinor, lines: amounts, costMinor, postageMinor, feesMinor, keepMinor, marginShare };
}

/** The next price at or above `minor` that ends in `ending` (two digits). */
export function roundUpTo(minor: number, ending: number | null): number {
  if (ending === null) return minor;
  const whole = Math.floor(minor / 100) * 100 + ending;
  return whole >= minor ? whole : whole + 100;
}

const LARGE = new Set(['2XL', '3XL', '4XL', '5XL']);
/** No price is looked for beyond this, minor units. */
const MOST = 2 ** 40;

/**
 * The smallest price with the wanted ending that meets the plan's aim for one size, minor units; null when no price can.
 * What is kept grows with the price but for the rounding of each line, so the place is found by halving, and then the few
 * prices below it are tried one by one.
 */
export function solvePrice(size: string, lines: readonly PriceLine[], plan: PricePlan): number | null {
  const extra = LARGE.has(size) ? plan.largeSizeExtraMinor : 0;
  const { aim } = plan;
  if (aim.kind === 'fixed') return aim.minor + extra;
  const wantedShare = aim.kind === 'margin' ? aim.share : 0;
  const wantedMinor = aim.kind === 'profit' ? aim.minor : 0;
  const keep = (price: number) => price - lines.reduce((n, l) => n + amountOf(l, price), 0);
  const enough = (price: number) => keep(price) >= wantedMinor && keep(price) * 1_000_000 >= wantedShare * price;
  // shares of all and more leave nothing of any price, unless a cap holds them
  if (!enough(MOST)) return null;
  let [low, high] = [0, MOST];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (enough(middle)) high = middle;
    else low = middle + 1;
  }
  // each line is rounded by half a unit at most: so far below, what is kept is less by more than all roundings together
  const left = 1_000_000 - wantedShare - lines.reduce((n, l) => n + (l.base === 'charged' ? l.share : 0), 0);
  const reach = Math.ceil(((lines.length + 1) * 1_000_000) / Math.max(1000, left));
  let price = Math.max(0, low - reach);
  while (!enough(price)) price++;
  return roundUpTo(price + extra, plan.ending);
}
