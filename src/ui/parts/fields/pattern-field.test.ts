import { everyValue } from '@/core/copy/values';
import { completionsFor, openValue } from './pattern-field';

test.each([
  ['{{ art', { from: 0, typed: 'art' }],
  ['A {{ artwork.name }} {{ pro', { from: 21, typed: 'pro' }],
  ['{{', { from: 0, typed: '' }],
  ['{{ artwork.name }}', null],
  ['{{ artwork.name | ti', null],
  ['no braces', null],
])('in %j is begun %j', (text, begun) => {
  expect(openValue(text, text.length)).toEqual(begun);
});
test('before the cursor only', () => {
  expect(openValue('{{ art }} more', 6)).toEqual({ from: 0, typed: 'art' });
});
test('what begins so comes first, then what is said so; no more than fit', () => {
  const found = completionsFor(everyValue(), 'artwork.n');
  expect(found[0]!.value).toBe('artwork.name');
  expect(completionsFor(everyValue(), 'inches').map((c) => c.value)).toContain('product.sizeTableInches');
  expect(completionsFor(everyValue(), '').length).toBe(8);
  expect(completionsFor(everyValue(), 'zebra')).toEqual([]);
});
