import type { CheckView } from '@/api/shapes/checks';
import { foundKey, inOrder, stepFrom } from './checks';

const check = (name: CheckView['check'], ...what: string[]): CheckView => ({
  check: name,
  label: name,
  says: '',
  listings: what.length,
  total: what.length,
  found: what.map((w) => ({ what: w, says: '', listings: 1, fields: ['title'], languages: ['en'], mend: null })),
});
const all = inOrder([check('limits'), check('spelling', 'teh', 'owel'), check('alike', 'An owl')]);
const from = (key: string | null, by: 1 | -1) => stepFrom(all, key, by)?.found.what;

test('things are stepped through in order, round to the first', () => {
  expect(from(null, 1)).toBe('teh');
  expect(from(null, -1)).toBe('An owl');
  expect(from('spelling:teh', 1)).toBe('owel');
  expect(from('spelling:owel', 1)).toBe('An owl');
  expect(from('alike:An owl', 1)).toBe('teh');
  expect(from('spelling:teh', -1)).toBe('An owl');
});
test('from a check one comes to the first of it, and from what is gone to the first of all', () => {
  expect(from('alike', 1)).toBe('An owl');
  expect(from('spelling:mended meanwhile', 1)).toBe('teh');
  expect(stepFrom([], null, 1)).toBeNull();
});
test('what is found may have any signs', () => expect(foundKey('left-over', '{{ a: b }}')).toBe('left-over:{{ a: b }}'));
