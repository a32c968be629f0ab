import type { CheckView } from '@/api/shapes/checks';
import { foundAddress, foundKey, inOrder, stepFrom } from './checks';

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

describe('what is looked at is shown where it stands', () => {
  const columns = ['title', 'tags', 'description', 'materials'].map((name) => ({ name, label: name }));
  const found = { what: 'teh', says: '', listings: 2, fields: ['title', 'materials'], languages: ['fr', 'de'], mend: null };
  const spelling: CheckView = { ...check('spelling'), found: [found] };
  const seen = (shown: string[], language: string | null = null, what: string | null = 'teh') =>
    foundAddress(spelling, what, { columns, shown: columns.filter((c) => shown.includes(c.name)), language });

  test.each<[string, Record<string, string>, Record<string, string>]>([
    ['its columns are here', seen(['title', 'materials']), { found: 'spelling:teh' }],
    ['one is not: it comes in its place', seen(['materials', 'tags']), { found: 'spelling:teh', fields: 'title,tags,materials' }],
    ['another language is looked at', seen(['title', 'materials'], 'es'), { found: 'spelling:teh', language: 'fr' }],
    ['its language is looked at', seen(['title', 'materials'], 'de'), { found: 'spelling:teh' }],
    ['a whole check, wherever it is', seen(['tags'], 'es', null), { found: 'spelling' }],
    ['something that is gone', seen(['tags'], 'es', 'mended'), { found: 'spelling:mended' }],
  ])('%s', (_, is, address) => expect(is).toEqual(address));
});
