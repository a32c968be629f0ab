import { shareOf } from '../money/money';

/** What an outlet takes. Shares in millionths of what is charged; amounts in minor units. */
export interface OutletFees {
  /** Share of the sale, e.g. 60000 = 6%. */
  transactionShare: number;
  paymentShare: number;
  paymentFixedMinor: number;
  listingMinor: number;
}

/** How the seller turns costs into prices. */
export interface PricePlan {
  name: string;
  /** `margin`: share of the price kept, in millionths. `profit`: minor units kept. `fixed`: the price itself. */
  aim: { kind: 'margin'; share: number } | { kind: 'profit'; minor: number } | { kind: 'fixed'; minor: number };
  /** Postage is in the price and called free. */
  postageIncluded: boolean;
  /** Added to every size from 2XL up, minor units. */
  largeSizeExtraMinor: number;
  /** The last two digits that prices end in, e.g. 99. Null leaves prices as they come. */
  ending: number | null;
}

/** Where one price goes. All minor units; `keepMinor` is what remains. */
export interface PriceBreakdown {
  size: string;
  priceMinor: number;
  costMinor: number;
  postageMinor: number;
  fees: { transactionMinor: number; paymentMinor: number; listingMinor: number };
  feesMinor: number;
  keepMinor: number;
  /** Share of the price that is kept, in millionths; 0 when the price is 0. */
  marginShare: number;
}

/** The outlet's fees on `chargedMinor`; each fee is rounded half up on its own, as outlets bill them. */
export function feesOn(chargedMinor: number, fees: OutletFees): PriceBreakdown['fees'] & { totalMinor: number } {
  const transactionMinor = shareOf(chargedMinor, fees.transactionShare);
  const paymentMinor = shareOf(chargedMinor, fees.paymentShare) + fees.paymentFixedMinor;
  return {
    transactionMinor,
    paymentMinor,
    listingMinor: fees.listingMinor,
    totalMinor: transactionMinor + paymentMinor + fees.listingMinor,
  };
}

/** Takes one price apart. */
export function breakDown(
  size: string,
  priceMinor: number,
  costMinor: number,
  postageMinor: number,
  fees: OutletFees,
): PriceBreakdown {
  const { totalMinor, ...lines } = feesOn(priceMinor, fees);
  const keepMinor = priceMinor - costMinor - postageMinor - totalMinor;
  const marginShare = priceMinor > 0 ? Math.round((keepMinor * 1_000_000) / priceMinor) : 0;
  return { size, priceMinor, costMinor, postageMinor, fees: lines, feesMinor: totalMinor, keepMinor, marginShare };
}

/** The next price at or above `minor` that ends in `ending` (two digits). */
export function roundUpTo(minor: number, ending: number | null): number {
  if (ending === null) return minor;
  const whole = Math.floor(minor / 100) * 100 + ending;
  return whole >= minor ? whole : whole + 100;
}

const LARGE = new Set(['2XL', '3XL', '4XL', '5XL']);

/**
 * The smallest price with the wanted ending that meets the plan's aim for one size. Fees depend on the price, so the
 * price is found by solving without rounding first and then stepping up until the rounded fees leave enough.
 * Returns null when no price can (shares of 100% and more).
 */
export function solvePrice(
  size: string,
  costMinor: number,
  postageMinor: number,
  fees: OutletFees,
  plan: PricePlan,
): PriceBreakdown | null {
  const postage = plan.postageIncluded ? postageMinor : 0;
  const extra = LARGE.has(size) ? plan.largeSizeExtraMinor : 0;
  if (plan.aim.kind === 'fixed') return breakDown(size, plan.aim.minor + extra, costMinor, postage, fees);
  const fixed = costMinor + postage + fees.paymentFixedMinor + fees.listingMinor;
  const feeShare = fees.transactionShare + fees.paymentShare;
  const wantedShare = plan.aim.kind === 'margin' ? plan.aim.share : 0;
  const wantedMinor = plan.aim.kind === 'profit' ? plan.aim.minor : 0;
  const left = 1_000_000 - feeShare - wantedShare;
  if (left <= 0) return null;
  const enough = (b: PriceBreakdown) => b.keepMinor >= wantedMinor && b.keepMinor * 1_000_000 >= wantedShare * b.priceMinor;
  let minor = Math.max(0, Math.floor(((fixed + wantedMinor - 2) * 1_000_000) / left)); // two roundings are off by 1 at most
  while (!enough(breakDown(size, minor, costMinor, postage, fees))) minor++;
  return breakDown(size, roundUpTo(minor + extra, plan.ending), costMinor, postage, fees);
}
