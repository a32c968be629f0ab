import { orientationOf, whyNot, whyPhrase, type Candidate } from './accepts';
import type { Accepts } from './docket';

const trim = { x: 0, y: 0, width: 1, height: 1 };
const artwork = (change: object = {}, clearShare = 0.6): Candidate =>
  ({ state: 'ready', widthPx: 900, heightPx: 1200, measured: { clearShare, tone: 'light', trim }, ...change }) as never;
const of = (kind: string, repeat = 'none') => ({ measured: { clearShare: 0.6, tone: 'light', trim, picture: { kind }, repeat: { kind: repeat } } }); // prettier-ignore
const why = (accepts: Partial<Accepts>, a: Candidate) => {
  const said = whyNot({ ground: 'any', minPpi: 150, ...accepts }, a);
  return said && whyPhrase(said);
};

test.each([
  ['see-through', 0.6, null],
  ['see-through', 0, 'no see-through ground'],
  ['full', 0.6, 'does not fill its sheet'],
  ['full', 0, null],
  ['any', 0.3, null],
] as const)('a docket that wants %s ground, artwork with %f clear', (ground, clear, phrase) =>
  expect(why({ ground }, artwork({}, clear))).toBe(phrase),
);
test.each<[string, Partial<Accepts>, object, string | null]>([
  ['a tone', { tones: ['dark'] }, {}, 'its inks are light'],
  ['a tone that a hand has said', { tones: ['dark'] }, { byHand: { tone: 'dark' } }, null],
  ['an audience', { audiences: ['adult'] }, { audience: 'child' }, 'it is for children'],
  ['an audience, where none is said', { audiences: ['adult'] }, { audience: '' }, null],
  ['a way round', { orientations: ['across', 'square'] }, {}, 'it is upright'],
  ['a mark', { marks: ['summer'] }, { marks: ['winter'] }, 'not marked summer'],
  ['one of several marks', { marks: ['summer', 'winter'] }, { marks: ['winter'] }, null],
  ['a subject', { subjects: ['lighthouse', 'Whale'] }, { subject: 'whale' }, null],
  ['a subject that it has not', { subjects: ['lighthouse'] }, { subject: 'whale' }, 'its subject is whale'],
  ['a subject, where none is said', { subjects: ['lighthouse'] }, { subject: ' ' }, 'it has no subject'],
  ['a photograph', { kinds: ['photograph'] }, of('drawing'), 'it is a drawing'],
  ['a drawing, where a hand has said so', { kinds: ['drawing'] }, { ...of('photograph'), byHand: { picture: 'drawing' } }, null],
  ['a repeat', { kinds: ['repeat'] }, of('drawing', 'half-drop'), null],
  ['a repeat, not one that fits on two sides only', { kinds: ['repeat'] }, of('drawing', 'across'), 'it is a drawing'],
  [
    'a repeat that a hand has unsaid',
    { kinds: ['repeat'] },
    { ...of('photograph', 'brick'), byHand: { repeat: 'none' } },
    'it is a photograph',
  ],
  ['a drawing, and a repeat is one', { kinds: ['drawing'] }, of('drawing', 'straight'), null],
  ['a drawer', { drawers: ['Shirts'] }, { drawer: 'Posters' }, 'not in Shirts'],
  ['a drawer within it', { drawers: ['Shirts'] }, { drawer: 'Shirts/Dark' }, null],
  ['a drawer, not one that only begins so', { drawers: ['Shirts'] }, { drawer: 'Shirts 2' }, 'not in Shirts'],
])('a docket may want %s', (_, accepts, change, phrase) => expect(why(accepts, artwork(change))).toBe(phrase));

test('what is still being measured, or was refused, cannot be used', () => {
  expect(why({}, { state: 'arriving', measured: null })).toBe('still being measured');
  expect(why({}, { state: 'refused', measured: null })).toBe('this file could not be taken');
});
test('the way round goes by what prints, not by the file', () =>
  expect([orientationOf(artwork()), orientationOf(artwork({ measured: { trim: { ...trim, height: 0.5 } } }))]).toEqual(['upright', 'across'])); // prettier-ignore
test('what was written down before reasons had codes says itself', () =>
  expect(whyPhrase({ code: 'as-said', values: { says: 'passed already' } })).toBe('passed already'));
