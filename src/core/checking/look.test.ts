import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import nspell from 'nspell';
import { corrected } from '../correcting/correct';
import { stepFault } from '../correcting/steps';
import { CHECKS, CHECK_WORDS, type Check } from './checks';
import { unstated } from './claims';
import { houseLists, needsLook, NO_WORDS, type HouseWords } from './house-words';
import { FEW_TAGS, lookOver, sentenceKey, type GoodsTold, type LookedField } from './look';
import { mendingLabel, mendingOf } from './mending';
import { nounsIn, otherNouns } from './nouns';
import { phraseFinder, phrasesIn, piecePattern } from './piece';
import { findingSentence } from './sentences';
import { unknownWords } from './spelling';

const [gb, us] = ['dictionary-en-gb', 'dictionary-en'].map((name) => {
  const of = (end: string) => readFileSync(`node_modules/${name}/index.${end}`);
  return nspell(of('aff'), of('dic'));
});
const right = (word: string) => gb!.correct(word) || us!.correct(word);
const NOUNS = [
  { one: 'Shirt', many: 'Shirts' },
  { one: 'Mug', many: 'Mugs' },
  { one: 'Enamel Mug', many: 'Enamel Mugs' },
  { one: 'Pair of Socks', many: 'Pairs of Socks' },
  { one: 'Long-Sleeved Shirt', many: 'Long-Sleeved Shirts' },
];
const STATED = 'Plain Shirt. Combed cotton, 180 g/m². Wash cold.';
const goods: GoodsTold = {
  noun: NOUNS[0]!,
  others: otherNouns(NOUNS, ['Shirt'], STATED),
  stated: STATED,
  statedKey: sentenceKey(STATED),
  sentences: { buyers: new Set(['wash cold.']), sellers: new Set(['add your label from 25 pieces.']) },
  files: false,
};
const field = (f: Partial<LookedField>): LookedField => ({ field: 'title', label: 'Title', kind: 'line', value: '', problems: [], ...f }); // prettier-ignore
const look = (f: Partial<LookedField>, o: { house?: Partial<HouseWords>; language?: string; motif?: string; files?: boolean } = {}) =>
  lookOver(
    { language: o.language ?? 'en', outlet: 'quayside', fields: [field(f)], goods: { ...goods, files: o.files ?? false }, motif: o.motif ?? '' },
    { lists: houseLists({ ...NO_WORDS, ...o.house }), known: right },
  ); // prettier-ignore
const found = (...of: Parameters<typeof look>) => look(...of).map((f) => `${f.check}: ${f.what}`);
const long = (value: string) => ({ field: 'description', label: 'Description', kind: 'long' as const, value });

test.each<[string, Partial<LookedField>, string[]]>([
  ['another product’s noun in a title', { value: 'Owl Mug' }, ['other-noun: Mug → Shirt']],
  ['the longer noun is what is meant', { value: 'Owl Enamel Mug Gift' }, ['other-noun: Enamel Mug → Shirt']],
  ['its own noun, more closely', { value: 'Owl Long-Sleeved Shirt' }, []],
  ['in a long text only where it speaks of this one', long('A mug of tea beside you. This lovely mug lasts.'), ['other-noun: Mug → Shirt']],
  ['a mug of tea is no other product', long('For a mug of tea by the fire.'), []],
  ['tags', { field: 'tags', kind: 'tags', value: ['owl mugs', 'pairs of socks'] }, ['other-noun: Mug → Shirt', 'other-noun: Pair of Socks → Shirt']],
  ['a material that the blank does not state', long('Soft organic linen.'), ['claims: organic', 'claims: linen']],
  ['a material that it states', long('Soft combed cotton.'), []],
  ['a sentence of its blank for sellers', long('An owl.\nAdd your label from 25 pieces.'), ['sellers: Add your label from 25 pieces.']],
  ['a sentence that only sellers can mean', long('Upload your print file as PNG.'), ['sellers: Upload your print file as PNG.']],
  ['a word that is not spelt so', { value: 'Beautifull Owl' }, ['spelling: beautifull']],
  ['either spelling', { value: 'Colour Color Grey Gray Cosy Cozy' }, []],
  ['what was left to be filled in, and a person', long('Ask [name] or ann@shop.example.'), ['left-over: [name]', 'personal: ann@shop.example']],
  ['an empty text', { value: '' }, ['missing: Title']],
])('%s', (_, f, expected) => expect(found(f)).toEqual(expected)); // prettier-ignore

