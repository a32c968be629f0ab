import type { PhraseInShortView } from '@/api/shapes/words';
import { asTree, found } from './tree';

const entry = (key: string, parent: string | null = null, calls: string[] = []): PhraseInShortView => ({
  ...{ key, parent, calls, name: key[0]!.toUpperCase() + key.slice(1) },
  ...{ kind: 'subject', languages: ['en'], proofs: 0, listed: 0 },
});
const shape = (lines: ReturnType<typeof asTree>) => lines.map((l) => `${'·'.repeat(l.depth)}${l.entry.key}`);

const book = [entry('sea'), entry('crab', 'pool', ['hermit crab']), entry('pool', 'sea'), entry('anchor', 'sea'), entry('art')];
test('entries stand below their parents, by name', () => {
  expect(shape(asTree(book))).toEqual(['art', 'sea', '·anchor', '·pool', '··crab']);
});
test('what is found stands with all that is above it', () => {
  expect(shape(found(asTree(book), 'hermit'))).toEqual(['sea', '·pool', '··crab']);
  expect(shape(found(asTree(book), ''))).toHaveLength(5);
  expect(found(asTree(book), 'zebra')).toEqual([]);
});
test('one whose parent is gone stands at the top, and a circle is no trap', () => {
  expect(shape(asTree([entry('lost', 'gone'), entry('a', 'b'), entry('b', 'a')]))).toEqual(['lost']);
});
