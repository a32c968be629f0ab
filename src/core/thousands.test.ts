import { thousands } from './thousands';

// the groups of English digits, CLDR 44: three, from the first thousand on
test.each([
  [0, '0'],
  [999, '999'],
  [1000, '1,000'],
  [-1234567, '-1,234,567'],
])('%d is written %s', (n, written) => expect(thousands(n)).toBe(written));
