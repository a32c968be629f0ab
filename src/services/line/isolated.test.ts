import fc from 'fast-check';
import { isolated, succeeded } from './isolated';

const failing =
  (bad: ReadonlySet<number>, calls: number[][] = []) =>
  (some: readonly number[]) => {
    calls.push([...some]);
    return some.some((n) => bad.has(n)) ? Promise.reject(new Error('bad')) : Promise.resolve(some.map((n) => n * 2));
  };

test('each failing item gets its error; every other item gets its result, in order', () =>
  fc.assert(
    fc.asyncProperty(fc.uniqueArray(fc.nat(20), { minLength: 1, maxLength: 8 }), fc.array(fc.nat(20)), async (all, some) => {
      const bad = new Set(some);
      const work = isolated(all, failing(bad));
      if (all.every((n) => bad.has(n))) return expect(work).rejects.toThrow('bad');
      const outcomes = await work;
      expect(outcomes.map((o) => o.of)).toEqual(all);
      for (const o of outcomes) expect(succeeded(o) ? o.result : 'error').toBe(bad.has(o.of) ? 'error' : o.of * 2);
    }),
  ));

test('if nothing fails, the work is done once for all items', async () => {
  const calls: number[][] = [];
  await isolated([1, 2, 3], failing(new Set(), calls));
  expect(calls).toEqual([[1, 2, 3]]);
});
