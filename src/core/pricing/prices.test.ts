import fc from 'fast-check';
import { breakDown, feesOn, roundUpTo, solvePrice, type OutletFees, type PricePlan } from './prices';

const FAIR: OutletFees = { transactionShare: 65_000, paymentShare: 30_000, paymentFixedMinor: 25, listingMinor: 20 };
const plan = (aim: PricePlan['aim'], more: Partial<PricePlan> = {}): PricePlan => ({
  name: 'test',
  aim,
  postageIncluded: true,
  largeSizeExtraMinor: 0,
  ending: 99,
  ...more,
});

describe('the worked example of the trade (common practice, no single source)', () => {
  // 10.00 less 20%: 8.00 charged; transaction 6.5% = 0.52, payment 3% + 0.25 = 0.49, listing 0.20; kept 6.79, 84.9%
  const sale = breakDown('one', 800, 0, 0, FAIR);
  test('fees', () =>
    expect(feesOn(800, FAIR)).toEqual({ transactionMinor: 52, paymentMinor: 49, listingMinor: 20, totalMinor: 121 }));
  test('profit and margin', () => {
    expect(sale.keepMinor).toBe(679);
    expect((sale.marginShare / 10_000).toFixed(1)).toBe('84.9');
  });
});

test.each([
  [2601, 99, 2699],
  [2699, 99, 2699],
  [2700, 99, 2799],
  [2696, 95, 2795],
  [1, 99, 99],
  [1234, null, 1234],
])('%i with the ending %s becomes %i', (minor, ending, price) => expect(roundUpTo(minor, ending)).toBe(price));

const money = fc.integer({ min: 0, max: 20_000 });
const fees = fc.record({
  transactionShare: fc.integer({ min: 0, max: 150_000 }),
  paymentShare: fc.integer({ min: 0, max: 50_000 }),
  paymentFixedMinor: fc.integer({ min: 0, max: 60 }),
  listingMinor: fc.integer({ min: 0, max: 50 }),
});

test('nothing is lost: the parts of every price add up to it', () => {
  fc.assert(
    fc.property(money, money, money, fees, (price, cost, postage, f) => {
      const b = breakDown('M', price, cost, postage, f);
      expect(b.costMinor + b.postageMinor + b.feesMinor + b.keepMinor).toBe(price);
      expect(b.fees.transactionMinor + b.fees.paymentMinor + b.fees.listingMinor).toBe(b.feesMinor);
    }),
  );
});

test('a solved price keeps what the plan asks, and one minor unit less would not', () => {
  fc.assert(
    fc.property(money, money, fees, fc.integer({ min: 0, max: 600_000 }), (cost, postage, f, share) => {
      const solved = solvePrice('M', cost, postage, f, plan({ kind: 'margin', share }, { ending: null }))!;
      expect(solved.keepMinor * 1_000_000).toBeGreaterThanOrEqual(share * solved.priceMinor);
      const under = breakDown('M', solved.priceMinor - 1, cost, postage, f);
      expect(solved.priceMinor === 0 || under.keepMinor < 0 || under.keepMinor * 1_000_000 < share * under.priceMinor).toBe(true);
    }),
  );
});

describe('solving', () => {
  test('a profit in money is kept at least', () =>
    expect(solvePrice('M', 940, 479, FAIR, plan({ kind: 'profit', minor: 800 }))!.keepMinor).toBeGreaterThanOrEqual(800));
  test('a fixed price stays as it is', () =>
    expect(solvePrice('M', 940, 479, FAIR, plan({ kind: 'fixed', minor: 2500 }))!.priceMinor).toBe(2500));
  test('large sizes get their extra', () => {
    const p = plan({ kind: 'fixed', minor: 2500 }, { largeSizeExtraMinor: 300 });
    expect([solvePrice('XL', 0, 0, FAIR, p)!.priceMinor, solvePrice('2XL', 0, 0, FAIR, p)!.priceMinor]).toEqual([2500, 2800]);
  });
  test('postage left out of the price costs nothing here', () =>
    expect(solvePrice('M', 940, 479, FAIR, plan({ kind: 'profit', minor: 1 }, { postageIncluded: false }))!.postageMinor).toBe(
      0,
    ));
  test('no price can keep more than there is', () =>
    expect(solvePrice('M', 100, 0, FAIR, plan({ kind: 'margin', share: 905_000 }))).toBeNull());
});
