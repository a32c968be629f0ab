import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { demandFromTable } from './demand-table';

const read = (text: string) => {
  const found = demandFromTable(text);
  if (!found.ok) throw new Error(found.sentence);
  return found.read;
};

test('the table that ships is read whole: five thousand phrases and more, each with its months', () => {
  const { found, faults } = read(readFileSync(join(__dirname, '../../../standins/demand/phrases.csv'), 'utf8'));
  expect(faults).toEqual([]);
  expect(found.length).toBeGreaterThanOrEqual(5000);
  for (const { months, phrase } of found) {
    expect([phrase, months.length]).toEqual([phrase, 12]);
    expect(months.reduce((a, b) => a + b, 0)).toBeCloseTo(12, 0);
  }
});
test('a table of one’s own may say less, and say it otherwise', () => {
  const { found } = read('Phrase;Searches;Click rate\nCrab  Gifts;1,200;4%\nowl;30;\n');
  expect(found).toEqual([
    { phrase: 'crab gifts', words: ['crab', 'gift'], searches: 1200, competing: 0, clickRate: 0.04, months: [] },
    { phrase: 'owl', words: ['owl'], searches: 30, competing: 0, clickRate: 0.03, months: [] },
  ]);
});
test('months as searches are told as shares', () => {
  const { found } = read(`phrase,searches,months\nsnow,100,${[300, 300, 0, 0, 0, 0, 0, 0, 0, 0, 300, 300].join(' ')}`);
  expect(found[0]!.months).toEqual([3, 3, 0, 0, 0, 0, 0, 0, 0, 0, 3, 3]);
});
test.each([
  ['no number', 'x,many', /no number of searches/],
  ['less than none', 'x,-3', /no number of searches/],
  ['no phrase', '!!!,5', /no phrase/],
])('%s is told and stops no other', (_, line, sentence) => {
  const { found, faults } = read(`phrase,searches\ngood,1\n${line}\n`);
  expect(found).toHaveLength(1);
  expect(faults).toEqual([{ row: 2, sentence: expect.stringMatching(sentence) as string }]);
});
test('what is no such table says which column is missing', () => {
  expect(demandFromTable('phrase,count\nx,1')).toEqual({ ok: false, sentence: 'The table has no column called searches.' });
});
