import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { blockText, cellText, cellValue, isChange, laidBlock, readBlock, settledValue, type Written } from './block';

const cell = fc.string({ unit: fc.constantFrom('a', 'é', '"', '\t', '\n', ',', ' ', '👩‍👧'), maxLength: 6 });
const block = fc.integer({ min: 1, max: 4 }).chain((wide) => fc.array(fc.array(cell.map((c) => `x${c}`), { minLength: wide, maxLength: wide }), { minLength: 1, maxLength: 4 })); // prettier-ignore

test('a block reads in a reader of RFC 4180 as it was', () =>
  fc.assert(fc.property(block, (rows) => expect(parse(blockText(rows), { delimiter: '\t' })).toEqual(rows))));
test('and in ours', () =>
  fc.assert(fc.asyncProperty(block, async (rows) => expect(await readBlock(blockText(rows))).toEqual(rows))));

// OWASP, CSV Injection: what begins with these signs is run by a spreadsheet
test.each(['=1+1', '+1', '-1', '@a', '＝1'])('%s is guarded on its way out, and comes back as it was', async (text) => {
  expect(blockText([[text]])).toBe(`'${text}`);
  expect(await readBlock(`'${text}`)).toEqual([[text]]);
});
test('quotes that close nothing make a text, not a fault', async () =>
  expect(await readBlock('"a\tb\nc')).toEqual([['"a', 'b'], ['c']]));

const most = { rows: 10, columns: 3 };
const at = (r0: number, c0: number, r1 = r0, c1 = c0) => ({ r0, c0, r1, c1 });
test.each<[string, string[][], ReturnType<typeof at>, string]>([
  ['one cell fills a range', [['x']], at(0, 0, 1, 1), '00x 01x 10x 11x'],
  ['a block stands at its corner', [['a', 'b'], ['c', 'd']], at(2, 1), '21a 22b 31c 32d'],
  ['it is repeated where it goes in', [['a'], ['b']], at(0, 0, 3, 0), '00a 10b 20a 30b'],
  ['it is not where it does not', [['a'], ['b']], at(0, 0, 2, 0), '00a 10b'],
  ['nothing stands beyond the grid', [['a', 'b', 'c']], at(9, 2), '92a'],
  ['rows may be of different lengths', [['a', 'b'], ['c']], at(0, 0), '00a 01b 10c'],
])('%s', (_, rows, range, laid) =>
  expect(laidBlock(rows, range, most).map(({ r, c, text }) => `${r}${c}${text}`).join(' ')).toBe(laid),
); // prettier-ignore

test('tags stand in a cell with commas between', () => {
  expect(cellText(['red fox', 'owl'])).toBe('red fox, owl');
  expect(cellValue(' red  fox, owl,, ', 'tags')).toEqual(['red fox', 'owl']);
  expect(cellValue(' a, b ', 'title')).toBe('a, b');
});
test('what is kept has no spaces around it, and no empty tags', () => {
  expect(settledValue(['  red  fox ', ' '])).toEqual(['red fox']);
  expect(settledValue(' a  b ')).toBe('a  b');
});

const row = (value: string | string[], mend?: string, stays: string | null = null) =>
  ({
    id: 'p',
    stays,
    fields: { title: { value, problems: mend === undefined ? [] : [{ says: 'By a machine.', mend: { value: mend, does: 'It is right' } }] } },
  }) as unknown as Written['row']; // prettier-ignore
test.each<[string, Written, boolean]>([
  ['another text', { row: row('Fox'), field: 'title', value: 'Owl' }, true],
  ['the same text', { row: row('Fox'), field: 'title', value: 'Fox' }, false],
  ['tags in another order', { row: row(['fox', 'owl']), field: 'title', value: ['owl', 'fox'] }, true],
  ['what waits to be found right, as it is', { row: row('Fuchs', 'Fuchs'), field: 'title', value: 'Fuchs' }, true],
  ['what has another mend, as it is', { row: row('Fuchs', 'Der Fuchs'), field: 'title', value: 'Fuchs' }, false],
  ['a listing that stays', { row: row('Fox', undefined, 'being sent'), field: 'title', value: 'Owl' }, false],
  ['a field that this outlet does not have', { row: row('Fox'), field: 'subtitle', value: 'Owl' }, false],
])('written into a cell: %s', (_, written, is) => expect(isChange(written)).toBe(is));
