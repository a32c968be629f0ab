import fc from 'fast-check';
import { kindNames, kindOf } from '../docket/kinds';
import { plural } from '../copy/plural';
import { nounsIn, otherNouns } from './nouns';

const NOUNS = kindNames().map((k) => {
  const { one, many } = kindOf(k);
  return { one, many: many ?? plural(one) };
});
const names = (text: string, kind: 'line' | 'long' | 'tags', own: string, motif = '') =>
  nounsIn(text, kind, otherNouns(NOUNS, [own], ''), motif).map((n) => n.one);

test('every kind of goods is told in the title of another, in the singular and the plural, and not in its own', () => {
  for (const { one, many } of NOUNS) {
    const other = one === 'Apron' ? 'Poster' : 'Apron';
    expect([one, names(`Night Owl ${one} Gift`, 'line', other)]).toEqual([one, [one]]);
    expect([many, names(`Night Owl ${many.toLowerCase()}`, 'line', other)]).toEqual([many, [one]]);
    expect([one, names(`Night Owl ${one} and ${many}`, 'line', one)]).toEqual([one, []]);
  }
});

test('in a long text only what it says of itself', () => {
  for (const { one } of NOUNS) {
    const other = one === 'Apron' ? 'Poster' : 'Apron';
    expect([one, names(`Put it beside a ${one.toLowerCase()} of yours.`, 'long', other)]).toEqual([one, []]);
    expect([one, names(`This lovely ${one.toLowerCase()} lasts.`, 'long', other)]).toEqual([one, [one]]);
  }
});

test('what the motif is about is meant, whatever its number', () => {
  expect(names('Mug Collector Apron', 'line', 'Apron', 'a shelf of mugs')).toEqual([]);
  expect(names('Hoodie Season Apron', 'line', 'Apron', 'a shelf of mugs')).toEqual(['Hoodie']);
});

test('text without any noun of goods has none, whatever else it says', () =>
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('owl', 'night', 'this', 'our', 'every', '🦉', 'mugwump', 'capital', 'posterity', 'cardinal', ','), { maxLength: 15 }), // prettier-ignore
      fc.constantFrom('line', 'long', 'tags'),
      (words, kind) => expect(names(words.join(' '), kind, 'Apron')).toEqual([]),
    ),
  ));
