import { betweenVersions, differencesBetween, toldDifferences } from './versions';

const VERSIONS: Record<number, object> = {
  1: { name: 'Tee', sizes: [{ name: 'S' }] },
  2: { name: 'Tee', sizes: [{ name: 'S' }, { name: 'M' }] },
  3: { name: 'Soft tee', sizes: [{ name: 'S' }, { name: 'M' }] },
};
const between = (from?: number, to?: number) =>
  betweenVersions(3, { from, to }, (version) => Promise.resolve(VERSIONS[version] ?? null));

test.each<[string, number | undefined, number | undefined, object]>([
  ['the last two where none are named', undefined, undefined, { from: 2, to: 3, changes: [{ path: 'name', before: 'Tee', after: 'Soft tee' }] }],
  ['the one before where only the later is named', undefined, 2, { from: 1, to: 2, changes: [{ path: 'sizes.1', before: null, after: { name: 'M' } }] }],
  ['a version and itself', 2, 2, { from: 2, to: 2, changes: [] }],
  ['backwards', 2, 1, { from: 2, to: 1, changes: [{ path: 'sizes.1', before: { name: 'M' }, after: null }] }],
])('%s', async (_, from, to, told) => expect(await between(from, to)).toEqual(told)); // prettier-ignore

test('a version that there never was is not found', () => expect(between(4)).rejects.toMatchObject({ code: 'not-found' }));

test('a first version differs from nothing', () =>
  expect(betweenVersions(1, {}, () => Promise.resolve({ a: 1 }))).resolves.toEqual({ from: 1, to: 1, changes: [] }));

test('a record of a large change is bounded, the comparison is whole', () => {
  const after = Object.fromEntries(Array.from({ length: 500 }, (_, i) => [`field${i}`, i]));
  expect(toldDifferences({}, after)).toHaveLength(40);
  expect(differencesBetween({}, after)).toHaveLength(500);
});
