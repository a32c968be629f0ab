import fc from 'fast-check';
import { apply, inverse } from './affine';
import { REPEATS } from './form';
import { cellOf, tileMap, withinTile, type Repeat } from './repeat';

const at = (repeat: Repeat, x: number, y: number) => {
  const into = { x: 0, y: 0 };
  withinTile(repeat, x, y, into);
  return into;
};
/** Points that never lie on a border of a tile or in the middle between two: pitches are whole thousandths. */
const thousandths = (least: number, most: number) => fc.integer({ min: least * 1000, max: most * 1000 }).map((n) => n / 1000);
const coordinate = thousandths(-20, 20).map((x) => x + 1 / 7000);
const pitch = fc.record({ x: thousandths(1, 3), y: thousandths(1, 3) });
const inside = fc.integer({ min: 1, max: 998 }).map((n) => n / 1000 + 1 / 7000);

/** Says that two points show the same place of the tile. */
function same(repeat: Repeat, [x1, y1]: [number, number], [x2, y2]: [number, number]) {
  const [p, q] = [at(repeat, x1, y1), at(repeat, x2, y2)];
  expect(p.x).toBeCloseTo(q.x, 6);
  expect(p.y).toBeCloseTo(q.y, 6);
}
const holds = (kind: Repeat['kind'], move: (p: Repeat['pitch'], x: number, y: number) => [number, number]) =>
  fc.assert(fc.property(pitch, coordinate, coordinate, (p, x, y) => same({ kind, pitch: p }, [x, y], move(p, x, y))));

// symmetries of the plane groups: International Tables for Crystallography, volume A, groups 1 (p1), 5 (cm) and 6 (pmm)
describe('symmetries', () => {
  test('straight: moved by a pitch, either way (p1)', () => {
    holds('straight', (p, x, y) => [x + p.x, y]);
    holds('straight', (p, x, y) => [x, y - p.y]);
  });
  test('half-drop: moved by a column and half a row, the centring of cm', () => {
    holds('half-drop', (p, x, y) => [x + p.x, y + p.y / 2]);
    holds('half-drop', (p, x, y) => [x + 2 * p.x, y]);
    holds('half-drop', (p, x, y) => [x, y + p.y]);
  });
  test('brick: moved by a row and half a column', () => {
    holds('brick', (p, x, y) => [x + p.x / 2, y + p.y]);
    holds('brick', (p, x, y) => [x, y + 2 * p.y]);
  });
  test('mirrored edge to edge: mirrors on all edges of tiles, and half turns where they cross (pmm)', () => {
    const edge = (move: (x: number, y: number) => [number, number]) =>
      fc.assert(
        fc.property(coordinate, coordinate, (x, y) => same({ kind: 'mirrored', pitch: { x: 1, y: 1 } }, [x, y], move(x, y))),
      );
    edge((x, y) => [-x, y]);
    edge((x, y) => [2 - x, y]);
    edge((x, y) => [x, -y]);
    edge((x, y) => [2 - x, 2 - y]);
  });
});

test('the cell tells the same as the repeat: a point of a tile in it is that point of the tile', () =>
  fc.assert(
    fc.property(fc.constantFrom(...REPEATS), pitch, inside, inside, (kind, p, u, v) => {
      // prettier-ignore
      for (const tile of cellOf({ kind, pitch: p }).tiles) {
        const there = apply(tileMap(tile), { x: u, y: v });
        const within = at({ kind, pitch: p }, there.x, there.y);
        expect(within.x).toBeCloseTo(u, 6);
        expect(within.y).toBeCloseTo(v, 6);
      }
    }),
  ));

test('all points of a cell lie in one of its tiles, where tiles lie edge to edge', () =>
  fc.assert(
    fc.property(fc.constantFrom(...REPEATS), inside, inside, (kind, u, v) => {
      // prettier-ignore
      const cell = cellOf({ kind, pitch: { x: 1, y: 1 } });
      const holding = cell.tiles.filter((tile) => {
        const p = apply(inverse(tileMap(tile)), { x: u * cell.width, y: v * cell.height });
        return p.x > 0 && p.x < 1 && p.y > 0 && p.y < 1;
      });
      const onEdge = [2 * u * cell.width, 2 * v * cell.height].some((x) => Math.abs(x - Math.round(x)) < 1e-9);
      expect(onEdge || holding.length === 1).toBe(true);
    }),
  ));
