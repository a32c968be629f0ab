import fc from 'fast-check';
import type { Field, InLanguages } from '../../core/listing/proof';
import { handWritten, isOlder, markOf, sourceOf } from './translated-from';

const field = (value: string, o: Partial<Field<string>> = {}): Field<string> => ({ value, from: 'hand', made: null, ...o });

test('a translation is older exactly where what it came from says something else', () => {
  fc.assert(
    fc.property(fc.string({ minLength: 1 }), fc.string(), (was, is) => {
      expect(isOlder(field('Krabbe', { of: markOf(was) }), is)).toBe(was !== is);
    }),
  );
});
test('tags in another order are others; the same are the same', () => {
  expect(markOf(['a', 'b'])).not.toBe(markOf(['b', 'a']));
  expect(markOf(['a', 'b'])).toBe(markOf(['a', 'b']));
});
test('a mark is a short word of letters that an address could carry', () => expect(markOf('abc')).toMatch(/^[\w-]{16}$/));
test.each<[string, Field<string> | undefined, string | undefined]>([
  ['nothing stands there', undefined, 'Crab'],
  ['it was never translated', field('Krabbe'), 'Crab'],
  ['it is empty', field('', { of: markOf('Crab') }), 'Cat'],
  ['what it came from is gone', field('Krabbe', { of: markOf('Crab') }), undefined],
])('not older: %s', (_, is, source) => expect(isOlder(is, source)).toBe(false));

test.each<[string, InLanguages<string>, string, string | undefined]>([
  ['English beside German', { en: field('Crab'), de: field('Krabbe') }, 'de', 'Crab'],
  ['a region of it', { 'en-GB': field('Colour'), de: field('Farbe') }, 'de', 'Colour'],
  ['the plain language before its regions', { 'en-GB': field('Colour'), en: field('Color') }, 'de', 'Color'],
  ['of two regions always the same', { 'en-US': field('Color'), 'en-GB': field('Colour') }, 'de', 'Colour'],
  ['the language itself comes from nothing', { en: field('Crab') }, 'en', undefined],
  ['what the translator cannot read', { fr: field('Crabe') }, 'de', undefined],
])('what a field comes from: %s', (_, by, language, source) => expect(sourceOf(by, language)).toBe(source));

test('who writes into a translation has what it comes from before them', () => {
  const by = { en: field('Cat'), de: field('Krabbe', { from: 'translated', made: 'x', of: markOf('Crab') }) };
  const now = handWritten(by, 'de', 'Katze');
  expect(now).toEqual({ value: 'Katze', from: 'hand', made: 'x', of: markOf('Cat') });
  expect(isOlder(now, 'Cat')).toBe(false);
});
test('who writes where nothing was translated keeps no mark', () =>
  expect(handWritten({ en: field('Cat') }, 'de', 'Katze')).toEqual({ value: 'Katze', from: 'hand', made: null }));
