import { SHIPPED } from '../../../tests/fixtures/motifs/briefs';
import { asBook, calledUp, isGuess, wholes } from './phrasebook';

const book = asBook([...SHIPPED.values()].map((e) => ({ ...e, revision: 1 })));
const keys = (telling: Parameters<typeof calledUp>[1]) => calledUp(book, telling).map((c) => c.key);

test('what only keywords say by the way is left out, but not whom or when it is for', () => {
  expect(keys({ subject: 'anchor', keywords: 'harbour town, sailor gift' })).toEqual(['anchor']);
  expect(keys({ subject: 'anchor', keywords: 'gift for grandad, birthday' }).sort()).toEqual([
    'anchor',
    'birthday',
    'grandfather',
  ]);
});
test('where nothing else says anything, keywords do', () => {
  expect(keys({ name: 'Untitled', keywords: 'owl' })).toEqual(['owl']);
});
test('the kind of thing that a subject is comes last, and is known for a guess', () => {
  const called = calledUp(book, { subject: 'greyhound', keywords: 'funny' });
  expect(called.map((c) => c.key)).toContain('dog');
  expect(called.filter(isGuess).map((c) => c.key)).toEqual(['dog']);
});
test('entries are said in the nearest language that they have', () => {
  const called = calledUp(book, { subject: 'owl' });
  expect(wholes(book, called, 'en-GB')[0]!.wording.long).toHaveLength(2);
  expect(wholes(book, called, 'ja')[0]!.wording.long).toEqual([]);
});
