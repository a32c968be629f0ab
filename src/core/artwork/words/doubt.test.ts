import { doubts } from './doubt';

const line = (text: string, ...sure: number[]) => ({ text, confidence: 0.9, sure });

test('a curly word read wrongly is doubted, and the file’s name offers the right one', () =>
  expect(doubts([line('SIDEWAYS', 0.99), line('IS STILL LORWARDS', 0.98, 0.97, 0.6)], 'sideways-is-still-forwards.png')).toEqual([
    { text: 'sideways', sure: 0.99, instead: null },
    { text: 'is', sure: 0.98, instead: null },
    { text: 'still', sure: 0.97, instead: null },
    { text: 'lorwards', sure: 0.6, instead: 'forwards' },
  ]));
test.each([
  ['a sure word is left alone', line('LORWARDS', 0.95), 'forwards.png'],
  ['a name far from it offers nothing', line('LORWARDS', 0.4), 'whale.png'],
  ['a word that was read elsewhere is not offered again', line('FORWARDS LORWARDS', 0.9, 0.4), 'forwards.png'],
  ['slang is never corrected by a dictionary', line('GONNA', 0.5), 'IMG_0042.png'],
])('%s', (_, said, name) => expect(doubts([said], name).every((w) => w.instead === null)).toBe(true));
test('lines read before words were judged one by one have the line’s sureness', () =>
  expect(doubts([{ text: 'LOW TIDE', confidence: 0.7 }], 'x.png').map((w) => w.sure)).toEqual([0.7, 0.7]));
