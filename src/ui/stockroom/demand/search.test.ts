import { worth } from '@/core/tags/demand';
import { visits } from '../../parts/format';
import { demandSearch, monthName, worthSum } from './search';

const asked = (text: string, month = 10) => demandSearch(new URLSearchParams(text), month);

test('an address asks for what it says, and for nothing that there is not', () => {
  expect(asked('')).toEqual({ find: '', order: 'worth' });
  expect(asked('find=%20Owl%20&order=competing&shown=missed')).toEqual({
    find: 'owl',
    order: 'competing',
    use: 'nobody',
    mine: 'yes',
  });
  expect(asked('shown=ours')).toEqual({ find: '', order: 'worth', use: 'ours' });
  expect(asked('order=shoes&shown=hats')).toEqual({ find: '', order: 'worth' });
});
test('what is ahead begins with the next month, over the turn of the year', () => {
  expect(asked('shown=ahead').season).toBe('11,0,1,2');
  expect(asked('shown=ahead', 0).season).toBe('1,2,3,4');
  expect(monthName(8)).toBe('September');
});
test('the sum that is shown is the formula that counts', () => {
  const d = { phrase: 'owl gift', searches: 1200, clickRate: 0.05, competing: 99, months: [] };
  expect(worthSum({ ...d, worth: worth(d) })).toBe('1,200 × 5.0% ÷ √(1 + 99) = 6.0');
  expect(visits(1234.4)).toBe('1,234');
});
