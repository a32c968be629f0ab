import type { PrintFile } from '../print-file/print-file';
import type { Format, Packing } from './form';
import type { DownloadLimits } from './packing';
import type { SheetName } from './sheets';

/** A state in which a file may be made: smaller and more tightly packed from one to the next. */
export interface SoldState {
  /** Its name among derived files: the hash of all that goes into it. */
  file: string;
  /** How it is drawn; the format’s own encoder does the rest. */
  print: PrintFile;
  /** What it is made for: the largest sheet that it is good for. */
  size: string;
  /** 1..100, where the format packs with a loss; null where it loses nothing. */
  quality: number | null;
  /** Of a PDF: the name of the JPEG that its page holds. */
  jpg?: string;
  /** The sizes that it can be printed in, and how fine it is on each. */
  prints: { name: string; ppi: number }[];
}
/** A file of pixels, or of vectors, that is sold. */
export type Sold =
  | { kind: 'pixels'; name: string; sheet: SheetName; format: Exclude<Format, 'svg'>; states: SoldState[] }
  | {
      kind: 'vectors';
      name: string;
      sheet: SheetName;
      file: string;
      original: { sha256: string; fileName: string };
      /** The original is drawn already; else it is traced. */
      drawn: boolean;
    };

/** All files that one proof hands over, and how they are packed. */
export interface DownloadOrder {
  /** Its name among derived files: the hash of all of it. */
  manifest: string;
  sold: Sold[];
  /** Files that always go along. */
  along: { name: string; sha256: string; bytes: number }[];
  /** The page of contents: its title, and what stands above the list. */
  title: string;
  note: string;
  /** What archives are called. */
  name: string;
  pack: Packing;
  limits: DownloadLimits;
}

/** A file as it was made and opened again. */
export interface MadeSold {
  name: string;
  /** Of vectors: no size. */
  widthPx: number | null;
  heightPx: number | null;
  prints: { name: string; ppi: number }[];
  bytes: number;
}
/** What a buyer is handed over: one file, or an archive with what it holds. */
export interface Download {
  name: string;
  file: string;
  sha256: string;
  bytes: number;
  holds: MadeSold[];
}
