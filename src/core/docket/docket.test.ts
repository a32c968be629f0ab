import fc from 'fast-check';
import { covering, faceOn, fitted, onArea } from '../placement/form';
import { artworksIn, effective, PARTS, partsChanged, sorted, same, type DocketDocument } from './docket';
import { isNarrow, narrowed, widened, type DocketSpec } from './narrow';

const PLAN = '11111111-1111-4111-8111-111111111111';
const OTHER = '22222222-2222-4222-8222-222222222222';
const spec: DocketSpec = {
  noun: 'Shirt',
  colours: ['Chalk', 'Ink'],
  sizes: ['S', 'M'],
  area: 'front',
  placement: { mode: 'fit', scale: 0.7, topMm: 30 },
  shots: [{ scene: 'shirt-flat', colour: 'featured' }],
  wording: { title: 'T', description: 'D', tags: ['a'] },
  pricePlan: { name: 'p', aim: { kind: 'margin', share: 350_000 }, postageIncluded: true, largeSizeExtraMinor: 0, ending: 99 },
  accepts: { ground: 'any', minPpi: 150 },
  outlets: ['fair', 'shop'],
};
const docket = widened(spec, 'tee', PLAN);

describe('the narrow form', () => {
  const word = fc.stringMatching(/^[A-Za-z][A-Za-z ]{0,11}$/);
  const words = fc.uniqueArray(word, { minLength: 1, maxLength: 4 });
  const any: fc.Arbitrary<DocketSpec> = fc.record({
    noun: word,
    colours: words,
    sizes: words,
    area: word,
    placement: fc.oneof(fc.record({ mode: fc.constant('fit' as const), scale: fc.constantFrom(0.1, 0.5, 1), topMm: fc.nat({ max: 900 }) }), fc.constant({ mode: 'cover' as const, scale: 1, topMm: 0 })),
    shots: fc.array(fc.record({ scene: word, colour: fc.oneof(fc.constant('featured' as const), fc.nat({ max: 9 })) }), { minLength: 1, maxLength: 4 }),
    wording: fc.record({ title: word, description: word, tags: fc.array(word, { maxLength: 4 }) }),
    pricePlan: fc.constant(spec.pricePlan),
    accepts: fc.record({ ground: fc.constantFrom('any' as const, 'full' as const), minPpi: fc.integer({ min: 30, max: 600 }) }),
    outlets: words,
  }); // prettier-ignore
  test('what fits into it comes back as it was, and is known to fit', () =>
    fc.assert(
      fc.property(any, (s) => {
        const wide = widened(s, 'tee', PLAN);
        expect(narrowed(wide, s.pricePlan)).toEqual(s);
        expect(isNarrow(wide)).toBe(true);
      }),
    ));
  const line = docket.lines[0]!;
  test.each<[string, Partial<DocketDocument>]>([
    ['a second goods line', { lines: [line, { ...line, key: 'youth' }] }],
    ['a second print area', { lines: [{ ...line, placements: [...line.placements, { ...line.placements[0]!, area: 'hem' }] }] }],
    ['a placement of its own for a size', { lines: [{ ...line, placements: [{ ...line.placements[0]!, bySize: { S: { layers: [covering()] } } }] }] }],
    ['a layer more', { lines: [{ ...line, placements: [{ ...line.placements[0]!, layers: [covering(), fitted(1, 0)] }] }] }],
    ['a turn', { lines: [{ ...line, placements: [onArea('front', { ...fitted(1, 0), turn: 90 })] }] }],
    ['an exact width', { lines: [{ ...line, placements: [onArea('front', { ...fitted(1, 0), size: { rule: 'width', mm: 90 } })] }] }],
    ['colours by rule', { lines: [{ ...line, colours: { best: 5 } }] }],
    ['a card among the pictures', { shots: [...docket.shots, { kind: 'card', card: 'sizes' }] }],
    ['a second language', { words: { ...docket.words, title: { en: 'T', de: 'T' } } }],
    ['a text more', { words: { ...docket.words, searchTitle: { en: 'T' } } }],
    ['what an outlet has for its own', { outlets: [{ outlet: 'fair', own: { tags: 'left out' } }] }],
    ['more that it asks of artwork', { accepts: { ...docket.accepts, tones: ['light'] } }],
  ])('%s does not fit into it', (_, more) => expect(isNarrow({ ...docket, ...more })).toBe(false)); // prettier-ignore
});

