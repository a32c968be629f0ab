import { canvas, framed, poster } from './products/frame';
import { mug } from './products/mug';
import { bathMat, button, card, clock, flatSheet, laptopSleeve, lid, notebook, phoneCase, wrapped } from './products/paper';
import { blanket, curtain, cushion, tapestry } from './products/soft';
import { enamelMug, tumbler } from './products/vessels';
import { moved, numbered, type Product, type Setup } from './setup';
import { place } from './shapes';
import { cross, dot, sub, type Vec3 } from './vectors';

const PRODUCTS: [string, Product][] = Object.entries({
  ...{ mug, enamelMug, tumbler, framed, poster, canvas, cushion, curtain, tapestry, blanket, notebook, card, wrapped, clock },
  ...{ phoneCase, lid, laptopSleeve, bathMat },
  postcard: () => flatSheet('postcard', 'front', 14.8, 10.5),
  badge: () => button('badge', 'front', 3.2, 0.28),
}).map(([name, make]) => [name, make()]);
const meshOf = (t: Product['things'][number]) => {
  if (typeof t.shape === 'string') throw new Error('a mesh is meant');
  return t.shape;
};

describe.each(PRODUCTS)('%s', (_, product) => {
  test('every thing is of a part that there is, and what is printed has places', () => {
    const names = product.parts.map((p) => p.name);
    for (const t of product.things) expect(names).toContain(t.part);
    const printed = product.things.filter((t) => t.printed);
    expect(printed.length).toBeGreaterThan(0);
    for (const t of printed) expect(meshOf(t).plane).toHaveLength(meshOf(t).points.length);
  });

  test('its largest room is covered by places for the most part', () => {
    const [room] = product.rooms;
    const cells = new Set<number>();
    for (const t of product.things.filter((x) => x.printed)) {
      const { plane, triangles } = meshOf(t);
      for (const [a, b, c] of triangles) {
        // all cells of a grid of 20 x 20 that the triangle's box touches
        const at = [a, b, c].map((i) => [((plane![i]![0] * 10 - room!.xMm) / room!.widthMm) * 20, ((plane![i]![1] * 10 - room!.yMm) / room!.heightMm) * 20] as const); // prettier-ignore
        const [xs, ys] = [at.map((p) => p[0]), at.map((p) => p[1])];
        for (let y = Math.max(0, Math.floor(Math.min(...ys))); y <= Math.min(19, Math.max(...ys)); y++)
          for (let x = Math.max(0, Math.floor(Math.min(...xs))); x <= Math.min(19, Math.max(...xs)); x++) cells.add(y * 20 + x);
      }
    }
    // of a disc the corners are not there, of wrapping paper what is under the box
    expect(cells.size).toBeGreaterThan(product.kinds[0] === 'gift wrap' ? 60 : 300);
  });

  test('its faces go round against the clock, seen from outside: their normals say the same', () => {
    for (const t of product.things.filter((x) => x.printed)) {
      const { points, triangles, normals } = meshOf(t);
      let against = 0;
      for (const [a, b, c] of triangles) {
        const face = cross(sub(points[b]!, points[a]!), sub(points[c]!, points[a]!));
        if (dot(face, normals![a]!) < 0) against++;
      }
      expect(against / triangles.length).toBeLessThan(0.01);
    }
  });

  test('moved, it keeps its size and its places', () => {
    const there = moved(product, place([12, -7, 3], 33, 21));
    product.things.forEach((t, i) => {
      const [was, is] = [meshOf(t), meshOf(there.things[i]!)];
      expect(is.plane).toEqual(was.plane);
      const long = (p: Vec3[]) => Math.hypot(...sub(p[0]!, p.at(-1)!));
      expect(long(is.points)).toBeCloseTo(long(was.points), 6);
    });
  });
});

test('parts are numbered from 1 through all products of a picture', () => {
  const setup = { products: [framed(), mug(), framed()] } as unknown as Setup;
  const numbers = numbered(setup).map((n) => [n.product, n.number]);
  expect(numbers[0]).toEqual([0, 1]);
  expect(numbers.find(([p]) => p === 1)).toEqual([1, 3]);
  expect(numbers.at(-1)).toEqual([2, 5]);
  const lost = framed();
  lost.things[0]!.part = 'nothing';
  expect(() => numbered({ products: [lost] } as unknown as Setup)).toThrow('there is no part nothing');
});
