import { areaOn, type BlankDocument } from './blank';

const blank = {
  areas: [
    { name: 'back', widthMm: 78, heightMm: 157, cutOuts: ['M0 0h9v9z'], bySize: { Large: { widthMm: 84, heightMm: 171, cutOuts: ['M1 1h9v9z'] }, Plain: { widthMm: 70, heightMm: 140 } } },
    { name: 'around', widthMm: 200, heightMm: 85, seams: ['M0 0v85'] },
  ],
} as unknown as BlankDocument; // prettier-ignore

test('an area is what it is on a size, openings and seams with it', () => {
  expect(areaOn(blank, 'back', 'Middle')).toEqual({ widthMm: 78, heightMm: 157, cutOuts: ['M0 0h9v9z'] });
  expect(areaOn(blank, 'back', 'Large')).toEqual({ widthMm: 84, heightMm: 171, cutOuts: ['M1 1h9v9z'] });
  // an opening of another model is at another place: it is not taken over
  expect(areaOn(blank, 'back', 'Plain')).toEqual({ widthMm: 70, heightMm: 140 });
  expect(areaOn(blank, 'around', 'Large')).toEqual({ widthMm: 200, heightMm: 85, seams: ['M0 0v85'] });
  expect(areaOn(blank, 'lid', 'Large')).toBeNull();
});
