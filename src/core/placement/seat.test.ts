import fc from 'fast-check';
import { apply, boxAround, corners } from './affine';
import { ANCHORS, covering, fitted, lettering, onArea, type AreaPlacement, type ArtworkLayer, type Seat } from './form';
import { lay, type AreaSize, type ArtworkSize } from './lay';
import { differenceWords, opticalMm, posed, poseOf, sharedLayer, sharedPlacement, sized, slid, withCopies } from './seat';

const whole = { x: 0, y: 0, width: 1, height: 1 };
const area: AreaSize = { widthMm: 381, heightMm: 457 };
// ten times as long as wide at most: of longer ones a hundredth of a millimetre across is a tenth along
const artworks = fc
  .record({
    widthPx: fc.integer({ min: 200, max: 6000 }),
    heightPx: fc.integer({ min: 200, max: 6000 }),
    trim: fc
      .tuple(fc.double({ min: 0, max: 0.4, noNaN: true }), fc.double({ min: 0, max: 0.4, noNaN: true }))
      .map(([x, y]) => ({ x, y, width: 0.95 - x, height: 0.9 - y })),
  })
  .filter((a) => Math.abs(Math.log(a.widthPx / a.heightPx)) < Math.log(10));
const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const sizes: fc.Arbitrary<Seat['size']> = fc.oneof(
  fc.record({ rule: fc.constant('fit' as const), share: mm(0.1, 1) }),
  fc.record({ rule: fc.constant('width' as const), mm: mm(20, 300) }),
  fc.record({ rule: fc.constant('box' as const), widthMm: mm(20, 300), heightMm: mm(20, 300) }),
  fc.record({ rule: fc.constant('optical' as const), mm: mm(20, 150) }),
);
const seats: fc.Arbitrary<ArtworkLayer> = fc
  .record({
    by: fc.constantFrom('motif' as const, 'file' as const),
    size: sizes,
    anchor: fc.constantFrom(...ANCHORS),
    xMm: mm(-40, 40),
    yMm: mm(-40, 40),
    turn: mm(-180, 180),
    mirror: fc.boolean(),
  })
  .map((s) => ({ kind: 'artwork' as const, ...s }));
const motifOf = (seat: Seat, artwork: ArtworkSize, on = area) => {
  const { maps, widthMm, heightMm } = lay(artwork, on, seat);
  const k = seat.by === 'motif' ? { x: 1, y: 1 } : { x: artwork.trim.width, y: artwork.trim.height };
  const { x, y, width, height } = artwork.trim;
  return {
    optical: opticalMm({ widthMm: widthMm * k.x, heightMm: heightMm * k.y }),
    centre: apply(maps[0]!, { x: x + width / 2, y: y + height / 2 }),
  };
};

describe('a motif as large to the eye', () => {
  test('has a box with the surface of the square', () => {
    for (const [widthPx, heightPx] of [
      [1000, 1000],
      [3000, 750],
      [400, 1600],
    ] as const) {
      const it = { widthPx, heightPx, trim: whole };
      const { widthMm, heightMm } = lay(it, area, { ...fitted(1, 0), size: { rule: 'optical', mm: 100 } });
      expect(widthMm * heightMm).toBeCloseTo(10_000, 6);
      expect(widthMm / heightMm).toBeCloseTo(widthPx / heightPx, 9);
    }
  });
  test('is never larger than the area, however it is turned', () => {
    fc.assert(
      fc.property(artworks, mm(-180, 180), mm(20, 2000), (artwork, turn, side) => {
        const { box } = lay(artwork, area, { ...fitted(1, 0), anchor: 'centre', turn, size: { rule: 'optical', mm: side } });
        expect(box.width).toBeLessThanOrEqual(area.widthMm + 1e-6);
        expect(box.height).toBeLessThanOrEqual(area.heightMm + 1e-6);
      }),
    );
  });
});

