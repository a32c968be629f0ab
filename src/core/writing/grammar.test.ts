import { capital, inSentence, listed, numbered, sentence, sentencesOf, titled, withArticle } from './grammar';

// by sound, not by letter: as a dictionary of English pronunciation has them
test.each([
  ['shirt', 'a shirt'],
  ['apron', 'an apron'],
  ['hour', 'an hour'],
  ['unicorn', 'a unicorn'],
  ['honest cook', 'an honest cook'],
  ['European map', 'a European map'],
  ['owl shirt', 'an owl shirt'],
  ['A5 notebook', 'an A5 notebook'],
])('%s is %s', (words, said) => {
  expect(withArticle(words)).toBe(said);
});

test.each([
  ['Greeting Card', 'greeting card'],
  ['A5 Notebook', 'A5 notebook'],
  ['T-Shirt', 'T-shirt'],
  ['V-Neck Shirt', 'V-neck shirt'],
  ['USB Stick', 'USB stick'],
  ['christmas', 'Christmas'],
  ['Halloween Mug', 'Halloween mug'],
])('within a sentence %s is %s', (words, said) => {
  expect(inSentence(words)).toBe(said);
});

test.each([
  ['keep a light on', 'Keep a Light On'],
  ['gift for sea lovers', 'Gift for Sea Lovers'],
  ['the call of the wild', 'The Call of the Wild'],
  ['mid-century shapes', 'Mid-Century Shapes'],
  ['grandad’s workshop', 'Grandad’s Workshop'],
])('as a title %s is %s', (words, said) => {
  expect(titled(words)).toBe(said);
});

test('lists have no comma before the last, as British English has them', () => {
  expect([[], ['navy'], ['navy', 'cream'], ['navy', 'cream', 'rust']].map((l) => listed(l))).toEqual([
    '',
    'navy',
    'navy and cream',
    'navy, cream and rust',
  ]);
  expect(listed(['a mug', 'a tote'], 'or')).toBe('a mug or a tote');
});
test('sentences begin with a capital, also within quotes, and end', () => {
  expect(sentence('anglers know')).toBe('Anglers know.');
  expect(sentence('“hold fast” it says')).toBe('“Hold fast” it says.');
  expect(sentence('who left this here?')).toBe('Who left this here?');
  expect(sentence('“Is that so?”')).toBe('“Is that so?”');
  expect(capital('éclair')).toBe('Éclair');
});
test('numbers are words up to twelve', () => {
  expect([1, 12, 13].map(numbered)).toEqual(['one', 'twelve', '13']);
});
test('a text is told apart into its sentences', () => {
  expect(sentencesOf('It holds 2.5 l. Wash it. Is it red? Yes!')).toEqual(['It holds 2.5 l.', 'Wash it.', 'Is it red?', 'Yes!']);
});
