import { kindOf } from './kinds';
import { COMMONEST, freeName } from './ready';

test('there are a dozen, each known by its own words', () => {
  expect(new Set(COMMONEST).size).toBe(12);
  for (const kind of COMMONEST) expect(kindOf(kind).tags.length).toBeGreaterThan(0);
});
test.each([
  ['Mugs', [], 'Mugs'],
  ['Mugs', ['Mugs'], 'Mugs 2'],
  ['Mugs', ['Mugs', 'Mugs 2', 'Mugs 4'], 'Mugs 3'],
])('%s among %j is called %s', (name, taken, called) => expect(freeName(name, taken)).toBe(called));