describe('a seat that is posed', () => {
  test('lies as it is told, to a tenth of a millimetre', () => {
    fc.assert(
      fc.property(artworks, seats, mm(20, 300), mm(0, 381), mm(0, 457), (artwork, seat, widthMm, x, y) => {
        const turn = Math.round(seat.turn! * 100) / 100;
        const is = poseOf(posed(seat, artwork, area, { widthMm, centre: { x, y }, turn }), artwork, area);
        // a seat as large to the eye is never larger than the area
        const most = lay(artwork, area, { ...seat, turn, size: { rule: 'optical', mm: 5000 } }).widthMm;
        const wanted = seat.size.rule === 'optical' ? Math.min(widthMm, most) : widthMm;
        expect(Math.abs(is.widthMm / wanted - 1)).toBeLessThan(0.004);
        expect(Math.max(Math.abs(is.centre.x - x), Math.abs(is.centre.y - y))).toBeLessThan(0.1);
        expect(is.turn).toBeCloseTo(turn, 6);
      }),
    );
  });
  test('keeps its rule where that still says so, and becomes so wide where it does not', () => {
    const artwork = { widthPx: 1000, heightPx: 1000, trim: whole };
    const seat = { ...fitted(0.5, 40) };
    const pose = poseOf(seat, artwork, area);
    const lower = posed(seat, artwork, area, { ...pose, centre: { ...pose.centre, y: pose.centre.y + 14 } });
    expect([lower.size, lower.yMm]).toEqual([{ rule: 'fit', share: 0.5 }, 54]);
    // what would have to shrink to stay inside is kept as wide
    const over = posed(seat, artwork, area, { ...pose, centre: { ...pose.centre, y: 440 } });
    expect(over.size).toEqual({ rule: 'width', mm: 190.5 });
    expect(lay(artwork, area, over).cutShare).toBeGreaterThan(0.3);
  });
  test('covers on, however far it is pulled', () => {
    fc.assert(
      fc.property(artworks, mm(50, 1500), mm(-900, 900), mm(-900, 900), (artwork, widthMm, x, y) => {
        const next = posed({ ...covering() }, artwork, area, { widthMm, centre: { x, y }, turn: 0 });
        const [a, , c] = corners(lay(artwork, area, next).maps[0]!, whole);
        expect(Math.max(a!.x, a!.y)).toBeLessThanOrEqual(1e-6);
        expect([c!.x >= area.widthMm - 1e-6, c!.y >= area.heightMm - 1e-6]).toEqual([true, true]);
      }),
    );
  });
  test('a crop that is moved on one size is the same crop on all', () => {
    fc.assert(
      fc.property(
        artworks,
        mm(-60, 60),
        mm(-60, 60),
        fc.boolean(),
        mm(80, 900),
        mm(80, 900),
        (artwork, right, down, mirror, widthMm, heightMm) => {
          const moved = slid({ ...covering(), by: 'file', mirror }, artwork, area, right, down);
          const { focus } = moved.size as { focus: { x: number; y: number } };
          // the share of what overhangs that is cut on the left and at the top
          const cut = (on: { widthMm: number; heightMm: number }) => {
            const box = boxAround(corners(lay(artwork, on, moved).maps[0]!, whole));
            return [
              [-box.x, box.width - on.widthMm],
              [-box.y, box.height - on.heightMm],
            ].map(([from, all]) => (all! > 0.5 ? from! / all! : null));
          };
          const wanted = [mirror ? 1 - focus.x : focus.x, focus.y];
          for (const on of [area, { widthMm, heightMm }])
            cut(on).forEach((share, i) => share !== null && expect(share).toBeCloseTo(wanted[i]!, 2));
        },
      ),
    );
  });
  test('what covers is slid by as much as it is told, as far as it overhangs', () => {
    // twice as wide as the area at its height: 381 mm overhang, half of them on each side
    const artwork = { widthPx: 7620, heightPx: 4570, trim: whole };
    const at = (right: number, down = 0) => poseOf(slid({ ...covering() }, artwork, area, right, down), artwork, area).centre;
    expect(at(30).x).toBeCloseTo(190.5 + 30, 2);
    expect(at(-120, 40)).toEqual({ x: expect.closeTo(190.5 - 120, 2) as number, y: expect.closeTo(228.5, 6) as number });
    expect(at(9000).x).toBeCloseTo(190.5 + 190.5, 2);
    // what does not cover is moved as it always was
    expect(slid({ ...fitted(0.5, 40) }, artwork, area, 3, -2)).toMatchObject({ xMm: 3, yMm: 38 });
  });
  test('letters keep the shape of their box', () => {
    const text = lettering(200);
    const artwork = { widthPx: 900, heightPx: 150, trim: whole };
    const next = sized(text, artwork, area, 100);
    expect(lay(artwork, area, next).widthMm).toBeCloseTo(100, 1);
    expect(next.size).toEqual({ rule: 'box', widthMm: 101.01, heightMm: 16.67 });
    expect(sized({ ...covering() }, { widthPx: 100, heightPx: 100, trim: whole }, area, 914).scale).toBe(2);
  });
});