test('what the motif is about is not held against it', () => {
  expect(found({ value: 'Mug Lover Shirt' }, { motif: 'coffee mugs' })).toEqual([]);
  expect(found(long('A silk moth.'), { motif: 'Silk Moth' })).toEqual([]);
});
test('files that are sold may speak of pixels', () => expect(found(long('Print file at 300 dpi.'), { files: true })).toEqual([]));
test('only English is held against English', () =>
  expect(found({ value: 'Eulentasse Schnurrbart linen' }, { language: 'de' })).toEqual([]));
test('few tags are told where more may stand', () => {
  const tags = (n: number, places: number) =>
    found({ field: 'tags', label: 'Tags', kind: 'tags', value: ['owl', 'bird', 'night', 'wood', 'moon', 'star'].slice(0, n), places });
  expect(tags(FEW_TAGS - 1, 13)).toEqual(['missing: Tags']);
  expect(tags(FEW_TAGS, 13)).toEqual([]);
  expect(tags(3, 3)).toEqual([]);
}); // prettier-ignore
test('a rule that is broken is a limit, what it needs and lacks is missing', () => {
  const problem = (code: string) => [{ code, field: 'title', stops: true, values: { length: 9, limit: 3, outlet: 'Quayside', counted: 'bytes' } }]; // prettier-ignore
  expect(found({ value: 'Owl', problems: problem('title-too-long') })).toEqual(['limits: Title']);
  expect(found({ value: '', problems: problem('title-missing') })).toEqual(['missing: Title']);
});

describe('the words of the house', () => {
  const house: Partial<HouseWords> = {
    right: ['Owlish'],
    barred: [{ word: 'gift for him' }, { word: 'owl', outlet: 'kestrel' }],
    trademarks: ['Zorbl'],
    left: [{ check: 'other-noun', what: 'mug → shirt' }],
  };
  test('barred everywhere or at one outlet, trademarks, spelt right, left', () =>
    expect(found({ value: 'Owlish owl Zorbl mug, Gift  for Him' }, { house })).toEqual(['barred: gift for him', 'trademark: zorbl', 'spelling: zorbl'])); // prettier-ignore
  test('whole words only, whatever signs they have', () => {
    expect(phrasesIn('Catalogue, cat-like, cat, C++ (and .net)', phraseFinder(['cat', 'c++', '.net'])).sort()).toEqual(['.net', 'c++', 'cat']); // prettier-ignore
    expect(piecePattern([' ', ''])).toBeNull();
  });
  test('only what can bring findings asks for a new look', () => {
    expect(needsLook(NO_WORDS, { ...NO_WORDS, ...house })).toBe(true);
    expect(needsLook(NO_WORDS, { ...NO_WORDS, right: ['a'], left: house.left! })).toBe(false);
    expect(needsLook({ ...NO_WORDS, right: ['a'] }, NO_WORDS)).toBe(true);
    expect(needsLook({ ...NO_WORDS, trademarks: ['a'] }, NO_WORDS)).toBe(false);
  });
});

test('claims are told as they stand', () => {
  expect(unstated('100% cotton, hand-painted, dishwasher safe, made in the UK', '', '')).toEqual(['100% cotton', 'made in the uk', 'hand-painted', 'dishwasher safe'].sort((a, b) => ['100% cotton', 'hand-painted', 'dishwasher safe', 'made in the uk'].indexOf(a) - ['100% cotton', 'hand-painted', 'dishwasher safe', 'made in the uk'].indexOf(b))); // prettier-ignore
  expect(unstated('Cottontail, silken, pineapple', '', '')).toEqual([]);
});
test('nouns with no words of their own are no trouble', () =>
  expect(nounsIn('Owl', 'line', otherNouns([{ one: '—', many: '—' }], ['Shirt'], ''), '')).toEqual([]));

describe('spelling', () => {
  // what the library says of a word by itself is what is told of it in a text
  test('a plain word is told where neither dictionary has it', () =>
    fc.assert(
      fc.property(fc.stringMatching(/^[a-z]{4,9}$/), (word) => {
        expect(unknownWords(`one ${word} two`, true, right)).toEqual(right(word) ? [] : [word]);
      }),
      { numRuns: 300 },
    ));
  test('signs, names, addresses and what belongs to somebody are left alone', () => {
    expect(unknownWords('NASA xyzq4 4xyzq foo@xyzq.example www.xyzq.example owl’s fishers’', true, right)).toEqual([]);
    expect(unknownWords('Made by Xyzqu. Xyzqu!', true, right)).toEqual(['Xyzqu']);
    expect(unknownWords('Made by Xyzqu', false, right)).toEqual(['Xyzqu']);
  });
});

