import fc from 'fast-check';
import { between, cropMarks, holds, stepped } from './range';

const spot = fc.record({ r: fc.nat(50), c: fc.nat(12) });

test('a range holds both its ends, whichever way it was drawn', () => {
  fc.assert(
    fc.property(spot, spot, (a, b) => {
      const range = between(a, b);
      expect(range).toEqual(between(b, a));
      expect(holds(range, a.r, a.c) && holds(range, b.r, b.c)).toBe(true);
      expect(holds(range, range.r1 + 1, a.c) || holds(range, a.r, range.c1 + 1)).toBe(false);
    }),
  );
});

test('every range has exactly four crop marks, at its corners', () => {
  fc.assert(
    fc.property(spot, spot, (a, b) => {
      const range = between(a, b);
      const marks: string[] = [];
      for (let r = range.r0; r <= range.r1; r++)
        for (let c = range.c0; c <= range.c1; c++) marks.push(...cropMarks(range, r, c).split(' ').filter(Boolean));
      expect(marks.sort()).toEqual(['crop-bl', 'crop-br', 'crop-tl', 'crop-tr']);
    }),
  );
});

test('no marks outside, none without a range', () => {
  expect(cropMarks({ r0: 1, c0: 1, r1: 2, c1: 2 }, 0, 1)).toBe('');
  expect(cropMarks(null, 0, 0)).toBe('');
});

test.each([
  ['ArrowDown', { r: 1, c: 0 }],
  ['ArrowUp', { r: 0, c: 0 }],
  ['ArrowRight', { r: 0, c: 1 }],
  ['PageDown', { r: 4, c: 0 }],
])('%s moves from the first cell and stays in the grid', (key, to) => expect(stepped({ r: 0, c: 0 }, key, 5, 3)).toEqual(to));
test('other keys do not move', () => expect(stepped({ r: 0, c: 0 }, 'x', 5, 3)).toBeNull());

// WAI-ARIA Authoring Practices, grid: data grids for presenting tabular information, keyboard interaction
test.each([
  ['ArrowRight', 2, 3],
  ['ArrowLeft', 2, 1],
  ['ArrowDown', 3, 2],
  ['ArrowUp', 1, 2],
  ['PageDown', 9, 2],
  ['PageUp', 0, 2],
  ['Home', 2, 0],
  ['End', 2, 4],
  ['Ctrl Home', 0, 0],
  ['Ctrl End', 9, 4],
])('%s leads from the third cell of the third row to row %i, column %i', (key, r, c) =>
  expect(stepped({ r: 2, c: 2 }, key, 10, 5)).toEqual({ r, c }),
);
test('any other key leads nowhere', () => expect(stepped({ r: 2, c: 2 }, 'Ctrl ArrowUp', 10, 5)).toBeNull());
