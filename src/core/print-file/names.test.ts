import fc from 'fast-check';
import { PRINT_NAMES } from './default-names';
import { free, printPath } from './names';
import type { PrintFile } from './print-file';

const file: PrintFile = {
  ...{
    file: 'x.png',
    line: 'shirt',
    noun: 'Shirt',
    area: 'front',
    sizes: ['S', 'M', 'L', 'XL'],
    colours: ['Chalk'],
    twin: false,
  },
  ...{ widthMm: 381, heightMm: 457.2, bleedMm: 0, ppi: 300, widthPx: 4500, heightPx: 5400 },
  ...{ ground: null, paper: false, photographic: false, layers: [] },
};
const named = { artwork: 'Tides in/out', docket: 'Shirts', outlet: 'Quayside' };
const path = (pattern: string, it = file, of = named) => {
  const filled = printPath(pattern, of, it);
  if (!filled.ok) throw new Error(filled.fault.code);
  return filled.text;
};

test('a folder an artwork, then product, area, and the sizes it is for', () => {
  expect(path(PRINT_NAMES)).toBe('Tides in-out/Shirt, front, S–XL');
  expect(path(PRINT_NAMES, { ...file, sizes: ['A3', 'A2'] })).toBe('Tides in-out/Shirt, front, A3, A2');
});
test('colours are named where another artwork goes on the others', () =>
  expect(path(PRINT_NAMES, { ...file, twin: true })).toBe('Tides in-out/Shirt, front, S–XL on Chalk'));
test('many colours are counted: from the first to the last would say nothing of those between', () =>
  expect(path(PRINT_NAMES, { ...file, twin: true, colours: ['Kelp', 'Storm', 'Harbour', 'Ink'] })).toBe(
    'Tides in-out/Shirt, front, S–XL on Kelp and 3 more',
  ));
test('a value that there is not is a fault', () =>
  expect(printPath('{{ print.weight }}', named, file)).toEqual({ ok: false, fault: { code: 'missing', what: 'print.weight' } }));

test('whatever names hold, every part of a path is one that all file systems take', () =>
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), fc.string({ maxLength: 30 }), (artwork, noun) => {
      fc.pre(artwork.trim() !== '' && noun.trim() !== '');
      const made = path('{{ artwork.name }}/{{ product.noun }}', { ...file, noun }, { ...named, artwork });
      expect(made).not.toBe('');
      for (const part of made.split('/')) {
        expect(part).not.toMatch(/[\0-\x1f<>:"|?*\\]|[. ]$|^$/);
        expect([...part].length).toBeLessThanOrEqual(121);
        expect(part).not.toMatch(/^(con|prn|aux|nul|com\d|lpt\d)$/i);
      }
    }),
  ));

test('taken names get a number, also where only capitals differ', () => {
  const taken = new Set<string>();
  expect(['Fox', 'fox', 'FOX'].map((name) => free(name, '.png', taken))).toEqual(['Fox.png', 'fox 2.png', 'FOX 3.png']);
});
