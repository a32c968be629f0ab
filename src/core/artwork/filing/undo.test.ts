import fc from 'fast-check';
import { applyPatch, type Editable, type Patch } from './change';
import { takeBack, traceOf } from './undo';

const blank: Editable = {
  name: 'Crab',
  subject: '',
  audience: '',
  occasion: '',
  keywords: [],
  marks: [],
  drawerId: null,
  standing: 'here',
  byHand: {},
  sources: { name: 'file name' },
};
const word = fc.constantFrom('crab', 'kelp', 'whale', '');
const patch: fc.Arbitrary<Patch> = fc.record(
  {
    name: fc.constantFrom('One', 'Two'),
    subject: word,
    audience: fc.constantFrom('adult', 'child', ''),
    addMarks: fc.array(fc.constantFrom('summer', 'redraw'), { maxLength: 2 }),
    keywords: fc.array(fc.constantFrom('sea', 'tide'), { maxLength: 2 }),
    drawerId: fc.constantFrom('a', 'b', null),
    standing: fc.constantFrom('here' as const, 'aside' as const),
    tone: fc.constantFrom('light', 'dark', null),
    said: fc.constantFrom('ahoy', null),
  },
  { requiredKeys: [] },
);
const source = fc.constantFrom('hand', 'file name', 'copy', 'proposed: its words');
const change = fc.tuple(patch, source);
const apply = (it: Editable, [p, s]: [Patch, string]) => applyPatch(it, p, 'crab.png', s);

test('a change that nothing followed is taken back whole', () =>
  fc.assert(
    fc.property(fc.array(change, { maxLength: 3 }), change, (earlier, last) => {
      const before = earlier.reduce(apply, blank);
      const after = apply(before, last);
      expect(takeBack(after, traceOf('x', before, after))).toEqual({ back: before, left: [] });
    }),
  ));

test('what was changed since stays as it is; everything else is as if the change had never been', () =>
  fc.assert(
    fc.property(change, fc.array(change, { minLength: 1, maxLength: 3 }), (mine, later) => {
      const after = apply(blank, mine);
      const now = later.reduce(apply, after);
      const { back, left } = takeBack(now, traceOf('x', blank, after));
      for (const field of ['name', 'subject', 'audience', 'keywords', 'marks', 'drawerId', 'standing'] as const) {
        const changedByMe = JSON.stringify(blank[field]) !== JSON.stringify(after[field]);
        const changedSince = JSON.stringify(after[field]) !== JSON.stringify(now[field]);
        expect([field, back[field]]).toEqual([field, changedByMe && !changedSince ? blank[field] : now[field]]);
        expect([field, left.includes(field)]).toEqual([field, changedByMe && changedSince]);
      }
    }),
  ));

test('a hand’s word on another field is not lost with the map it stands in', () => {
  const after = apply(blank, [{ subject: 'crab', tone: 'light' }, 'hand']);
  const now = apply(after, [{ audience: 'child', said: 'ahoy' }, 'hand']);
  const { back, left } = takeBack(now, traceOf('x', blank, after));
  expect(left).toEqual([]);
  expect(back).toMatchObject({ subject: '', audience: 'child', byHand: { said: 'ahoy' } });
  expect(back.sources).toEqual({ name: 'file name', audience: 'hand' });
});
