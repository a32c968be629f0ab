import fc from 'fast-check';
import type { Shot } from '../docket/docket';
import { MOST_SHOTS, mended, type PictureMend } from './mends';

const OWN = '11111111-1111-4111-8111-111111111111';
const LIST: Shot[] = [
  { kind: 'scene', scene: 'flat', colour: 'featured' },
  { kind: 'scene', scene: 'rail', colour: 1, line: 'shirt', others: [{ colour: 2 }] },
  { kind: 'card', card: 'sizes' },
  { kind: 'free', says: 'a photo' },
];
const at = (place: number, mend: PictureMend) => mended(LIST, place, mend);

test('another scene keeps colour and goods, and lets the further products of the last one go', () =>
  expect(at(1, { kind: 'scene', scene: 'flat' })![1]).toEqual({ kind: 'scene', scene: 'flat', colour: 1, line: 'shirt' }));
test('a free place or a card takes a scene, in the featured colour', () =>
  expect(at(3, { kind: 'scene', scene: 'flat' })![3]).toEqual({ kind: 'scene', scene: 'flat', colour: 'featured' }));
test('a colour by name, any colour, an artwork and back', () => {
  expect(at(0, { kind: 'colour', colour: { named: 'Sand' } })![0]).toMatchObject({ colour: { named: 'Sand' } });
  expect(at(0, { kind: 'colour', colour: '#123456' })![0]).toMatchObject({ colour: '#123456' });
  const other = at(0, { kind: 'artwork', artwork: OWN })!;
  expect(other[0]).toEqual({ ...LIST[0], artwork: OWN });
  expect(mended(other, 0, { kind: 'artwork', artwork: null })).toEqual(LIST);
});
test('a card has neither colour nor artwork; there is no fifth place', () => {
  expect(at(2, { kind: 'colour', colour: 'featured' })).toBeNull();
  expect(at(2, { kind: 'artwork', artwork: null })).toBeNull();
  expect(at(4, { kind: 'take out' })).toBeNull();
});
test('one picture stays at least, and there are so many at most', () => {
  expect(mended(LIST.slice(0, 1), 0, { kind: 'take out' })).toBeNull();
  const full = Array.from({ length: MOST_SHOTS }, () => LIST[0]!);
  expect(mended(full, 0, { kind: 'put', shot: LIST[1]!, at: 0 })).toBeNull();
});
test('moving loses nothing and puts it where it was asked; back again gives the same list', () =>
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 0, max: 9 }), (from, to) => {
      const moved = at(from, { kind: 'move', to })!;
      const place = Math.min(to, LIST.length - 1);
      expect(moved[place]).toBe(LIST[from]);
      expect(new Set(moved)).toEqual(new Set(LIST));
      expect(mended(moved, place, { kind: 'move', to: from })).toEqual(LIST);
    }),
  ));
test('put in, and taken out again', () =>
  fc.assert(
    fc.property(fc.integer({ min: -2, max: 9 }), (place) => {
      const shot: Shot = { kind: 'card', card: 'colours' };
      const longer = at(0, { kind: 'put', shot, at: place })!;
      const found = Math.min(Math.max(place, 0), LIST.length);
      expect(longer[found]).toBe(shot);
      expect(mended(longer, found, { kind: 'take out' })).toEqual(LIST);
    }),
  ));