describe('mends', () => {
  const ALL: [Check, string, Record<string, unknown>][] = [
    ['limits', 'Title', { code: 'title-too-long', length: 9, limit: 3, outlet: 'Q', counted: 'bytes' }],
    ['missing', 'Title', { label: 'Title' }],
    ['by-machine', 'Title', {}],
    ['older', 'Title', { byMachine: false }],
    ['left-over', '[name]', {}],
    ['other-noun', 'Mug → Shirt', { from: NOUNS[1], to: NOUNS[0] }],
    ['personal', 'ann@shop.example', {}],
    ['barred', 'cheap', {}],
    ['trademark', 'zorbl', {}],
    ['claims', 'linen', {}],
    ['sellers', 'Upload your print file as PNG.', {}],
    ['spelling', 'teh', { instead: ['the', 'ten'] }],
    ['stuffed', 'owl', { word: 'owl', times: 6 }],
    ['same-title', 'an owl', { of: 2 }],
    ['alike', 'an owl', { of: 3 }],
  ];
  test('every check has a label, a sentence and a mend, whose steps make sense', () => {
    expect(ALL.map(([c]) => c).sort()).toEqual([...CHECKS].sort());
    for (const [check, what, values] of ALL) {
      expect(CHECK_WORDS[check].label).toMatch(/\S/);
      expect(findingSentence({ check, what, values })).toMatch(/^\S.*[.]$/s);
      expect(mendingLabel({ check, values })).toMatch(/^[A-Z]/);
      const mend = mendingOf({ check, what, values }, ['title'])!;
      for (const step of 'steps' in mend ? mend.steps : []) expect(stepFault(step)).toBeNull();
    }
  });
  test.each<[Check, string, Record<string, unknown>, string, string]>([
    ['spelling', 'teh', { instead: ['the'] }, 'Teh owl, teh tehran', 'The owl, the tehran'],
    ['other-noun', '', { from: NOUNS[1], to: NOUNS[0] }, 'Owl Mug and mugs', 'Owl Shirt and shirts'],
    ['barred', 'cheap', {}, 'A cheap owl, Cheaper', 'A owl, Cheaper'],
    ['left-over', '[name]', {}, 'Owl, [name], Gift', 'Owl, Gift'],
    ['stuffed', 'owl', {}, 'Owl Shirt, Owl Tee, Owls Shirt', 'Owl Shirt, Owl Tee'],
  ])('%s: what mends one mends all', (check, what, values, before, after) => {
    const mend = mendingOf({ check, what, values }, ['title']) as { steps: Parameters<typeof corrected>[1] };
    const text = { limit: 100, counted: 'code points' as const, required: true, format: 'plain' as const, label: 'Title' };
    expect(corrected({ field: 'title', language: 'en', value: before, made: null, text }, mend.steps, {})).toEqual({ ok: true, value: after }); // prettier-ignore
  });
  test('a long text that says the same over and over is written anew', () => {
    const long = { check: 'stuffed' as const, what: 'owl', values: { long: true, word: 'owl', times: 9 } };
    expect(mendingOf(long, ['description'])).toEqual({ write: ['description'] });
    expect(mendingLabel(long)).toBe('Write anew');
  });
  test('a translation that is older is made anew where it is a machine’s, and found right where it is a person’s', () => {
    const [machine, person] = [true, false].map((byMachine) => look({ value: 'Krabbe', byMachine, older: true }, { language: 'de' }).find((f) => f.check === 'older')!); // prettier-ignore
    expect(mendingOf(machine!, ['title'])).toEqual({ steps: [{ does: 'translate', fields: ['title'] }] });
    expect(mendingOf(person!, ['title'])).toEqual({ steps: [{ does: 'take', fields: ['title'] }] });
    expect([machine, person].map((f) => mendingLabel(f!))).toEqual(['Translate anew', 'It still fits']);
    // they are two things in the list: the same mend is not for both
    expect(machine!.what).not.toBe(person!.what);
    expect(found({ value: 'Krabbe' }, { language: 'de' })).toEqual([]);
  });
  test('a piece that was cut off is not mended for all', () =>
    expect(mendingOf({ check: 'sellers', what: 'x'.repeat(500), values: {} }, ['description'])).toBeNull());
});

test('whatever stands there, each finding is told once for a field, and the same text finds the same', () =>
  fc.assert(
    fc.property(fc.array(fc.constantFrom('owl', 'mug', 'teh', 'linen', '[x]', 'a@b.example', ',', '.', 'this', '🦉', 'ﷺ'), { maxLength: 20 }), (words) => {
      const all = found(long(words.join(' ')));
      expect(new Set(all).size).toBe(all.length);
      expect(found(long(words.join(' ')))).toEqual(all);
    }),
  )); // prettier-ignore
