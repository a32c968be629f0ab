import fc from 'fast-check';
import { ANCHORS, fitted, onArea, type AreaPlacement, type ArtworkLayer } from './form';
import { lay } from './lay';
import { placementMoved } from './nudge';

const AREA = { widthMm: 300, heightMm: 400 };
const SIZE = { widthPx: 1200, heightPx: 800, trim: { x: 0, y: 0, width: 1, height: 1 } };
const held = (anchor: ArtworkLayer['anchor'], more: Partial<ArtworkLayer> = {}): AreaPlacement =>
  onArea('front', { ...fitted(0.5, 20), anchor, ...more });
const lead = (p: AreaPlacement) => p.layers[0] as ArtworkLayer;
const map = (p: AreaPlacement) => lay(SIZE, AREA, lead(p)).maps[0]!;

test('whatever it is held by, it goes down and to the right by so many mm, and back', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(...ANCHORS),
      fc.integer({ min: -40, max: 40 }),
      fc.integer({ min: -40, max: 40 }),
      (anchor, downMm, rightMm) => {
        const before = held(anchor);
        const after = placementMoved(before, { downMm, rightMm });
        expect(map(after).e - map(before).e).toBeCloseTo(rightMm, 6);
        expect(map(after).f - map(before).f).toBeCloseTo(downMm, 6);
        expect(placementMoved(after, { downMm: -downMm, rightMm: -rightMm })).toEqual(before);
      },
    ),
  ));
test('larger by a tenth is wider by a tenth, held by the same point; out of bounds it stops', () => {
  const before = held('top');
  const after = placementMoved(before, { scale: 1.1 });
  expect(map(after).a / map(before).a).toBeCloseTo(1.1, 4);
  expect(map(after).f).toBeCloseTo(map(before).f, 6);
  expect(lead(placementMoved(held('top', { scale: 19.9 }), { scale: 2 })).scale).toBe(20);
  expect(placementMoved(placementMoved(before, { scale: 2 }), { scale: 0.5 })).toEqual(before);
});
test('every size follows; a print that is always the same, and ink below, stay', () => {
  const mark: ArtworkLayer = { ...fitted(0.2, 5), artwork: '11111111-1111-4111-8111-111111111111' };
  const face = { layers: [mark, fitted(0.5, 10)] };
  const p: AreaPlacement = { form: 1, area: 'front', ground: '#112233', ...face, bySize: { S: face } };
  const after = placementMoved(p, { downMm: 7 });
  expect(after.ground).toBe('#112233');
  for (const f of [after, after.bySize!.S!]) expect(f.layers).toEqual([mark, { ...fitted(0.5, 10), yMm: 17 }]);
});
