import { createHash } from 'node:crypto';
import { articleNumber } from '../../../core/listing/article-number';
import { isKept, priceKey, type ProofVariant } from '../../../core/listing/proof';
import type { PriceLine } from '../../../core/pricing/lines';
import type { PricePlan } from '../../../core/pricing/plan';
import { breakDown, costLines, solvePrice, type Breakdown } from '../../../core/pricing/prices';
import { homePostage } from '../../../core/stock/blank';
import type { LineOffer } from './goods';

/** What a variant costs to make and post, and what the outlet takes, as lines. */
export const linesOf = (v: Pick<ProofVariant, 'costMinor' | 'postageMinor'>, fees: readonly PriceLine[]): PriceLine[] => [
  ...costLines(v.costMinor, v.postageMinor),
  ...fees,
];

/** Where a variant's price goes; null while it has none. */
export const breakdownOf = (v: ProofVariant, fees: readonly PriceLine[]): Breakdown | null =>
  v.priceMinor === null ? null : breakDown(v.priceMinor, linesOf(v, fees));

/** 60 bits that are a variant's own: its proof's id has 122 random bits, so they are as good as random, and the same each time. */
const bitsOf = (proofId: string, key: string): bigint =>
  createHash('sha256').update(`${proofId} ${key}`).digest().readBigUInt64BE() >> 4n;

const keyOf = (v: Pick<ProofVariant, 'line' | 'colour' | 'size' | 'finish'>): string =>
  JSON.stringify([v.line, v.colour, v.size, v.finish]);

/**
 * Every variant with its price. `kept` are the variants as they were: a price that a person set stays for its line, size and finish,
 * and a variant keeps its article number for good; one that comes back has the number that it had. `solvable` is false where costs and prices are in different currencies.
 */
export function variantsOf(
  offers: readonly LineOffer[],
  fees: readonly PriceLine[],
  plan: PricePlan,
  kept: readonly ProofVariant[],
  proofId: string,
  solvable: boolean,
): ProofVariant[] {
  const solved = new Map<string, number | null>();
  const solve = (size: string, costMinor: number, postageMinor: number): number | null => {
    if (!solvable) return null;
    const key = JSON.stringify([size, costMinor, postageMinor]);
    if (!solved.has(key)) solved.set(key, solvePrice(size, linesOf({ costMinor, postageMinor }, fees), plan));
    return solved.get(key)!;
  };
  const fixed = new Map(kept.filter((v) => isKept(v.from)).map((v) => [priceKey(v), v]));
  const known = new Map(kept.map((v) => [keyOf(v), v.sku]));
  return offers.flatMap(({ line, blank, variants }) => {
    const postageMinor = plan.postageIncluded ? homePostage(blank) : 0;
    return variants.map(({ colour, size, finish, costMinor, weightG }): ProofVariant => {
      const madeMinor = solve(size, costMinor, postageMinor);
      const variant = { line: line.key, colour, size, finish };
      const hand = fixed.get(priceKey(variant));
      return {
        ...variant,
        sku: known.get(keyOf(variant)) ?? articleNumber(bitsOf(proofId, keyOf(variant))),
        costMinor,
        postageMinor,
        weightG,
        priceMinor: hand ? hand.priceMinor : madeMinor,
        from: hand ? hand.from : 'plan',
        madeMinor,
      };
    });
  });
}

/** The word for what a price is the price of: the size, with the line where there are several, and the finish where there is one. */
export function priceLabels(variants: readonly ProofVariant[], names: Record<string, string>): (v: ProofVariant) => string {
  const several = new Set(variants.map((v) => v.line)).size > 1;
  const finishes = new Set(variants.map((v) => v.finish)).size > 1;
  return (v) =>
    [several && (names[v.line] ?? v.line), v.size, finishes && v.finish].filter(Boolean).join(', ') || (names[v.line] ?? v.line);
}
