import fc from 'fast-check';
import { artworksIn, FEW, gathered, isAbout, type Change } from './changes';

const ids = (n: number, from = 0) => Array.from({ length: n }, (_, i) => `id-${from + i}`);
const change = fc.record(
  {
    table: fc.constantFrom('proof', 'artwork', 'docket'),
    count: fc.nat(500),
    ids: fc.array(fc.constantFrom(...ids(400)), { maxLength: 60 }),
    artworks: fc.array(fc.constantFrom(...ids(30)), { maxLength: 60 }),
  },
  { requiredKeys: ['table'] },
);

test('gathered, no table is named twice, none is lost, and what is told of ids is told in full or not at all', () =>
  fc.assert(
    fc.property(fc.array(change, { maxLength: 12 }), (changes) => {
      const out = gathered(changes);
      const tables = new Set(changes.map((c) => c.table));
      expect(out.map((c) => c.table).sort()).toEqual([...tables].sort());
      for (const c of out) {
        const mine = changes.filter((x) => x.table === c.table);
        const all = new Set(mine.flatMap((x) => x.ids ?? []));
        const known = mine.every((x) => x.ids);
        if (c.ids) expect(known && new Set(c.ids)).toEqual(all);
        // one change alone is handed on as it is
        else expect(known && mine.length > 1 ? all.size > FEW : !known).toBe(true);
      }
    }),
  ));
test('counts add up, and one that is not known makes the sum unknown', () => {
  expect(gathered([{ table: 'proof', count: 2 }, { table: 'proof', count: 3 }])).toEqual([{ table: 'proof', count: 5 }]); // prettier-ignore
  expect(gathered([{ table: 'proof', count: 2 }, { table: 'proof' }])).toEqual([{ table: 'proof' }]);
});
test('what was not heard in between is about everything', () => {
  expect(isAbout([{ table: 'all' }], ['proof'])).toBe(true);
  expect(isAbout([{ table: 'docket' }], ['proof'])).toBe(false);
  expect(isAbout([{ table: 'docket' }], null)).toBe(true);
});
test('artworks with news are named while they are known', () => {
  const told: Change[] = [{ table: 'proof', artworks: ['a', 'b'] }, { table: 'listing', artworks: ['b', 'c'] }, { table: 'docket' }]; // prettier-ignore
  expect(artworksIn(told, ['proof', 'listing'])).toEqual(new Set(['a', 'b', 'c']));
  expect(artworksIn(told, ['docket'])).toBeNull();
  expect(artworksIn([{ table: 'all' }], ['proof'])).toBeNull();
  expect(artworksIn(told, ['artwork'])).toEqual(new Set());
});
