import { judged, SELLER_RULES, splitSentences, splitText } from './sentences';

// the rules themselves are common practice, no single source; the texts are made up here
const SAID: [sentence: string, by: string | undefined][] = [
  ['Soft cotton that keeps its shape.', undefined],
  ['Printed from edge to edge on the front.', undefined],
  ['Sent rolled in a stiff tube.', undefined],
  ['The lid slides and the straw bends.', undefined],
  ['Sourced from two mills.', 'where the house buys'],
  ['There is no minimum order.', 'how many are ordered'],
  ['Volume prices from 25 sheets.', 'how many are ordered'],
  ['White-label tubes on request.', 'a brand of one’s own'],
  ['Order a sample before an event.', 'samples'],
  ['Print files want 3 mm around.', 'files for printing'],
  ['Keep lettering off the seam.', 'files for printing'],
  ['Fine lines under 2 mm are lost.', 'what comes out in print'],
  ['The pocket is not printed.', 'how the house works'],
  ['Retail at twice the cost.', 'prices of one’s own'],
];

test.each(SAID)('“%s” is put by %s', (text, by) =>
  expect(judged(text)).toEqual(by ? { text, for: 'sellers', by } : { text, for: 'buyers' }),
);

test('every rule is tried by a sentence here', () =>
  expect([...new Set(SAID.flatMap(([, by]) => by ?? []))].sort()).toEqual(SELLER_RULES.map((r) => r.name).sort()));

test.each([
  ['Mr. Smith paid. He went.', 2],
  // an example of UAX #29, section 5, from memory
  ['He said, “Are you going?” John shook his head.', 2],
  ['It weighs 3.4 grams.', 1],
])('%s is %d sentences', (text, n) => expect(splitSentences(text)).toHaveLength(n));

test.each([
  ['Cloth of approx. 5 oz. and more. It lasts.', ['Cloth of approx. 5 oz. and more.', 'It lasts.']],
  ['A rim (max. 3 mm) all round.  Cut by hand!\nOr not?', ['A rim (max. 3 mm) all round.', 'Cut by hand!', 'Or not?']],
  ['', []],
  ['  \n ', []],
  ['no stop at its end', ['no stop at its end']],
])('%j is split into its sentences', (text, sentences) => expect(splitSentences(text)).toEqual(sentences));

test('nothing of a text is lost, whatever it is made of', () => {
  const parts = ['Soft. ', 'No. 5', 'e.g. ', '3.5 mm. ', 'why?! ', '“so.” ', '(no. 7) ', 'ß… ', '\n', 'A', ' '];
  let seed = 7;
  const next = () => (seed = (seed * 48271) % 2147483647);
  for (let i = 0; i < 300; i++) {
    const text = Array.from({ length: next() % 12 }, () => parts[next() % parts.length]!).join('');
    const bare = (s: string) => s.replace(/\s+/g, '');
    expect(bare(splitSentences(text).join(''))).toBe(bare(text));
  }
});

test('a hand counts more than the rules, and says nothing of what reads otherwise', () => {
  const hand = new Map([
    ['No minimum order.', 'buyers' as const],
    ['Soft cotton.', 'sellers' as const],
  ]);
  expect(splitText('Soft cotton. No minimum order. No minimum order!', hand)).toEqual([
    { text: 'Soft cotton.', for: 'sellers', by: 'hand' },
    { text: 'No minimum order.', for: 'buyers', by: 'hand' },
    { text: 'No minimum order!', for: 'sellers', by: 'how many are ordered' },
  ]);
});
