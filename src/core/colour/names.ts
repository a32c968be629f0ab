import { hexToRgb, rgbToOklab, type Rgb } from './colour';

/**
 * Colours as buyers call them. Those that CSS Color Module Level 4 names as well have its values; the others (charcoal, cream, sand,
 * leaf green, sea green,
 * mustard, rust, brick, rose, sage, mint, sky blue, slate, mauve, aubergine) are common practice, no single source.
 */
export const COLOUR_NAMES: Record<string, string> = {
  black: '#000000',
  charcoal: '#333a42',
  grey: '#808080',
  'light grey': '#d3d3d3',
  white: '#ffffff',
  cream: '#f5eedc',
  sand: '#dcc7a0',
  tan: '#d2b48c',
  brown: '#6b4423',
  chocolate: '#d2691e',
  maroon: '#800000',
  red: '#e02020',
  crimson: '#dc143c',
  brick: '#a8442f',
  rust: '#b7532a',
  coral: '#ff7f50',
  salmon: '#fa8072',
  orange: '#ffa500',
  amber: '#f2a93b',
  mustard: '#d9a520',
  gold: '#ffd700',
  yellow: '#ffeb3b',
  olive: '#808000',
  'leaf green': '#8fbf3a',
  sage: '#9caf88',
  green: '#2e8b3d',
  'forest green': '#228b22',
  'dark green': '#1f4b3a',
  mint: '#a8dcc4',
  teal: '#008080',
  'sea green': '#2e8b57',
  turquoise: '#40e0d0',
  'sky blue': '#87ceeb',
  slate: '#708090',
  'steel blue': '#4682b4',
  blue: '#1f5fd6',
  navy: '#14213f',
  indigo: '#4b0082',
  purple: '#800080',
  aubergine: '#3b1f3f',
  lavender: '#b9a6dc',
  mauve: '#b784a7',
  rose: '#d97a93',
  pink: '#ffc0cb',
  'hot pink': '#ff69b4',
};
/** Further colours that go by these names. */
const ALSO: [string, string][] = [
  ['charcoal', '#20242b'],
  ['charcoal', '#2e2a28'],
  ['grey', '#a0a4a8'],
  ['coral', '#e4694a'],
  ['sea green', '#7fc4bd'],
  ['teal', '#2f7d6d'],
  ['teal', '#4a8c95'],
  ['navy', '#1b3150'],
  ['steel blue', '#29576f'],
  ['cream', '#fbf3e6'],
  ['brown', '#3b2a20'],
  ['green', '#4f7358'],
];
const known: [string, Rgb][] = [...Object.entries(COLOUR_NAMES), ...ALSO].map(([name, hex]) => [name, rgbToOklab(hexToRgb(hex))]);

/** The name of the nearest colour in OKLab, for `#rrggbb`. */
export function colourName(hex: string): string {
  const lab = rgbToOklab(hexToRgb(hex));
  const away = (to: Rgb) => (to[0] - lab[0]) ** 2 + (to[1] - lab[1]) ** 2 + (to[2] - lab[2]) ** 2;
  return known.reduce((best, it) => (away(it[1]) < away(best[1]) ? it : best))[0];
}

/** The names of the colours that make up most of a picture, each once, the most used first. */
export function colourNames(inks: readonly { hex: string; share: number }[], { most = 4, least = 0.04 } = {}): string[] {
  const names = new Map<string, number>();
  for (const { hex, share } of inks) names.set(colourName(hex), (names.get(colourName(hex)) ?? 0) + share);
  return [...names].filter(([, share]) => share >= least).sort((a, b) => b[1] - a[1]).slice(0, most).map(([name]) => name); // prettier-ignore
}
