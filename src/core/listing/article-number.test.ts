import { mod37_36 } from 'cdigit';
import fc from 'fast-check';
import { articleNumber, isArticleNumber } from './article-number';

// ISO/IEC 7064 MOD 37,36 as the Global Release Identifier uses it; the example of the GRid Standard, 2.1 (from memory)
test('the check character is that of ISO/IEC 7064, MOD 37,36', () => expect(mod37_36.compute('A12425GABC1234002')).toBe('M'));

const bits = fc.bigInt({ min: 0n, max: (1n << 60n) - 1n });
test('every number is readable and checks', () =>
  fc.assert(fc.property(bits, (b) => /^UP(-[0-9A-HJKMNP-TV-Z]{4}){3}-[0-9A-Z]$/.test(articleNumber(b)) && isArticleNumber(articleNumber(b))))); // prettier-ignore
test('other bits are another number', () =>
  fc.assert(fc.property(bits, bits, (a, b) => (a === b) === (articleNumber(a) === articleNumber(b)))));
test('one wrong sign is found', () =>
  fc.assert(
    fc.property(bits, fc.nat(14), fc.constantFrom(...'0123456789ABCDEFGHJKMNPQRSTVWXYZ'), (b, at, sign) => {
      const number = articleNumber(b);
      const wrong = number.slice(0, 3 + at) + sign + number.slice(4 + at);
      return wrong === number || !isArticleNumber(wrong);
    }),
  ));
