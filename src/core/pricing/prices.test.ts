import fc from 'fast-check';
import { amountOf, type PriceLine } from './lines';
import type { PricePlan } from './plan';
import { breakDown, costLines, roundUpTo, solvePrice } from './prices';

const line = (l: Partial<PriceLine>): PriceLine => ({
  label: 'x',
  kind: 'other',
  base: 'charged',
  share: 0,
  fixedMinor: 0,
  ...l,
});
const FAIR: PriceLine[] = [
  line({ kind: 'sale', share: 65_000 }),
  line({ kind: 'payment', share: 30_000, fixedMinor: 25 }),
  line({ kind: 'listing', base: 'none', fixedMinor: 20 }),
];
const plan = (aim: PricePlan['aim'], more: Partial<PricePlan> = {}): PricePlan => ({
  aim,
  postageIncluded: true,
  largeSizeExtraMinor: 0,
  ending: 99,
  ...more,
});

describe('the worked example of the trade (common practice, no single source)', () => {
  // 10.00 less 20%: 8.00 charged; transaction 6.5% = 0.52, payment 3% + 0.25 = 0.49, listing 0.20; kept 6.79, 84.9%
  const sale = breakDown(800, FAIR);
  test('fees', () => expect(sale.lines.map((l) => [l.kind, l.amountMinor])).toEqual([['sale', 52], ['payment', 49], ['listing', 20]])); // prettier-ignore
  test('profit and margin', () =>
    expect([sale.feesMinor, sale.keepMinor, (sale.marginShare / 10_000).toFixed(1)]).toEqual([121, 679, '84.9']));
});

test.each([
  [2601, 99, 2699],
  [2699, 99, 2699],
  [2700, 99, 2799],
  [2696, 95, 2795],
  [1, 99, 99],
  [1234, null, 1234],
])('%i with the ending %s becomes %i', (minor, ending, price) => expect(roundUpTo(minor, ending)).toBe(price));

test.each([
  ['a minimum lifts it', { share: 10_000, minimumMinor: 50 }, 1000, 50],
  ['a cap holds it', { share: 100_000, capMinor: 75 }, 1000, 75],
  ['between both it is as it is', { share: 60_000, fixedMinor: 3, minimumMinor: 10, capMinor: 90 }, 1000, 63],
  ['what has no base takes no share', { base: 'none' as const, share: 500_000, fixedMinor: 7 }, 1000, 7],
])('a line of a price: %s', (_, l, price, amount) => expect(amountOf(line(l), price)).toBe(amount));

const money = fc.integer({ min: 0, max: 20_000 });
const fee = fc.record({
  label: fc.constant('fee'),
  kind: fc.constantFrom('sale' as const, 'payment' as const, 'listing' as const, 'other' as const),
  base: fc.constantFrom('charged' as const, 'none' as const),
  share: fc.integer({ min: 0, max: 90_000 }),
  fixedMinor: fc.integer({ min: 0, max: 60 }),
});
const capped = fc
  .tuple(fee, fc.option(fc.integer({ min: 0, max: 80 })), fc.option(fc.integer({ min: 80, max: 400 })))
  .map(([f, min, cap]): PriceLine => ({
    ...f,
    ...(min !== null && { minimumMinor: min }),
    ...(cap !== null && { capMinor: cap }),
  }));
const fees = fc.array(capped, { maxLength: 4 });

test('nothing is lost: the lines of every price and what is kept add up to it', () => {
  fc.assert(
    fc.property(money, money, money, fees, (price, cost, postage, f) => {
      const b = breakDown(price, [...costLines(cost, postage), ...f]);
      expect(b.lines.reduce((n, l) => n + l.amountMinor, b.keepMinor)).toBe(price);
      expect([b.costMinor, b.postageMinor]).toEqual([cost, postage]);
    }),
  );
});

test('a solved price keeps what the plan asks, and it is the smallest that does', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 3000 }),
      fees,
      fc.integer({ min: 0, max: 500_000 }),
      fc.integer({ min: 0, max: 1500 }),
      (cost, f, share, profit) => {
        for (const aim of [{ kind: 'margin', share } as const, { kind: 'profit', minor: profit } as const]) {
          const lines = [...costLines(cost, 0), ...f];
          const meets = (price: number) => {
            const { keepMinor } = breakDown(price, lines);
            return aim.kind === 'profit' ? keepMinor >= profit : keepMinor >= 0 && keepMinor * 1_000_000 >= share * price;
          };
          const solved = solvePrice('M', lines, plan(aim, { ending: null }));
          // the slow way: every price from nothing on
          let slow = 0;
          while (slow < 60_000 && !meets(slow)) slow++;
          if (solved !== null && solved < 60_000) expect(solved).toBe(slow);
          else expect(slow).toBe(60_000);
        }
      },
    ),
    { numRuns: 60 },
  );
});

describe('solving', () => {
  const lines = (cost: number, postage = 0) => [...costLines(cost, postage), ...FAIR];
  test('a profit in money is kept at least', () => {
    const price = solvePrice('M', lines(940, 479), plan({ kind: 'profit', minor: 800 }))!;
    expect(breakDown(price, lines(940, 479)).keepMinor).toBeGreaterThanOrEqual(800);
  });
  test('a fixed price stays as it is', () =>
    expect(solvePrice('M', lines(940), plan({ kind: 'fixed', minor: 2500 }))).toBe(2500));
  test('large sizes get their extra', () => {
    const p = plan({ kind: 'fixed', minor: 2500 }, { largeSizeExtraMinor: 300 });
    expect([solvePrice('XL', FAIR, p), solvePrice('2XL', FAIR, p)]).toEqual([2500, 2800]);
  });
  test('no price can keep more than there is', () =>
    expect(solvePrice('M', lines(100), plan({ kind: 'margin', share: 905_000 }))).toBeNull());
  test('a cap can make possible what a share alone would not', () => {
    const shares = [line({ share: 1_000_000, capMinor: 500 })];
    expect(solvePrice('M', shares, plan({ kind: 'profit', minor: 100 }, { ending: null }))).toBe(600);
  });
});
