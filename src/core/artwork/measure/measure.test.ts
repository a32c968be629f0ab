import { legibility, measure, toneOf, type Measured } from './measure';
import { reduceAndCount } from './reduce';

/** Measures a small picture as an intake does: counted once, then looked at. */
function measured(rgba: Uint8Array, side: number, ppi: number | null = null): Measured | null {
  const { small, counts } = reduceAndCount({ rgba, width: side, height: side }, 1);
  return measure(counts, small, 1, small, ppi);
}

/** A picture of one colour with a see-through frame of `frame` pixels. */
function square(side: number, frame: number, rgba: [number, number, number, number]): Uint8Array {
  const out = new Uint8Array(side * side * 4);
  for (let y = frame; y < side - frame; y++) for (let x = frame; x < side - frame; x++) out.set(rgba, (y * side + x) * 4);
  return out;
}

test('finds the trim box and the see-through share', () => {
  const m = measured(square(100, 20, [200, 30, 30, 255]), 100, 300)!;
  expect(m.trim).toEqual({ x: 0.2, y: 0.2, width: 0.6, height: 0.6 });
  expect(m.clearShare).toBeCloseTo(0.64, 6);
  expect(m.inks).toMatchObject([{ hex: '#c81e1e', share: 1 }]);
  expect(m.statedPpi).toBe(300);
});

test('half see-through pixels are counted apart', () => expect(measured(square(10, 0, [0, 0, 0, 128]), 10)!.softShare).toBe(1));
test('an empty picture has no measure', () => expect(measured(square(10, 5, [0, 0, 0, 255]), 10)).toBeNull());

// the classes are common practice, no single source
test.each([
  ['white', [255, 255, 255], 'light'],
  ['cream', [247, 239, 220], 'light'],
  ['navy', [29, 49, 69], 'dark'],
  ['black', [10, 10, 10], 'dark'],
  ['strong red', [220, 40, 30], 'colourful'],
  ['middle grey', [110, 110, 110], 'colourful'],
] as const)('%s ink is classed %s', (_, [r, g, b], tone) => expect(measured(square(10, 2, [r, g, b, 255]), 10)!.tone).toBe(tone));

test('tone needs little colour to count as light or dark', () =>
  expect([toneOf(0.9, 0.02), toneOf(0.9, 0.2), toneOf(0.2, 0.02)]).toEqual(['light', 'colourful', 'dark']));

describe('legibility', () => {
  const ink = (rgb: [number, number, number], share: number) => ({ rgb, hex: '', share });
  test('white reads on black and is lost on white', () => {
    expect(legibility([ink([255, 255, 255], 1)], [20, 20, 22])).toBe(1);
    expect(legibility([ink([255, 255, 255], 1)], [250, 250, 248])).toBe(0);
  });
  test('a design whose words are lost on the cloth does not pass for its picture alone', () => {
    expect(legibility([ink([240, 160, 60], 0.88), ink([29, 49, 69], 0.12)], [36, 64, 94])).toBeLessThanOrEqual(0.5);
  });
});
