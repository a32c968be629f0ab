import { LISTING_FIELDS } from './compare';
import { fieldName, fieldNames } from './field-names';

test('every field of a listing has a name that sellers can read', () => {
  for (const field of LISTING_FIELDS) expect(fieldName(field)).not.toMatch(/[a-z][A-Z]/);
  expect(fieldNames(['searchTitle', 'hsCode'])).toBe('title for search engines, HS code');
});
test('a field that only an outlet knows is split into words', () => expect(fieldName('giftNote')).toBe('gift note'));
