import fc from 'fast-check';
import { briefFor, DEMO_MOTIFS, MOTIFS } from '../../../tests/fixtures/motifs/briefs';
import { titleFor, write } from '../writing/write';
import { mendLabel, sentenceOf } from '../listing/problems';
import { withoutRepeats } from '../copy/without-repeats';
import { repetition, wordFindings } from './words';

const codes = (text: string, kind: 'line' | 'long' = 'long') => wordFindings('description', text, kind).map((p) => p.code);
const mended = (text: string, kind: 'line' | 'long' = 'long') => wordFindings('title', text, kind)[0]?.mend?.value;

test.each([
  ['Owl Shirt for {{ artwork.subject }} lovers', 'Owl Shirt for lovers'],
  ['Owl Shirt, [colour], Gift', 'Owl Shirt, Gift'],
  ['Owl <b>Shirt</b>', 'Owl Shirt'],
  ['Lorem ipsum dolor sit amet. A shirt.', 'A shirt.'],
])('%j was left to be filled in', (text, without) => {
  expect(codes(text)).toEqual(['left-over']);
  expect(mended(text)).toBe(without);
});

test.each([
  'Write to ann.lee+shop@mail.example.co for more',
  'Call +44 20 7946 0958 today',
  'Call (020) 7946 0958 today',
  'Text 555-010-1234-567',
])('%j tells of a person', (text) => expect(codes(text)).toEqual(['personal']));
// measures, sizes, years and weights are no telephone numbers
test.each([
  '30 x 40 cm, 12 x 16 in, 4500 x 5400 px',
  'Sizes 34 36 38 40',
  '2024 to 2025, 180 g, 300 dpi',
  'A 100% cotton tee, £12.50, 1,250 made',
  'We @ home; 24/7',
])('%j tells of nobody', (text) => expect(codes(text)).toEqual([]));

describe('stuffing', () => {
  const heap = 'Owl Shirt, Owl Tee, Owls Shirt, Shirt Owl, Owls Tee, Owl Tees';
  test('the measure: the share of telling words that stood before, in the singular', () => {
    expect(repetition('Owl owls the owl hat')).toEqual({ words: 4, share: 0.5, word: 'owl', times: 3 });
    expect(repetition('')).toEqual({ words: 0, share: 0, word: '', times: 0 });
  });
  test('a line that says the same over and over is told, and what says nothing new can go', () => {
    expect(codes(heap, 'line')).toEqual(['stuffed']);
    expect(mended(heap, 'line')).toBe('Owl Shirt, Owl Tee');
    expect(codes(withoutRepeats(heap), 'line')).toEqual([]);
  });
  test('a long text may say its subject often, not all the time', () => {
    expect(codes('An owl. '.repeat(70))).toEqual(['stuffed']);
    expect(wordFindings('description', 'An owl. '.repeat(70), 'long')[0]!.mend).toBeUndefined();
  });
  test('what sentences need says nothing: a long text may say it as often as it likes', () => {
    const text = 'It is what it is, and you have it as you like it. '.repeat(6) + 'Moon, roof, river, lamp, gate, barn, hill, road, field, stone, wall, well. '.repeat(4); // prettier-ignore
    expect(codes(text)).toEqual([]);
    expect(codes(text + ' Owl.'.repeat(20))).toEqual(['stuffed']);
  });
  // what our own writer makes must be nothing that we warn of
  test('no text of the standard set is stuffed, unfinished or personal', () => {
    for (const motif of [...DEMO_MOTIFS, ...MOTIFS]) {
      const written = write(briefFor(motif, { note: { days: 3 } }))!;
      for (const limit of [90, 130, 180])
        expect(wordFindings('title', titleFor(written, { limit, counted: 'code points' }), 'line')).toEqual([]);
      expect(wordFindings('description', written.long, 'long')).toEqual([]);
      expect(wordFindings('tags', written.tags, 'tags')).toEqual([]);
    }
  });
});

test('tags are mended as tags', () => {
  const [found] = wordFindings('tags', ['owl', '[season]', 'owl gift'], 'tags');
  expect(found!.mend).toEqual({ code: 'cut', value: ['owl', 'owl gift'] });
  expect(mendLabel(found!.mend!)).toBe('Cut it out');
});
test('every finding is a sentence, and its mend finds nothing of that kind again', () =>
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('owl', 'tee', '{{ x }}', '[y]', 'a@b.example', 'TODO', ','), { maxLength: 14 }),
      (parts) => {
        for (const p of wordFindings('title', parts.join(' '), 'line')) {
          expect(sentenceOf(p)).toMatch(/^\S.*\.$/);
          if (p.code !== 'stuffed') expect(codes(String(p.mend!.value))).not.toContain(p.code);
        }
      },
    ),
  ));
