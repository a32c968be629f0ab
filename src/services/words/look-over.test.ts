import { houseLists, NO_WORDS } from '../../core/checking/house-words';
import { sentenceKey, type GoodsTold } from '../../core/checking/look';
import { otherNouns } from '../../core/checking/nouns';
import { estimate } from '../../core/checking/sketch';
import type { Field, ProofFields } from '../../core/listing/proof';
import type { RulesDocument } from '../../core/outlet/rules';
import type { ToLookAt } from '../../data/line/findings';
import type { Basis } from './basis';
import { lookedAt, type Spelling } from './look-over';
import { markOf } from './translated-from';

const STATED = 'Plain Shirt.\nCombed cotton, 180 g/m², soft on the first day and after fifty washes.\nWash it cold.';
const shirt: GoodsTold = {
  noun: { one: 'Shirt', many: 'Shirts' },
  others: otherNouns([{ one: 'Shirt', many: 'Shirts' }, { one: 'Mug', many: 'Mugs' }], ['Shirt'], STATED),
  stated: STATED,
  statedKey: sentenceKey(STATED),
  sentences: { buyers: new Set(), sellers: new Set() },
  files: false,
}; // prettier-ignore
const line = { label: 'Title', limit: 80, counted: 'graphemes', required: true, format: 'plain' } as const;
const rules = {
  languages: ['en', 'de'],
  texts: { title: line, description: { ...line, label: 'Description', limit: 5000 } },
  tags: { max: 10, minLength: 2, maxLength: 20, counted: 'graphemes' },
} as unknown as RulesDocument;
const basis: Basis = {
  key: 'now',
  lists: houseLists({ ...NO_WORDS, right: ['beachy'] }),
  goods: new Map([['shirt', shirt]]),
  outlets: new Map([['quayside', { name: 'Quayside', rules }]]),
  vocabulary: new Set(['kittiwake']),
};
const WORDS = new Set('a an the owl on shirt made for evenings by sea it is soft and warm with you all day long after years of wind'.split(' ')); // prettier-ignore
const spelling: Spelling = { isRight: (w) => WORDS.has(w), instead: (w) => [`${w}?`], begin: () => undefined };

const says = <T>(value: T, o: Partial<Field<T>> = {}): Field<T> => ({ value, from: 'made', made: value, ...o }) as Field<T>;
const DESCRIPTION = 'An owl made for evenings by the sea. It is soft and warm with you all day long, and after years of wind.';
const proof = (words: ProofFields['words'], o: Partial<ToLookAt> = {}): ToLookAt => ({
  id: 'p',
  seq: 1,
  version: 7,
  outletId: 'quayside',
  docketId: 'shirt',
  fields: { words: { description: { en: says(DESCRIPTION) }, ...words }, tags: {} },
  artwork: { name: 'Zwirbel Owl', subject: 'owl', keywords: [], said: null, saidByHand: null },
  ...o,
});
const found = (p: ToLookAt, by = basis) => lookedAt(p, by, spelling).findings.map((f) => `${f.language} ${f.field}: ${f.check} ${f.what}`); // prettier-ignore

test('what stands there rightly is not told; it is kept as which version of it was looked over', () =>
  expect(lookedAt(proof({ title: { en: says('Owl  Shirt') } }), basis, spelling)).toMatchObject({ id: 'p', version: 7, title: 'en Owl Shirt', findings: [] })); // prettier-ignore

test.each<[string, string, string[]]>([
  ['no dictionary has it', 'Glimmering Owl Shirt', ['en title: spelling glimmering']],
  ['the trade has it', 'Kittiwake Shirt', []],
  ['the house has it', 'Beachy Shirt', []],
  ['it is what the motif is called', 'Zwirbel Shirt', []],
])('a word: %s', (_, title, told) => expect(found(proof({ title: { en: says(title) } }))).toEqual(told));
test('what it may be instead goes with it', () =>
  expect(lookedAt(proof({ title: { en: says('Owll Shirt') } }), basis, spelling).findings).toMatchObject([{ what: 'owll', values: { instead: ['owll?'] } }])); // prettier-ignore

test('what an outlet asks for is missing in its own language only', () =>
  expect(found(proof({}))).toEqual(['en title: missing Title']));
test('a language that is written is looked over, but for spelling that we cannot tell', () => {
  const de = says('Eulenschirt', { from: 'translated', of: markOf('Owl') });
  const all = proof({ title: { en: says('Owl Shirt'), de } });
  expect(found(all)).toEqual(['de title: by-machine Title', 'de title: older Title by machine']);
  expect(found(proof({ title: { en: says('Owl'), de } }))).toEqual(['de title: by-machine Title']);
});
test('few tags are told where more may stand, and none of a language without tags', () => {
  const p = proof({ title: { en: says('Owl Shirt') } });
  expect(found({ ...p, fields: { ...p.fields, tags: { en: says(['owl shirt']) } } })).toEqual(['en tags: missing Tags']);
});

describe('how alike two are', () => {
  const sketchOf = (description: string, o: Partial<ToLookAt> = {}) => {
    const { sketch } = lookedAt(
      proof({ title: { en: says('Owl') }, description: { en: says(description) } }, o),
      basis,
      spelling,
    );
    return sketch === null ? null : new Uint32Array(Uint8Array.from(Buffer.from(sketch, 'hex')).buffer);
  };
  test('what is said of the goods word for word does not count', () =>
    expect(estimate(sketchOf(DESCRIPTION)!, sketchOf(`${DESCRIPTION}\n\n${STATED}`)!)).toBe(1));
  test('it does where the docket is of no goods', () =>
    expect(estimate(sketchOf(DESCRIPTION)!, sketchOf(`${DESCRIPTION}\n\n${STATED}`, { docketId: 'gone' })!)).toBeLessThan(0.9));
  test('too little to be alike has none', () => expect(sketchOf('An owl.')).toBeNull());
});

test('of an outlet that has no rules nothing is told', () =>
  expect(lookedAt(proof({}, { outletId: 'gone' }), basis, spelling)).toEqual({ id: 'p', version: 7, title: null, sketch: null, findings: [] })); // prettier-ignore
test('one that our own code fails at is told in the log, and counts as looked over', () => {
  const log = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const broken: Spelling = {
    ...spelling,
    isRight: () => {
      throw new Error('no dictionary');
    },
  };
  expect(lookedAt(proof({ title: { en: says('Owl') } }), basis, broken)).toMatchObject({ version: 7, findings: [] });
  expect(log).toHaveBeenCalledWith(expect.stringContaining('proof p over'), expect.any(Error));
  log.mockRestore();
});
