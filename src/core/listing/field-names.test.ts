import { LISTING_FIELDS } from './compare';
import { fieldName, fieldNames } from './field-names';

test('no field of a listing is told by its name in the code', () => {
  for (const field of LISTING_FIELDS) expect(fieldName(field)).not.toMatch(/[a-z][A-Z]/);
  expect(fieldNames(['searchTitle', 'hsCode'])).toBe('title for search engines, HS code');
});
test('a text that only an outlet knows has its words apart', () => expect(fieldName('giftNote')).toBe('gift note'));
