import type { Lie } from '../placement/lay';

/** A picture on a print file, in its pixels: one affine map a copy, or a tile with its repeat. Lettering is a drawing of its own. */
export type PrintedPicture = Lie & ({ original: { sha256: string; fileName: string } } | { svg: string });

/** The file that is named when something is wrong with a print file. */
export const namedOf = ({ layers, noun }: PrintFile): string =>
  layers.flatMap((l) => ('original' in l ? [l.original.fileName] : []))[0] ?? noun;

/** The exact raster that a print house prints for one placement, and all that it is made from. */
export interface PrintFile {
  /** Its name among derived files: the hash of everything that goes into its pixels. */
  file: string;
  /** What it is for: the goods line and its noun, the print area, the sizes and colours that it serves. */
  line: string;
  noun: string;
  area: string;
  sizes: string[];
  colours: string[];
  /** Other colours have another artwork of the motif. */
  twin: boolean;
  /** The area with its bleed around it, mm. */
  widthMm: number;
  heightMm: number;
  bleedMm: number;
  ppi: number;
  widthPx: number;
  heightPx: number;
  /** What lies below everything, `#rrggbb`; null where the product shows through. */
  ground: string | null;
  /** Paper: it is also to be had as PDF, with its trim and its bleed. */
  paper: boolean;
  /** It shows photographs: these are packed otherwise, which changes no pixel. */
  photographic: boolean;
  /** From below. */
  layers: PrintedPicture[];
}

/** Name of the PDF of a print file. */
export const pdfOf = (file: string): string => file.replace(/\.png$/, '.pdf');
