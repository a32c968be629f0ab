import fc from 'fast-check';
import { contactSearch, laidBy, shownText } from './search';
import { between, stepped, type Step } from './spots';

const LENGTHS = [13, 3, 0, 8];
const step = (row: number, at: number, way: Step, perLine = 5) => {
  const to = stepped({ row, at }, way, LENGTHS.length, perLine, (r) => LENGTHS[r] ?? 0);
  return [to.row, to.at];
};

test('left and right run on from strip to strip', () => {
  expect(step(0, 12, 'right')).toEqual([1, 0]);
  expect(step(1, 0, 'left')).toEqual([0, 12]);
  expect([step(0, 0, 'left'), step(3, 7, 'right')]).toEqual([[0, 0], [3, 7]]); // prettier-ignore
});
test('up and down go by lines, and stay in their column as far as the strip goes', () => {
  expect(step(0, 1, 'down')).toEqual([0, 6]);
  expect(step(0, 9, 'down')).toEqual([0, 12]); // the last line is shorter
  expect(step(0, 12, 'down')).toEqual([1, 2]);
  expect(step(1, 2, 'up')).toEqual([0, 12]);
  expect(step(3, 3, 'up')).toEqual([2, 0]); // nothing is known of it yet
});
test('first and last of a strip', () => expect([step(0, 6, 'first'), step(0, 6, 'last')]).toEqual([[0, 0], [0, 12]])); // prettier-ignore
test('no step leads out of what is there', () =>
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 1, maxLength: 6 }),
      fc.integer({ min: 1, max: 9 }),
      fc.array(fc.constantFrom<Step>('left', 'right', 'up', 'down', 'first', 'last'), { maxLength: 40 }),
      (lengths, perLine, steps) => {
        let place = { row: 0, at: 0 };
        for (const s of steps) {
          place = stepped(place, s, lengths.length, perLine, (r) => lengths[r]!);
          expect(place.row).toBeGreaterThanOrEqual(0);
          expect(place.row).toBeLessThan(lengths.length);
          expect(place.at).toBeGreaterThanOrEqual(0);
          expect(place.at).toBeLessThan(lengths[place.row]!);
        }
      },
    ),
  ));
test('a range stays in its strip', () => {
  expect(between({ row: 1, at: 4 }, { row: 1, at: 2 }).map((p) => p.at)).toEqual([2, 3, 4]);
  expect(between({ row: 1, at: 4 }, { row: 2, at: 2 })).toEqual([{ row: 2, at: 2 }]);
});
test('an address without a run means the newest; some proofs by their ids need none', () => {
  const search = (address: string) => contactSearch(new URLSearchParams(address), 'newest');
  expect(search('')).toEqual({ run: 'newest' });
  expect(search('run=older&wrong=yes&open=x')).toEqual({ run: 'older', wrong: 'yes' });
  expect(search('ids=12345678')).toEqual({ ids: '12345678' });
});
test('how an address lays pictures out', () => {
  expect(laidBy(new URLSearchParams(''))).toEqual({ by: 'artwork', size: 'middle', shown: null });
  const shown = { kind: 'scene', scene: 'mug-wood' };
  expect(laidBy(new URLSearchParams({ by: 'scene', size: 'large', shown: shownText(shown) }))).toEqual({ by: 'scene', size: 'large', shown }); // prettier-ignore
  expect(laidBy(new URLSearchParams('by=moon&size=huge&shown=nothing'))).toEqual({ by: 'artwork', size: 'middle', shown: null });
});
