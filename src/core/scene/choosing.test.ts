import { chosenScenes, FAVOURITES, sceneFacets } from './choosing';

const room = (side: string) => ({ name: side, side, xMm: 0, yMm: 0, widthMm: 100, heightMm: 100 });
const product = (...sides: string[]) => ({
  kinds: ['shirt'],
  plane: { xMm: 0, yMm: 0, widthMm: 500, heightMm: 700 },
  rooms: sides.map(room),
});
const sheet = (id: string, more: object = {}) => ({
  id,
  title: id,
  products: [product('front')],
  moods: ['calm'],
  light: 'window',
  ground: 'oak',
  ...more,
});
const RAIL = sheet('rail', { products: Array.from({ length: 5 }, () => product('front')), moods: ['busy'] });
const BACK = sheet('back', { products: [product('back')], light: 'lamp' });
const SNOW = sheet('snow', { season: 'winter', moods: ['calm', 'festive'] });
const ALL = [RAIL, BACK, SNOW, sheet('alone')];
const SHELF = { favourites: ['alone'], sets: [{ name: 'Cold days', scenes: ['snow', 'gone'] }], uses: { back: 3, snow: 12 } };
const ids = (wish: object, shelf = SHELF) => chosenScenes(ALL, wish, shelf).map((s) => s.id);

test('those used most come first, then favourites, then by title', () =>
  expect(ids({})).toEqual(['snow', 'back', 'alone', 'rail']));
test.each([
  ['mood', 'busy', ['rail']],
  ['light', 'lamp', ['back']],
  ['side', 'back', ['back']],
  ['season', 'winter', ['snow']],
  ['products', 'several', ['rail']],
  ['products', 'two', []],
])('by %s: %s', (facet, value, found) => expect(ids({ [facet]: value })).toEqual(found));
test('favourites and sets; a scene that ships no more is in none, and a set that is not there has none', () => {
  expect(ids({ among: FAVOURITES })).toEqual(['alone']);
  expect(ids({ among: 'Cold days' })).toEqual(['snow']);
  expect(ids({ among: 'Warm days' })).toEqual([]);
});
test('two wishes narrow together', () => expect(ids({ mood: 'calm', light: 'lamp' })).toEqual(['back']));
test('only facets in which scenes differ are offered, with what they have', () => {
  const facets = Object.fromEntries(sceneFacets(ALL));
  expect(facets.ground).toBeUndefined();
  expect(facets).toMatchObject({
    mood: ['busy', 'calm', 'festive'],
    side: ['back', 'front'],
    season: ['winter'],
    products: ['one', 'several'],
  });
  expect(sceneFacets([SNOW])).toEqual([['mood', ['calm', 'festive']]]);
});
