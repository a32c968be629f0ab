import fc from 'fast-check';
import { fitted, onArea } from '../placement/form';
import type { BlankDocument } from '../stock/blank';
import { WHEN_ENDED, type DocketDocument, type GoodsLine } from './docket';
import { asksFor, endedOn, mended, mendedPhrase, NEAR, notMendedSentence } from './ended';

const DYES: Record<string, string> = {
  Chalk: '#fbfaf7',
  Moss: '#55613f',
  Fern: '#5f6e4a',
  Ink: '#1b2330',
  Coral: '#e8705c',
};
const SIZES = ['S', 'M', 'L'];
/** A blank with some colours and sizes; of what `ended` says nothing can be had any more. */
const blankOf = (colours: string[], sizes: string[], ended: [colour: string, size: string][] = []): BlankDocument =>
  ({
    colours: colours.map((name) => ({ name, hex: DYES[name]! })),
    sizes: sizes.map((name) => ({ name })),
    areas: [{ name: 'front' }],
    variants: [
      { costMinor: 900 },
      ...ended.map(([c, s]) => ({ colours: [c], sizes: [s], costMinor: 900, stock: 'discontinued' as const })),
    ],
  }) as unknown as BlankDocument;
const lineOf = (colours: GoodsLine['colours'], sizes = SIZES): GoodsLine => ({
  key: 'adult',
  blank: 'tee',
  noun: { one: 'Shirt', many: 'Shirts' },
  colours,
  sizes,
  placements: [onArea('front', fitted(1, 0))],
});
const docketOf = (line: GoodsLine) => ({ lines: [line] }) as unknown as DocketDocument;
const hexOf = (name: string) => DYES[name];
const all = Object.keys(DYES);
const every = (colour: string): [string, string][] => SIZES.map((s) => [colour, s]);

test('a colour that ended is told with the nearest that is free, by CIEDE2000', () => {
  const line = lineOf(['Chalk', 'Moss']);
  const gone = endedOn(line, blankOf(['Chalk', 'Fern', 'Ink', 'Coral'], SIZES), hexOf);
  expect(gone.colours).toEqual([{ name: 'Moss', hex: '#55613f', sizes: null, nearest: { name: 'Fern', hex: '#5f6e4a', apart: expect.any(Number) as number } }]); // prettier-ignore
  expect(gone.colours[0]!.nearest!.apart).toBeGreaterThan(3);
  expect(gone.colours[0]!.nearest!.apart).toBeLessThan(8);
  // listed still, but discontinued, is the same
  expect(endedOn(line, blankOf(all, SIZES, every('Moss')), hexOf)).toEqual(gone);
  // nothing is known of a colour that was never there
  expect(endedOn(lineOf(['Chalk', 'Mist']), blankOf(all, SIZES), hexOf).colours[0]!.nearest).toBeNull();
});

test('what is out of stock has not ended', () => {
  const short = { ...blankOf(all, SIZES), variants: [{ costMinor: 900, stock: 'out of stock' as const }] };
  const gone = endedOn(lineOf(all), short, hexOf);
  expect(gone).toMatchObject({ colours: [], sizes: [] });
  expect(asksFor(gone, undefined)).toBe(false);
});

test('a colour that ended in some sizes is left out by one rule and let be by another', () => {
  const line = lineOf(['Chalk', 'Moss', 'Coral']);
  const gone = endedOn(line, blankOf(all, SIZES, [['Moss', 'S'], ['Moss', 'M']]), hexOf); // prettier-ignore
  expect(gone.colours[0]).toMatchObject({ name: 'Moss', sizes: ['S', 'M'] });
  expect(asksFor(gone, undefined)).toBe(true);
  expect(asksFor(gone, 'drop sizes')).toBe(false);
  expect(mended(docketOf(line), [gone], 'drop sizes')).toEqual({ document: docketOf(line), did: [], left: [] });
  const without = mended(docketOf(line), [gone], 'drop colour');
  expect(without.document.lines[0]!.colours).toEqual(['Chalk', 'Coral']);
  expect(without.did.map(mendedPhrase)).toEqual(['Moss left out']);
  const moved = mended(docketOf(line), [gone], 'nearest colour');
  expect(moved.document.lines[0]!.colours).toEqual(['Chalk', 'Fern', 'Coral']);
  expect(moved.did.map(mendedPhrase)[0]).toMatch(/^Moss became Fern \(\d\.\d apart\)$/);
});

test('a size that ended in all colours goes, and what was of that size with it', () => {
  const line = lineOf(['Chalk', 'Ink']);
  line.placements[0]!.bySize = {
    L: { layers: [fitted(0.5, 10)] },
    S: { layers: [fitted(0.9, 0)] },
  };
  const gone = endedOn(line, blankOf(all, ['S', 'M']), hexOf);
  expect(gone).toMatchObject({ colours: [], sizes: ['L'] });
  for (const rule of WHEN_ENDED) {
    const it = mended(docketOf(line), [gone], rule).document.lines[0]!;
    expect(it.sizes).toEqual(['S', 'M']);
    expect(Object.keys(it.placements[0]!.bySize!)).toEqual(['S']);
  }
});

test('what would leave nothing stays, and is said; so is a print area that is gone', () => {
  const line = lineOf(['Moss']);
  const gone = { ...endedOn(line, blankOf(['Chalk'], SIZES), hexOf), areas: ['hem'] };
  const it = mended(docketOf(line), [gone], 'drop colour');
  expect(it.document.lines[0]!.colours).toEqual(['Moss']);
  expect(it.left.map(notMendedSentence)).toEqual([
    'The print area hem is gone: choose another in the docket.',
    'Without Moss nothing would be left: choose others in the docket.',
  ]);
  // Chalk is no nearer to Moss than another colour is
  expect(gone.colours[0]!.nearest!.apart).toBeGreaterThan(NEAR);
  expect(mended(docketOf(line), [gone], 'nearest colour').left.map((l) => l.why)).toEqual(['print area', 'nothing near']);
});

test('colours that are chosen by rule name none that could end', () => {
  const gone = endedOn(lineOf({ best: 3 }), blankOf(['Chalk'], SIZES), hexOf);
  expect(gone).toMatchObject({ colours: [], sizes: [] });
});

const some = (of: string[]) => fc.subarray(of, { minLength: 1 });
test('after any rule nothing is asked for but what it said it left, no colour stands twice, and doing it again changes nothing', () => {
  fc.assert(
    fc.property(
      some(all),
      some(SIZES),
      some(all),
      some(SIZES),
      fc.subarray(all.flatMap((c) => SIZES.map((s): [string, string] => [c, s]))),
      fc.constantFrom(...WHEN_ENDED),
      (colours, sizes, offered, made, ended, rule) => {
        const blank = blankOf(offered, made, ended);
        const line = lineOf(colours, sizes);
        const once = mended(docketOf(line), [endedOn(line, blank, hexOf)], rule);
        const [after] = once.document.lines;
        const still = endedOn(after!, blank, hexOf);
        if (asksFor(still, rule)) expect(once.left.length).toBeGreaterThan(0);
        const names = after!.colours as string[];
        expect(new Set(names).size).toBe(names.length);
        if (!once.left.length)
          expect(mended(once.document, [still], rule)).toEqual({ document: once.document, did: [], left: [] });
      },
    ),
  );
});
