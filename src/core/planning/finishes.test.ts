import fc from 'fast-check';
import { chooseFinishes } from './finishes';

const HANDS = [
  { name: 'Black', hex: '#151515' },
  { name: 'White', hex: '#f6f5f2' },
  { name: 'Brass', hex: '#b08d4a' },
];
const ink = (rgb: [number, number, number], share = 1) => ({ rgb, share, hex: '' });
const names = (...args: Parameters<typeof chooseFinishes>) => chooseFinishes(...args).map((f) => f.name);

test('pale hands on a dark face, dark ones on a pale face (common practice, no single source)', () => {
  expect(names([ink([20, 30, 50])], HANDS, { best: 1 })).toEqual(['White']);
  expect(names([ink([245, 240, 228])], HANDS, { best: 1 })).toEqual(['Black']);
  // on both halves of a picture brass stands out half as well: the others come first
  expect(names([ink([176, 141, 74])], HANDS, { best: 2 })).toEqual(['Black', 'White']);
});
test('what has no colour goes with any picture, in its order', () =>
  expect(names([ink([20, 30, 50])], [{ name: 'Lined' }, { name: 'Dotted' }, { name: 'Plain' }], { best: 2 })).toEqual(['Lined', 'Dotted'])); // prettier-ignore
test('what a hand names is offered, in the product’s order; what is not there is not', () =>
  expect(names([ink([20, 30, 50])], HANDS, ['Brass', 'Gold', 'Black'])).toEqual(['Black', 'Brass']));
test('so many are offered as there may be, never one twice, and one more never takes another away', () =>
  fc.assert(
    fc.property(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), fc.integer({ min: 1, max: 5 }), (rgb, best) => {
      const some = names([ink(rgb)], HANDS, { best });
      expect(some).toHaveLength(Math.min(best, HANDS.length));
      expect(names([ink(rgb)], HANDS, { best: best + 1 })).toEqual(expect.arrayContaining(some));
    }),
  ));
