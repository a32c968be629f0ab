import fc from 'fast-check';
import { motifName } from './motif-name';

test.each([
  [['Keep a light on', 'Keep a light on, navy ink'], 'Keep a light on'],
  [['Keep a light on, navy ink', 'Keep a light on'], 'Keep a light on'],
  [['Cold water, warm people', 'Cold water, warm people, navy ink'], 'Cold water, warm people'],
  [['Peak light', 'Peak dark'], 'Peak'],
  [['Light peak', 'dark peak'], 'Peak'],
  [['Heron in cream', 'Heron in navy', 'Heron in ochre'], 'Heron'],
  [['Gull – cream', 'Gull - navy'], 'Gull'],
  [['Small boat club', 'SMALL BOAT CLUB (dark)'], 'Small boat club'],
  [['The heron', 'The gull'], 'The heron'],
  [['One', 'Two'], 'One'],
  [['Alone'], 'Alone'],
])('%j are “%s”', (names, name) => expect(motifName(names)).toBe(name));

const word = fc.constantFrom('Crab', 'moon', 'tide', 'navy', 'cream', 'ink');
const name = fc.array(word, { minLength: 1, maxLength: 4 }).map((w) => w.join(' '));
test('a motif’s name never says more than its first twin’s, and is never empty', () =>
  fc.assert(
    fc.property(fc.array(name, { minLength: 1, maxLength: 4 }), (names) => {
      const made = motifName(names);
      expect(made).not.toBe('');
      expect(names[0]!.toLowerCase()).toContain(made.toLowerCase());
    }),
  ));
test('an ending of its own on each twin leaves what they share', () =>
  fc.assert(
    fc.property(name, (base) => {
      fc.pre(base.split(' ').length > 0);
      const capital = base[0]!.toUpperCase() + base.slice(1);
      expect(motifName([`${base}, first of two`, `${base}, second of two`])).toBe(capital);
    }),
  ));

test.each([
  ['Keep a light on, navy ink', 'Keep a light on'],
  ['Mine, slate ink', 'Mine'],
  ['Night owl (dark)', 'Night owl'],
  ['Fox in snow - light version', 'Fox in snow'],
  ['Crab – for dark shirts', 'Crab'],
  ['Cold water, warm people', 'Cold water, warm people'],
  ['Forest green', 'Forest green'],
  ['Sunset in orange', 'Sunset in orange'],
  ['Beach crew, your name', 'Beach crew, your name'],
])('standing alone, %j is the motif %j', (name, motif) => {
  expect(motifName([name])).toBe(motif);
});
