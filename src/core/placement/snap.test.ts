import fc from 'fast-check';
import { guidesOf, snapped } from './snap';

const area = { widthMm: 300, heightMm: 400, safeMm: 10 };
const guides = guidesOf(area, [{ x: 40, y: 60, width: 20, height: 20 }]);
const lies = (at: number, from: number, length: number) =>
  [from, from + length / 2, from + length].some((m) => Math.abs(m - at) < 1e-6);

test('an area has its middle, edges and safe margin to lie on, and what else is there', () => {
  const at = (way: string) => guides.filter((g) => g.way === way).map((g) => g.at);
  expect(at('upright')).toEqual([150, 0, 300, 10, 290, 40, 50, 60]);
  expect(at('level')).toEqual([200, 0, 400, 10, 390, 60, 70, 80]);
  expect(guidesOf({ widthMm: 300, heightMm: 400 }, []).some((g) => g.kind === 'safe')).toBe(false);
});

test('a box near a line comes to lie on it, and says on which; one that is far is left alone', () => {
  expect(snapped({ x: 102, y: 300, width: 100, height: 30 }, guides, 3)).toEqual({
    by: { x: -2, y: 0 },
    on: [{ way: 'upright', at: 150, kind: 'middle' }],
  });
  expect(snapped({ x: 110, y: 300, width: 100, height: 30 }, guides, 3)).toEqual({ by: { x: 0, y: 0 }, on: [] });
});

test('whatever is moved lies on each line that is told, is moved no further than the reach, and stays when it lies there already', () => {
  const side = fc.double({ min: 5, max: 250, noNaN: true });
  fc.assert(
    fc.property(side, side, side, side, fc.double({ min: 0.5, max: 12, noNaN: true }), (x, y, width, height, reach) => {
      const { by, on } = snapped({ x, y, width, height }, guides, reach);
      expect(Math.max(Math.abs(by.x), Math.abs(by.y))).toBeLessThan(reach);
      for (const g of on)
        expect(lies(g.at, g.way === 'upright' ? x + by.x : y + by.y, g.way === 'upright' ? width : height)).toBe(true);
      if (by.x) expect(on.some((g) => g.way === 'upright')).toBe(true);
      const again = snapped({ x: x + by.x, y: y + by.y, width, height }, guides, reach);
      if (on.length === 2) expect([again.by.x, again.by.y]).toEqual([expect.closeTo(0, 9), expect.closeTo(0, 9)]);
    }),
  );
});
