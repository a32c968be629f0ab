import fc from 'fast-check';
import { differing, grouped, turnedBack, type Wanted } from './steps';

const ids = fc.constantFrom('a', 'b', 'c', 'd', 'e');
const values = fc.option(fc.record({ mm: fc.integer({ min: 1, max: 3 }) }), { nil: null });
const wanteds: fc.Arbitrary<Wanted<{ mm: number }>> = fc.uniqueArray(fc.tuple(ids, values), { selector: ([id]) => id }).map((all) => new Map(all)); // prettier-ignore

/** What holds after something was put. */
const after = (now: ReadonlyMap<string, object>, put: Iterable<readonly [string, object | null]>) => {
  const next = new Map(now);
  for (const [id, value] of put)
    if (value) next.set(id, value);
    else next.delete(id);
  return next;
};
const asObject = (m: ReadonlyMap<string, object>) => Object.fromEntries(m);

test('taken back, everything is as it was; made again, as it was made', async () => {
  await fc.assert(
    fc.asyncProperty(wanteds, wanteds, async (holds, wanted) => {
      const now = new Map([...holds].flatMap(([id, v]) => (v ? [[id, v] as const] : [])));
      const { was, is } = differing(now, wanted);
      const step = { was: grouped(was), is: grouped(is) };
      const then = after(now, is);
      const back = await turnedBack(step, false, () => Promise.resolve(then as ReadonlyMap<string, { mm: number }>));
      expect(asObject(after(then, back.put))).toEqual(asObject(now));
      expect([back.count, back.left]).toEqual([is.size, 0]);
      const again = await turnedBack(step, true, () => Promise.resolve(now));
      expect(asObject(after(now, again.put))).toEqual(asObject(then));
    }),
  );
});
test('what was changed since is left alone, and counted', async () => {
  const step = { was: grouped(new Map([['a', null], ['b', { mm: 1 }]])), is: grouped(new Map([['a', { mm: 2 }], ['b', { mm: 2 }]])) }; // prettier-ignore
  const now = new Map([['a', { mm: 2 }], ['b', { mm: 3 }]]); // prettier-ignore
  expect(await turnedBack(step, false, () => Promise.resolve(now))).toEqual({ put: [['a', null]], count: 2, left: 1 });
});
test('thousands of which the same holds are kept as one', () => {
  const all: Wanted<{ mm: number }> = new Map(Array.from({ length: 5000 }, (_, i) => [`id ${i}`, i % 2 ? { mm: 4 } : null]));
  expect(grouped(all).map((g) => [g.value, g.artworks.length])).toEqual([
    [null, 2500],
    [{ mm: 4 }, 2500],
  ]);
});