describe('given to others', () => {
  test('a motif keeps how large it is to the eye and where its middle is, whatever the file around it', () => {
    fc.assert(
      fc.property(artworks, seats, (artwork, seat) => {
        const given = sharedLayer(seat, artwork, area, false) as ArtworkLayer;
        expect([given.by, given.size.rule]).toEqual(['motif', 'optical']);
        const most = lay(artwork, area, { ...given, size: { rule: 'optical', mm: 5000 } });
        const [was, is] = [motifOf(seat, artwork), motifOf(given, artwork)];
        expect(Math.abs(is.optical - Math.min(was.optical, opticalMm(most)))).toBeLessThan(0.02);
        expect([is.centre.x, is.centre.y]).toEqual([expect.closeTo(was.centre.x, 1), expect.closeTo(was.centre.y, 1)]);
      }),
    );
  });
  test('another motif is as large to the eye, held at the same point, and as far turned', () => {
    fc.assert(
      fc.property(artworks, artworks, seats, (from, to, seat) => {
        const given = sharedLayer({ ...seat, size: { rule: 'width', mm: 60 } }, from, area, false) as ArtworkLayer;
        const most = opticalMm(lay(to, area, { ...given, size: { rule: 'optical', mm: 5000 } }));
        expect(Math.abs(motifOf(given, to).optical - Math.min(most, (given.size as { mm: number }).mm))).toBeLessThan(0.02);
        const held = (box: { x: number; y: number; width: number; height: number }) => ({
          x: box.x + (given.anchor.includes('left') ? 0 : given.anchor.includes('right') ? box.width : box.width / 2),
          y: box.y + (given.anchor.includes('top') ? 0 : given.anchor.includes('bottom') ? box.height : box.height / 2),
        });
        const [a, b] = [held(lay(from, area, given).box), held(lay(to, area, given).box)];
        expect([b.x, b.y]).toEqual([expect.closeTo(a.x, 6), expect.closeTo(a.y, 6)]);
        expect(given.turn).toBe(seat.turn);
      }),
    );
  });
  test('what covers, what is always the same, and letters are given as they are', () => {
    const artwork = { widthPx: 300, heightPx: 500, trim: whole };
    const named = { ...fitted(0.4, 3), artwork: '0f0f0f0f-0000-4000-8000-000000000000' };
    for (const layer of [covering(), named, lettering(100)]) expect(sharedLayer(layer, artwork, area, false)).toEqual(layer);
  });
  test('where areas differ by size, a share of the area is given; a tile of a repeat keeps its margins', () => {
    const artwork = { widthPx: 1000, heightPx: 1000, trim: { x: 0.25, y: 0.25, width: 0.5, height: 0.5 } };
    expect(sharedLayer(fitted(0.8, 5), artwork, area, true)).toEqual(fitted(0.8, 5));
    const tiled: ArtworkLayer = { ...fitted(1, 0), by: 'file', size: { rule: 'width', mm: 50 }, spread: { kind: 'brick', pitch: { x: 1, y: 1 } } }; // prettier-ignore
    expect(sharedLayer(tiled, artwork, area, true)).toMatchObject({
      by: 'file',
      size: { rule: 'optical', mm: 50 },
      spread: tiled.spread,
    });
  });
  test('each face of a placement by its own area', () => {
    const artwork = { widthPx: 1000, heightPx: 1000, trim: whole };
    const wide: ArtworkLayer = { ...fitted(1, 0), size: { rule: 'width', mm: 80 } };
    const p: AreaPlacement = {
      ...onArea('front', wide),
      bySize: { XS: { layers: [{ ...wide, size: { rule: 'fit', share: 0.5 } }] } },
    };
    const areas: Record<string, AreaSize> = { XS: { widthMm: 100, heightMm: 100 } };
    const given = sharedPlacement(p, artwork, (size) => (size === null ? area : (areas[size] ?? null)), true);
    expect([given.layers[0]!.size, given.bySize!.XS!.layers[0]!.size]).toEqual([
      { rule: 'optical', mm: 80 },
      { rule: 'optical', mm: 50 },
    ]);
  });
  test('copies alone leave size and place', () => {
    const spread = { kind: 'copies' as const, at: [{ xMm: 100, yMm: 0 }] };
    const mine = onArea('around', { ...fitted(0.3, 12) }, lettering(80));
    const got = withCopies(mine, onArea('around', { ...fitted(0.9, 0), spread }));
    expect(got.layers).toEqual([{ ...fitted(0.3, 12), spread }, lettering(80)]);
    expect(withCopies(got, mine)).toEqual(mine);
  });
});

test('a difference is told in words, and none where nothing is seen', () => {
  const was = { widthMm: 200, centre: { x: 100, y: 100 }, turn: 0 };
  expect(differenceWords(was, was)).toBe('');
  expect(differenceWords({ ...was, centre: { x: 100.2, y: 114 } }, was)).toBe('14 mm lower');
  expect(differenceWords({ widthMm: 180, centre: { x: 95.5, y: 100 }, turn: -20 }, was)).toBe(
    '10% smaller, 4.5 mm further left, turned by -20°',
  );
});
