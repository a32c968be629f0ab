import { kindsOf } from './lexical';

// reference: WordNet 3.1 itself, as its database says it
test.each([
  ['beagle', ['hound', 'dog']],
  ['beagles', ['hound', 'dog']],
  ['rescue beagle', ['beagle', 'hound', 'dog']],
  ['oak', ['wood']],
  ['greyhound', ['hound', 'dog']],
  ['violin', ['string']],
])('%s is a kind of %j', (noun, kinds) => {
  const found = kindsOf(noun);
  for (const kind of kinds) expect(found.some((f) => f.includes(kind))).toBe(true);
});
test('what it does not know, and what is said of everything, is not told', () => {
  expect(kindsOf('zzyzx')).toEqual([]);
  expect(kindsOf('')).toEqual([]);
  expect(kindsOf('beagle')).not.toContain('animal');
  expect(kindsOf('beagle')).not.toContain('entity');
});
