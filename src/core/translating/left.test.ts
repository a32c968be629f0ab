import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { builtIn, tablesFrom } from './built-in';
import { leftAsItCame } from './left';
import { splitLine } from './pieces';

test('pieces of a line, tags, and sentences of a long text that stayed as they came are told, each once', () => {
  expect(leftAsItCame('Crab Shirt, Rock Star, Sea Life', 'Krabben-Shirt, Rock Star, Leben im Meer', 'line', [])).toEqual([
    'Rock Star',
  ]);
  expect(leftAsItCame(['crab gift', 'rock star'], ['Krabben-Geschenk', 'rock star'], 'line', [])).toEqual(['rock star']);
  const came = 'For sailors.\nIt hums at night. It hums at night. Sizes: S, M.';
  expect(leftAsItCame(came, 'Für Segler.\nIt hums at night. It hums at night. Größen: S, M.', 'long', [])).toEqual([
    'It hums at night.',
  ]);
});
test('names, numbers and single letters are the same in all languages', () => {
  expect(leftAsItCame('Hold Fast, 180, S', 'Hold Fast, 180, S', 'line', ['hold fast'])).toEqual([]);
  expect(leftAsItCame('“Hold fast”. For you.', '“Hold fast”. Für Sie.', 'long', ['Hold fast'])).toEqual([]);
});
test('a name with a comma is one piece, and with its goods it is the same in all languages', () => {
  const name = 'Cold water, warm people';
  expect(leftAsItCame(`${name} Shirt, Rock Star, Sea`, 'Cold Water, Warm People Shirt, Rock Star, Meer', 'line', [name])).toEqual(['Rock Star']); // prettier-ignore
  expect(splitLine('cold water, warm people, “A: b”, c', [name, 'A: b'])).toEqual([
    'cold water, warm people',
    ', ',
    '“A: b”',
    ', ',
    'c',
  ]);
  fc.assert(fc.property(fc.string({ maxLength: 40 }), fc.array(fc.string({ maxLength: 6 }), { maxLength: 3 }), (text, names) => {
    fc.pre(!/[\uE000\uE001]/.test(text));
    expect(splitLine(text, names).join('')).toBe(text);
  })); // prettier-ignore
});
test('a text that never ends is told in a few pieces', () => {
  const many = Array.from({ length: 5000 }, (_, i) => `piece number ${i}`);
  expect(leftAsItCame(many, many, 'line', [])).toHaveLength(20);
});
test('it tells what the built-in translator itself says it left, and nothing that it translated', async () => {
  const translator = builtIn(tablesFrom((name) => readFileSync(`src/core/translating/tables/${name}.csv`, 'utf8')));
  const words = fc.constantFrom('crab shirt', 'gift for sailors', 'rock star thing', 'lighthouse', 'zither solo', 'sea life');
  await fc.assert(
    fc.asyncProperty(
      fc.uniqueArray(words, { minLength: 1, maxLength: 6 }),
      fc.constantFrom('de', 'fr', 'es'),
      async (pieces, to) => {
        const text = pieces.join(', ');
        const [made] = await translator.translate([{ text, kind: 'line', keep: [] }], 'en', to);
        expect(leftAsItCame(text, made!.text, 'line', []).sort()).toEqual([...made!.left].sort());
      },
    ),
  );
});
