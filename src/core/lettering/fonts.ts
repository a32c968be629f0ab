/** The fonts that ship, each a family under an open licence (assets/fonts), by how lettering looks. */
export const FONTS = {
  slab: { word: 'Slab', package: '@fontsource/alfa-slab-one', file: 'alfa-slab-one-latin-400-normal' },
  poster: { word: 'Poster', package: '@fontsource/anton', file: 'anton-latin-400-normal' },
  round: { word: 'Round', package: '@fontsource/bowlby-one', file: 'bowlby-one-latin-400-normal' },
  sans: { word: 'Sans', package: '@fontsource/josefin-sans', file: 'josefin-sans-latin-700-normal' },
  'sans light': { word: 'Sans, light', package: '@fontsource/josefin-sans', file: 'josefin-sans-latin-400-normal' },
  book: { word: 'Book', package: '@fontsource/playfair-display', file: 'playfair-display-latin-900-normal' },
  didone: { word: 'Didone', package: '@fontsource/abril-fatface', file: 'abril-fatface-latin-400-normal' },
  script: { word: 'Script', package: '@fontsource/pacifico', file: 'pacifico-latin-400-normal' },
  brush: { word: 'Brush', package: '@fontsource/lobster', file: 'lobster-latin-400-normal' },
  marker: { word: 'Marker', package: '@fontsource/permanent-marker', file: 'permanent-marker-latin-400-normal' },
  western: { word: 'Western', package: '@fontsource/rye', file: 'rye-latin-400-normal' },
} as const;
export type FontName = keyof typeof FONTS;
export const FONT_NAMES = Object.keys(FONTS) as FontName[];