describe('parts are shared, an outlet’s own, or left out', () => {
  const own: DocketDocument = {
    ...docket,
    words: { ...docket.words, searchTitle: { en: 'Found' } },
    outlets: [
      { outlet: 'fair' },
      {
        outlet: 'shop',
        own: { words: { title: { en: 'Shop title' }, searchTitle: 'left out' }, tags: 'left out', pricePlan: OTHER, shots: [{ kind: 'free' }] },
      },
    ],
  }; // prettier-ignore
  test('shared ones hold everywhere else', () =>
    expect(effective(own, 'fair')).toMatchObject({ words: own.words, tags: docket.tags, pricePlan: PLAN, shots: docket.shots }));
  test('own ones hold at their outlet only', () =>
    expect(effective(own, 'shop')).toMatchObject({
      words: { title: { en: 'Shop title' }, description: { en: 'D' } },
      tags: {},
      pricePlan: OTHER,
      shots: [{ kind: 'free' }],
    }));
  test('what is left out is not there', () => expect(effective(own, 'shop').words).not.toHaveProperty('searchTitle'));
});

describe('what a change of a docket puts out of date', () => {
  const at = (change: Partial<DocketDocument>, outlet = 'fair') => partsChanged(docket, { ...docket, ...change }, outlet);
  test.each<[string, Partial<DocketDocument>, string[]]>([
    ['nothing', {}, []],
    ['another wording', { words: { ...docket.words, title: { en: 'New' } } }, ['words']],
    ['other tags', { tags: { en: ['b'] } }, ['words']],
    ['another size', { lines: [{ ...docket.lines[0]!, sizes: ['S'] }] }, ['goods']],
    ['another picture', { shots: [{ kind: 'free' }] }, ['pictures']],
    ['another plan', { pricePlan: OTHER }, ['prices']],
    ['a finer print', { accepts: { ...docket.accepts, minPpi: 200 } }, ['goods']],
    ['other artwork that it takes', { accepts: { ...docket.accepts, tones: ['dark'] } }, []],
    ['another outlet', { outlets: [...docket.outlets, { outlet: 'third' }] }, []],
  ])('%s', (_, change, parts) => expect(at(change)).toEqual(parts));
  test('what is one outlet’s own concerns no other', () => {
    const change: Partial<DocketDocument> = { outlets: [{ outlet: 'fair' }, { outlet: 'shop', own: { tags: 'left out' } }] };
    expect([at(change, 'fair'), at(change, 'shop')]).toEqual([[], ['words']]);
  });
  test('only parts that there are', () => expect(PARTS).toEqual(['goods', 'pictures', 'words', 'prices']));
});

test('artworks that a docket names by itself are found, each once', () =>
  expect(
    artworksIn({
      ...docket,
      lines: [{ ...docket.lines[0]!, placements: [onArea('front', { ...fitted(1, 0), artwork: OTHER })] }],
      shots: [{ kind: 'kept', artwork: PLAN }],
      outlets: [{ outlet: 'fair', own: { shots: [{ kind: 'kept', artwork: PLAN }] } }],
    }),
  ).toEqual([PLAN, OTHER]));
test('a size has its own placement where it has one', () => {
  const p = { ...onArea('sheet', fitted(1, 0)), bySize: { A3: { ground: '#ffffff', layers: [covering()] } } };
  expect(faceOn(p, 'A3')).toEqual({ ground: '#ffffff', layers: [covering()] });
  expect(faceOn(p, 'A2')).toEqual({ layers: [fitted(1, 0)] });
});
test('two values are the same whatever the order of their keys, and differ by anything else', () =>
  fc.assert(
    fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
      expect(same(a, sorted(a))).toBe(true);
      expect(same(a, b)).toBe(JSON.stringify(sorted(a)) === JSON.stringify(sorted(b)));
    }),
  ));
