import currencies from 'currency-codes';
import fc from 'fast-check';
import { fromDecimal, minorDigits, shareOf, toDecimal } from './money';

describe('minor units', () => {
  // ISO 4217 minor units, as published in its table A.1
  test.each([
    ['JPY', 0],
    ['USD', 2],
    ['EUR', 2],
    ['GBP', 2],
    ['KWD', 3],
    ['BHD', 3],
    ['KRW', 0],
  ])('%s has %i digits', (code, digits) => {
    expect(minorDigits(code)).toBe(digits);
  });

  test('agree with an independent table of ISO 4217 for the currencies outlets use', () => {
    for (const code of [
      'USD',
      'EUR',
      'GBP',
      'CAD',
      'AUD',
      'NZD',
      'CHF',
      'SEK',
      'NOK',
      'DKK',
      'PLN',
      'CZK',
      'JPY',
      'KRW',
      'KWD',
      'TND',
      'MXN',
      'BRL',
      'SGD',
    ])
      expect([code, minorDigits(code)]).toEqual([code, currencies.code(code)!.digits]);
  });

  test('anything but a code is refused', () => expect(() => minorDigits('dollars')).toThrow(RangeError));
});

describe('decimals', () => {
  test.each([
    [1999, 'USD', '19.99'],
    [5, 'USD', '0.05'],
    [-120, 'USD', '-1.20'],
    [500, 'JPY', '500'],
    [1234, 'KWD', '1.234'],
  ])('%i %s is %s', (minor, currency, text) => expect(toDecimal({ minor, currency })).toBe(text));

  test('what is written is read back', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e9, max: 1e9 }), fc.constantFrom('USD', 'JPY', 'KWD'), (minor, currency) => {
        expect(fromDecimal(toDecimal({ minor, currency }), currency)).toEqual({ minor: minor === 0 ? 0 : minor, currency });
      }),
    );
  });

  test.each(['1.999', 'ten', '', '1,50', '1e3', '--1'])('%s is not an amount of dollars', (text) =>
    expect(fromDecimal(text, 'USD')).toBeNull(),
  );
});

test('a share is rounded half up and never loses more than half a unit', () => {
  expect(shareOf(800, 65_000)).toBe(52);
  expect(shareOf(10, 50_000)).toBe(1);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e8 }), fc.integer({ min: 0, max: 1e6 }), (minor, share) => {
      const exact = (minor * share) / 1e6;
      expect(Math.abs(shareOf(minor, share) - exact)).toBeLessThanOrEqual(0.5);
    }),
  );
});
