import fc from 'fast-check';
import { readTable, writeTable } from './csv';

const read = (text: string, maxRows = 100) => readTable(text, { maxRows });

test.each([
  ['nineteen megabytes of commas', ','.repeat(19e6), 'Line 1 has more than 5,000 cells.'],
  ['many lines of commas', `${','.repeat(4_000)}\n`.repeat(4_000), 'The table has more than 200 columns.'],
  ['a row with more cells than there are columns', `a,b\n${',x'.repeat(3_000)}\n`, 'The table cannot be read at line 2: Invalid Record Length: expect 2, got 3001 on line 2.'],
  ['more rows than it may have', `a,b\n${'x,y\n'.repeat(101)}`, 'The table has more than 100 rows.'],
  ['a cell of megabytes', `a,b\n"${'one, two\n'.repeat(2e6)}",x\n`, 'A row has more than 400,000 characters. Is a quotation mark never closed?'],
  ['a quotation mark that is never closed', `a,b\n"${'x'.repeat(19e6)}`, 'A row has more than 400,000 characters. Is a quotation mark never closed?'],
])('%s is refused before it costs anything', (_, text, sentence) => expect(read(text)).toEqual({ ok: false, sentence })); // prettier-ignore
test('a wide table may have fewer rows', () =>
  expect(read(`${Array.from({ length: 200 }, (_, i) => `c${i}`).join(',')}\n${`${'x,'.repeat(199)}x\n`.repeat(10_001)}`, 200_000)).toEqual({ ok: false, sentence: 'The table has more than 10,000 rows.' })); // prettier-ignore
test('a quoted cell may have line ends and separators', () =>
  expect(read('a,b\n"one, two\nthree",x\n')).toMatchObject({ ok: true, table: { rows: [{ a: 'one, two\nthree', b: 'x' }] } }));

// the rules of RFC 4180, section 2, by their numbers
test.each([
  ['1, 2: lines end in CRLF, the last may end or not', 'a,b\r\nx,y\r\n', 'a,b\r\nx,y'],
  ['5: fields may stand in quotes', '"a","b"\r\n"x",y\r\n', 'a,b\r\nx,y'],
  ['6: breaks, commas and quotes stand in quotes', 'a,b\r\n"x\r\n1,2",y\r\n', 'a,b\r\n"x\r\n1,2",y'],
  ['7: a quote is doubled', 'a,b\r\n"x ""1""",y\r\n', 'a,b\r\n"x ""1""",y\r\n'],
])('%s', (_, one, other) => {
  expect(read(one)).toEqual(read(other));
  expect(read(one)).toMatchObject({ ok: true, table: { columns: ['a', 'b'] } });
});
test('commas, breaks and quotes come out as they went in', () => {
  expect(read('a,b\r\n"x\r\n1,2","say ""y"""\r\n')).toMatchObject({ table: { rows: [{ a: 'x\r\n1,2', b: 'say "y"' }] } });
});
test('separators and a byte order mark are told by the first line', () => {
  const rows = [{ a: '1,5', b: '2' }];
  expect(read('\uFEFFA;B\n1,5;2')).toMatchObject({ table: { columns: ['a', 'b'], rows } });
  expect(read('a\tb\n1,5\t2')).toMatchObject({ table: { rows } });
});
test('short rows are filled, long ones and too many are told', () => {
  expect(read('a,b\n1')).toMatchObject({ table: { rows: [{ a: '1', b: '' }] } });
  expect(read('a,b\n1,2,3')).toMatchObject({ ok: false, sentence: expect.stringMatching(/line 2/) as string });
  expect(read('a\n1\n2\n3', 2)).toEqual({ ok: false, sentence: 'The table has more than 2 rows.' });
});
// OWASP, CSV Injection: what begins a formula in a spreadsheet
test.each(['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '=HYPERLINK("http://x")'])(
  '%j is guarded, and comes back as it was',
  (cell) => {
    const out = writeTable({ columns: ['a'], rows: [{ a: cell }] });
    expect(out).toMatch(/^a\r\n"?'/);
    expect(read(out)).toMatchObject({ table: { rows: [{ a: cell.trim() }] } });
  },
);
test('whatever cells hold, they come back', () => {
  const cell = fc.string({ unit: 'grapheme' }).map((s) => s.trim().replace(/^'+/, ''));
  fc.assert(
    fc.property(fc.array(fc.record({ a: cell, b: cell }), { minLength: 1, maxLength: 8 }), (rows) => {
      const written = rows.map((r) => ({ ...r, a: `x${r.a}` }));
      const back = read(writeTable({ columns: ['a', 'b'], rows: written }));
      expect(back.ok && back.table.rows).toEqual(written);
    }),
  );
});
