import addFormats from 'ajv-formats';
import Ajv2020 from 'ajv/dist/2020.js';
import type { SceneSheet } from '../scene/sheet';
import type { BlankDocument } from '../stock/blank';
import { covering, fitted } from '../placement/form';
import { DocketDocument } from './docket';
import { begunAnew, starterParts } from './starter';

const named = (...names: string[]) => names.map((name) => ({ name, hex: '#ffffff' }));
const blank = (kind: string, area: string) =>
  ({
    kind,
    colours: named('White', 'Ink'),
    sizes: named('S', 'M'),
    areas: [{ name: area, side: 'front', widthMm: 381, heightMm: 457.2, ppi: 300 }],
  }) as unknown as BlankDocument;
const scene = (
  id: string,
  kind: string,
  crop: 'whole' | 'close',
  more: { mood?: string; side?: string; products?: number } = {},
) => {
  const { mood = 'calm', side = 'front', products = 1 } = more;
  const rooms = [{ name: side === 'front' ? 'all' : side, side, xMm: 0, yMm: 0, widthMm: 300, heightMm: 400 }];
  return { id, products: Array.from({ length: products }, () => ({ kinds: [kind], rooms })), crop, moods: [mood] } as unknown as SceneSheet; // prettier-ignore
};
const SCENES = [
  scene('shirt-a-row', 'shirt', 'whole', { mood: 'plain', products: 5 }),
  scene('shirt-back', 'shirt', 'whole', { side: 'back' }),
  scene('shirt-flat', 'shirt', 'whole', { mood: 'plain' }),
  scene('shirt-close', 'shirt', 'close'),
  scene('frame-light', 'poster', 'whole', { mood: 'plain' }),
  scene('frame-close', 'poster', 'close'),
  scene('frame-black', 'poster', 'whole'),
];
const shirt = starterParts('tee', blank('shirt', 'front'), SCENES);
const poster = starterParts('print', blank('poster', 'whole'), SCENES);
const docket: DocketDocument = { ...shirt, pricePlan: '11111111-1111-4111-8111-111111111111', outlets: [{ outlet: 'fair' }] };
const ajv = addFormats(new Ajv2020({ strict: false }));
const scenesOf = (d: Pick<DocketDocument, 'shots'>) => d.shots.map((s) => s.kind === 'scene' && s.scene);

test.each([
  ['a shirt (by one that shows its front)', shirt, ['shirt-flat', 'shirt-close', 'shirt-flat']],
  ['a poster', poster, ['frame-light', 'frame-close', 'frame-black']],
])('%s begins as a docket that can be kept, in scenes of its own kind', (_, parts, its) => {
  ajv.validate(DocketDocument, { ...docket, ...parts });
  expect(ajv.errors ?? []).toEqual([]);
  expect(scenesOf(parts)).toEqual(its);
});

test('goods that become others begin anew, outlets and plan stay', () =>
  expect(begunAnew(docket, shirt, poster)).toEqual({ ...docket, ...poster }));

test('there and back is where it began', () =>
  expect(begunAnew(begunAnew(docket, shirt, poster), poster, shirt)).toEqual(docket));

test('what a hand has changed stays when the goods become others', () => {
  const words = { ...docket.words, title: { en: '{{ artwork.name }}, by me' } };
  const line = { ...docket.lines[0]!, key: 'mine', noun: { one: 'Jersey', many: 'Jerseys' } };
  const after = begunAnew({ ...docket, words, lines: [line] }, shirt, poster);
  expect(after).toMatchObject({ words, lines: [{ key: 'mine', blank: 'print', noun: line.noun }] });
  expect(after).toMatchObject({ tags: poster.tags, accepts: poster.accepts });
  expect(scenesOf(after)).toEqual(scenesOf(poster));
});

test('goods that no scene shows begin with a place for a photograph, and cards of what there is to choose', () => {
  const mug = { ...blank('mug', 'around'), areas: [{ name: 'around', widthMm: 200, heightMm: 85, ppi: 300 }] } as BlankDocument;
  const parts = starterParts('mug', mug, SCENES);
  expect(parts.shots.map((s) => s.kind)).toEqual(['free', 'card']);
  expect(parts.lines[0]).toMatchObject({
    noun: { one: 'Mug', many: 'Mugs' },
    placements: [{ area: expect.any(String) as string, layers: [fitted(0.8, 9)] }],
  });
  expect(parts.accepts.ground).toBe('any');
});

test('what has to be filled begins filled; of very many colours the best eight are chosen', () => {
  const hues = named(...Array.from({ length: 40 }, (_, i) => `Hue ${i}`));
  const curtain = {
    ...blank('shower curtain', 'front'),
    colours: hues,
    areas: [{ name: 'front', widthMm: 1800, heightMm: 1830, ppi: 100, mustBeFilled: true }],
  } as BlankDocument;
  const { lines, accepts } = starterParts('curtain', curtain, SCENES);
  expect(lines[0]).toMatchObject({ colours: { best: 8, apart: 10 }, placements: [{ layers: [covering()] }] });
  // a house that prints at 100 px/in is not asked for more
  expect(accepts).toEqual({ ground: 'full', minPpi: 100 });
});
