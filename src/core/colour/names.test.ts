import { colorsNamed } from 'culori';
import { colourName, colourNames, COLOUR_NAMES } from './names';
import { hexToRgb } from './colour';

test('names that CSS Color Module Level 4 has too, where they mean one hue, lie near its values', () => {
  // reference: the table of named colours in culori, which is the specification’s
  const shared = Object.keys(COLOUR_NAMES).filter((n) => n.replace(/ /g, '') in colorsNamed);
  expect(shared.length).toBeGreaterThan(25);
  for (const name of shared) {
    const css = colorsNamed[name.replace(/ /g, '') as keyof typeof colorsNamed];
    const hex = `#${css.toString(16).padStart(6, '0')}`;
    const [a, b] = [hexToRgb(hex), hexToRgb(COLOUR_NAMES[name]!)];
    expect([name, Math.hypot(...a.map((v, i) => v - b[i]!)) < 130]).toEqual([name, true]);
  }
});
test.each([
  ['#f7efdc', 'cream'],
  ['#f2a93b', 'amber'],
  ['#1f4b45', 'dark green'],
  ['#7fc4bd', 'sea green'],
  ['#12263f', 'navy'],
  ['#20242b', 'charcoal'],
  ['#e4694a', 'coral'],
  ['#fefefe', 'white'],
])('%s is called %s', (hex, name) => {
  expect(colourName(hex)).toBe(name);
});
test('what is hardly there is not named, and one name is said once', () => {
  const inks = [
    { hex: '#f7efdc', share: 0.6 },
    { hex: '#14213f', share: 0.2 },
    { hex: '#f5eedc', share: 0.18 },
    { hex: '#ff0000', share: 0.02 },
  ];
  expect(colourNames(inks)).toEqual(['cream', 'navy']);
});
