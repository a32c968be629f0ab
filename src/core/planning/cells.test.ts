import fc from 'fast-check';
import { allowedKey, byRule, mayBeAllowed, whyClosed, type Place } from './cells';

const place: Place = {
  docket: 'd1',
  accepts: { ground: 'see-through', minPpi: 150 },
  outletName: 'Quayside',
  told: true,
  offered: true,
};
const work = (clearShare: number, state = 'ready') => ({
  id: 'a1',
  state,
  measured: { clearShare, tone: 'light' as const, trim: { x: 0, y: 0, width: 1, height: 1 } },
});
const none = new Set<string>();
const here = new Set([allowedKey('a1', 'd1')]);

test('a rule of the docket is set aside by a hand, for that artwork and that docket', () => {
  expect(whyClosed(work(0), place, undefined, none)).toEqual({ code: 'not-see-through' });
  expect(whyClosed(work(0), place, undefined, here)).toBeNull();
  expect(whyClosed({ ...work(0), id: 'a2' }, place, undefined, here)).toEqual({ code: 'not-see-through' });
  expect(whyClosed(work(0), { ...place, docket: 'd2' }, undefined, here)).toEqual({ code: 'not-see-through' });
});

test('what is no rule of the docket is not set aside', () => {
  expect(whyClosed(work(0, 'arriving'), place, undefined, here)?.code).toBe('still-measured');
  expect(whyClosed({ ...work(0), measured: null }, place, undefined, here)?.code).toBe('not-taken-in');
  expect(whyClosed(work(0), { ...place, told: false }, undefined, here)?.code).toBe('not-connected');
  expect(whyClosed(work(0), { ...place, offered: false }, undefined, here)?.code).toBe('not-offered');
  // its twin has the place already
  expect(whyClosed(work(0), place, { id: 'a9', name: 'The pale one' }, here)).toEqual({
    code: 'twin',
    values: { name: 'The pale one' },
  });
});

test('what may be allowed is open once it is, and what is open stays so', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.constantFrom('see-through', 'full', 'any'), (clear, ground) => {
      const at = { ...place, accepts: { ...place.accepts, ground } };
      const why = byRule(work(clear), at, none);
      expect(byRule(work(clear), at, here)).toBe(mayBeAllowed(why) ? null : why);
    }),
  );
});
