import type { ColourListed } from './form';

/** The colours that Brightsea's dye-works has, by family. */
const FAMILIES: Record<string, Record<string, string>> = {
  white: { Chalk: '#f7f5f0', Foam: '#ffffff', Oyster: '#e9e4d8', Shell: '#f3e6d6' },
  brown: { Sand: '#d9c9a8', Driftwood: '#a48a6b', Peat: '#4a3728', Rope: '#c2a878', Rust: '#8f4a2b' },
  green: { Kelp: '#4f6b4c', Samphire: '#8aa05a', Pine: '#23442f', Lichen: '#b9c29a', Bottle: '#1f4d3f' },
  blue: {
    'Sea mist': '#a9c4bf',
    Harbour: '#24405e',
    Tide: '#3f7390',
    Gull: '#b8c4cc',
    Deep: '#16283f',
    Lagoon: '#5fb0b7',
    Squall: '#6b7f99',
    Delft: '#2f5fa8',
  },
  red: { Coral: '#d9694f', Lantern: '#b8312f', Brick: '#8c3b34', Samson: '#6d1f2c', Blush: '#e8b7ac' },
  yellow: { Buoy: '#e8b53a', Gorse: '#f0d264', Ochre: '#b9832f' },
  violet: { Heather: '#8b7aa3', Thistle: '#5d4a78', Mussel: '#38324f', Lilac: '#c7b8d6' },
  grey: { Storm: '#53565c', Pebble: '#9b9da0', Slate: '#3a4148', Fog: '#cfd1d2' },
  black: { Ink: '#17171a', Soot: '#26262a' },
};

/** Knitted of two yarns. */
export const KNITS: ColourListed[] = [
  { name: 'Fog marl', hex: '#b9bbbd', family: 'grey', knit: { with: '#84878b', as: 'marl' } },
  { name: 'Harbour marl', hex: '#2d4a66', family: 'blue', knit: { with: '#6f8499', as: 'marl' } },
  { name: 'Brick marl', hex: '#9a4a42', family: 'red', knit: { with: '#c48f86', as: 'marl' } },
];
/** Ringed like a sailor's. */
export const STRIPE: ColourListed = {
  name: 'Quay stripe',
  hex: '#f7f5f0',
  family: 'white',
  knit: { with: '#24405e', as: 'stripe' },
};

export const DYES = Object.entries(FAMILIES).flatMap(([family, dyes]) =>
  Object.entries(dyes).map(([name, hex]) => ({ name, hex, family })),
);
/** Some of them, in the order that they are named in. */
export const dyes = (...names: string[]): typeof DYES => names.map((n) => DYES.find((d) => d.name === n)!);
/** The eight that have been there from the beginning. */
export const FIRST = ['Chalk', 'Sand', 'Sea mist', 'Coral', 'Kelp', 'Harbour', 'Storm', 'Ink'];
