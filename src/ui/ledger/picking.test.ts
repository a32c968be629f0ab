import { ALL, countPicked, has, meantBy, NONE, toggled } from './picking';
import { nextSort } from './search-text';

test('single listings are picked and let go', () => {
  const two = toggled(toggled(NONE, 'a'), 'b');
  expect([has(two, 'a'), has(two, 'c'), countPicked(two, 96_000)]).toEqual([true, false, 2]);
  expect(meantBy(toggled(two, 'a'), { state: 'live' })).toEqual({ ids: ['b'] });
});

test('all that are found are told as what was searched for, without those let go', () => {
  const but = toggled(ALL, 'c');
  expect([has(but, 'a'), has(but, 'c'), countPicked(but, 96_000)]).toEqual([true, false, 95_999]);
  expect(meantBy(ALL, { state: 'live' })).toEqual({ search: { state: 'live' } });
  expect(meantBy(but, { find: 'boat' })).toEqual({ search: { find: 'boat' }, except: ['c'] });
  expect(meantBy(toggled(but, 'c'), {})).toEqual({ search: {} });
});

test('a head sorts downwards first, then up', () => {
  expect(nextSort(null, 'title')).toBe('-title');
  expect(nextSort('-title', 'title')).toBe('title');
  expect(nextSort(null, 'sent')).toBe('sent');
  expect(nextSort('title', 'price')).toBe('-price');
});
