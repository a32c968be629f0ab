import { MM_PER_INCH } from '../placement/lay';

/** A size that a sheet is printed in, upright, mm; a screen has pixels instead. */
export interface SheetSize {
  name: string;
  widthMm: number;
  heightMm: number;
  /** Of a screen: exactly so many. */
  widthPx?: number;
  heightPx?: number;
}
/** A shape that buyers print in or look at, with its sizes from the smallest on. */
export interface Sheet {
  word: string;
  /** It lies so, however the picture does; others turn with the picture. */
  held?: 'upright' | 'across';
  sizes: readonly SheetSize[];
}

const inches = (...sizes: [width: number, height: number][]): SheetSize[] =>
  sizes.map(([w, h]) => ({ name: `${w} × ${h} in`, widthMm: w * MM_PER_INCH, heightMm: h * MM_PER_INCH }));

/** A0 is 841 x 1189 mm; each further size is the one before cut in half, whole millimetres (ISO 216:2007, 3.2 and table 1). */
function isoA(from: number, to: number): SheetSize[] {
  const sizes: SheetSize[] = [];
  for (let n = 0, [widthMm, heightMm] = [841, 1189]; n <= from; n++) {
    if (n >= to) sizes.unshift({ name: `A${n}`, widthMm, heightMm });
    [widthMm, heightMm] = [Math.floor(heightMm / 2), widthMm];
  }
  return sizes;
}

/** Screens are counted in pixels; as if printed at so many to the inch, which moves nothing. */
const SCREEN_PPI = 96;
const screens = (...sizes: [width: number, height: number][]): SheetSize[] =>
  sizes.map(([widthPx, heightPx]) => ({
    name: `${widthPx} × ${heightPx} px`,
    widthPx,
    heightPx,
    widthMm: (widthPx / SCREEN_PPI) * MM_PER_INCH,
    heightMm: (heightPx / SCREEN_PPI) * MM_PER_INCH,
  }));

/**
 * What downloads are made for. Which inch sizes frames are sold in, and which screens are about: common practice, no single source.
 * `whole` is the picture as it is, without a sheet.
 */
export const SHEETS = {
  '2:3': { word: '2:3', sizes: inches([4, 6], [8, 12], [12, 18], [16, 24], [20, 30], [24, 36]) },
  '3:4': { word: '3:4', sizes: inches([6, 8], [9, 12], [12, 16], [15, 20], [18, 24]) },
  '4:5': { word: '4:5', sizes: inches([4, 5], [8, 10], [12, 15], [16, 20], [24, 30]) },
  '5:7': { word: '5:7', sizes: inches([5, 7], [10, 14], [15, 21], [20, 28]) },
  '11:14': { word: '11:14', sizes: inches([11, 14], [22, 28]) },
  'ISO A': { word: 'ISO A', sizes: isoA(6, 1) },
  square: { word: 'Square', sizes: inches([5, 5], [8, 8], [10, 10], [12, 12], [16, 16], [20, 20]) },
  phone: { word: 'Phone', held: 'upright', sizes: screens([1080, 2400], [1440, 3200]) },
  tablet: { word: 'Tablet', sizes: screens([1536, 2048], [2048, 2732]) },
  desktop: { word: 'Desktop', held: 'across', sizes: screens([1080, 1920], [1440, 2560], [2160, 3840]) },
  whole: { word: 'As it is', sizes: [] },
} as const satisfies Record<string, Sheet>;
export type SheetName = keyof typeof SHEETS;
export const SHEET_NAMES = Object.keys(SHEETS) as SheetName[];

/** Sheets that are screens are counted in pixels. */
export const sheetOf = (name: SheetName): Sheet => SHEETS[name];
export const isScreen = (name: SheetName): boolean => sheetOf(name).sizes.some((s) => s.widthPx !== undefined);

/** A size laid across: its sides, and the numbers in its name, change places. ISO sizes keep their names. */
export function across(size: SheetSize): SheetSize {
  const { name, widthMm, heightMm, widthPx, heightPx } = size;
  return {
    name: name.replace(/^(\d+) × (\d+)/, '$2 × $1'),
    widthMm: heightMm,
    heightMm: widthMm,
    ...(widthPx !== undefined && { widthPx: heightPx, heightPx: widthPx }),
  };
}
