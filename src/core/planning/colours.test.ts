import fc from 'fast-check';
import { apart } from '../colour/apart';
import { hexToRgb } from '../colour/colour';
import { chooseColours, shotColour } from './colours';

const CLOTH = [
  { name: 'Chalk', hex: '#f7f5f0' },
  { name: 'Sand', hex: '#d9c9a8' },
  { name: 'Harbour', hex: '#24405e' },
  { name: 'Ink', hex: '#17171a' },
];
const ink = (hex: string, rgb: [number, number, number]) => ({ hex, rgb, share: 1 });

describe('colours', () => {
  // light artwork goes on dark cloth, dark on light (common practice)
  test('cream artwork is offered on dark cloth only, featured where it stands out most', () => {
    const choice = chooseColours([[ink('#f7efdc', [247, 239, 220])]], CLOTH);
    expect(choice.offered.map((c) => c.name)).toEqual(['Harbour', 'Ink']);
    expect(choice.featured).toBe('Harbour'); // both are read in full; the docket's order decides
    expect(choice.leftOut.map((c) => c.name)).toEqual(['Chalk', 'Sand']);
  });
  test('a frame is judged by the sheet in it, not by its wood', () => {
    const frames = CLOTH.map((c) => ({ ...c, ground: '#fbfaf7' }));
    const navy = chooseColours([[ink('#1d3145', [29, 49, 69])]], frames);
    expect(navy.offered.map((c) => c.name)).toEqual(['Chalk', 'Sand', 'Harbour', 'Ink']);
    const cream = chooseColours([[ink('#f7efdc', [247, 239, 220])]], frames);
    expect(cream.unreadable).toBe(true);
  });
  test('artwork that fills its sheet is read on any colour; of twins the leading one is taken then', () => {
    const choice = chooseColours([null, [ink('#1d3145', [29, 49, 69])]], CLOTH);
    expect(choice.offered.map((c) => [c.name, c.print, c.legibility])).toEqual(CLOTH.map((c) => [c.name, 0, 1]));
    expect([choice.leftOut, choice.unreadable]).toEqual([[], false]);
  });
  test('navy artwork is offered on light cloth only', () =>
    expect(chooseColours([[ink('#1d3145', [29, 49, 69])]], CLOTH).offered.map((c) => c.name)).toEqual(['Chalk', 'Sand']));
  test('linked twins share the cloth: cream ink takes the dark colours, navy the light ones', () => {
    const choice = chooseColours([[ink('#f7efdc', [247, 239, 220])], [ink('#1d3145', [29, 49, 69])]], CLOTH);
    expect(choice.offered.map((c) => [c.name, c.print])).toEqual([
      ['Chalk', 1],
      ['Sand', 1],
      ['Harbour', 0],
      ['Ink', 0],
    ]);
    expect(choice.leftOut).toEqual([]);
  });
  test('where it reads well on none, the best is kept and it is said', () => {
    const choice = chooseColours([[ink('#f7efdc', [247, 239, 220])]], CLOTH.slice(0, 2));
    expect(choice).toMatchObject({ unreadable: true, featured: 'Sand', offered: [{ name: 'Sand' }] });
  });
  test('only so many, those that read best, in the docket’s own order', () =>
    expect(chooseColours([[ink('#d9694f', [217, 105, 79])]], CLOTH, 2).offered.map((c) => c.name)).toHaveLength(2));
  test('of five dark blues one is offered, the one it reads best on', () => {
    const blues = ['#1d2f4a', '#1f3250', '#223655', '#24395a', '#26405f'].map((hex, i) => ({ name: `Blue ${i + 1}`, hex }));
    const choice = chooseColours([[ink('#f7efdc', [247, 239, 220])]], [...blues, CLOTH[3]!], 8, 10);
    expect(choice.offered).toHaveLength(2);
    expect(choice.offered.map((c) => c.name)).toContain('Ink');
    expect(choice.offered.map((c) => c.name)).toContain(choice.featured);
  });
  test('no two that are offered are closer than what is asked for, and the featured one is always among them', () => {
    const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
    fc.assert(
      fc.property(
        fc.array(hex, { minLength: 1, maxLength: 20 }),
        hex,
        fc.integer({ min: 1, max: 10 }),
        fc.integer({ min: 0, max: 40 }),
        (all, of, most, gap) => {
          const cloth = all.map((h, i) => ({ name: String(i), hex: h }));
          const { offered, featured } = chooseColours([[ink(of, hexToRgb(of))]], cloth, most, gap);
          expect(offered.length).toBeGreaterThan(0);
          expect(offered.length).toBeLessThanOrEqual(most);
          expect(offered.map((c) => c.name)).toContain(featured);
          for (const [i, a] of offered.entries())
            for (const b of offered.slice(i + 1)) expect(apart(a.hex, b.hex)).toBeGreaterThanOrEqual(gap);
        },
      ),
    );
  });
  test('a shot list counts on from the featured colour and starts again at the end', () => {
    const choice = chooseColours([[ink('#f7efdc', [247, 239, 220])]], CLOTH);
    expect((['featured', 1, 2] as const).map((want) => shotColour(choice, want, CLOTH, [[]]).name)).toEqual([
      'Harbour',
      'Ink',
      'Harbour',
    ]);
  });
});
