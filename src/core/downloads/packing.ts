import type { Packing } from './form';

/** What an outlet takes to be downloaded: so many files of so many bytes each. */
export interface DownloadLimits {
  files: number;
  bytesEach: number;
  bytesInAll?: number;
}
/** A file that is to be packed. */
export interface Packable {
  name: string;
  bytes: number;
}
/** What is handed over: files by themselves, and archives that hold them, by their places in what was packed. */
export type Parcel = { kind: 'file'; holds: number } | { kind: 'archive'; name: string; holds: number[] };
export type Packed =
  | { ok: true; parcels: Parcel[] }
  | { ok: false; why: 'too-large'; file: number }
  | { ok: false; why: 'too-many'; needs: number }
  | { ok: false; why: 'too-much'; bytes: number };

/**
 * What an archive takes beside its files: 30 bytes before and 46 after each with its name twice, 22 at the end (PKWARE APPNOTE
 * 4.3.7, 4.3.12, 4.3.16); and as much again for times and long sizes that a writer may add.
 */
const END = 2 * 22;
const around = (name: string): number => 2 * (30 + 46) + 4 * new TextEncoder().encode(name).length;
/** Bytes of an archive that stores these files, at most. */
export const archiveBytes = (files: readonly Packable[]): number => files.reduce((sum, f) => sum + f.bytes + around(f.name), END);

/**
 * Packs files within what an outlet takes. `first` of them stand by themselves, before all archives: a page of contents is to be read
 * without unpacking. The others stand loose where they may and so many fit; else they lie in archives in their order, or, where that
 * needs more than there may be, the largest first into the first that has room (first-fit decreasing: at most 11/9 of the fewest
 * possible plus 6/9; Dósa 2007).
 */
export function pack(files: readonly Packable[], limits: DownloadLimits, how: Packing, name: string, first = 0): Packed {
  const loose = files.slice(0, first).map((_, i): Parcel => ({ kind: 'file', holds: i }));
  const large = files.findIndex((f, i) => (i < first ? f.bytes : archiveBytes([f])) > limits.bytesEach);
  if (large >= 0) return { ok: false, why: 'too-large', file: large };
  const total = files.reduce((sum, f) => sum + f.bytes + around(f.name), 0);
  if (limits.bytesInAll !== undefined && total > limits.bytesInAll) return { ok: false, why: 'too-much', bytes: total };
  const rest = files.map((_, i) => i).slice(first);
  if (how === 'loose where they fit' && files.length <= limits.files)
    return { ok: true, parcels: [...loose, ...rest.map((holds): Parcel => ({ kind: 'file', holds }))] };
  const room = limits.files - loose.length;
  let bins = inOrder(files, rest, limits.bytesEach);
  if (bins.length > room) bins = largestFirst(files, rest, limits.bytesEach);
  if (bins.length > room) return { ok: false, why: 'too-many', needs: bins.length + loose.length };
  const archives = bins.map((holds, i): Parcel => {
    const called = bins.length > 1 ? `${name}, ${i + 1} of ${bins.length}` : name;
    return { kind: 'archive', name: `${called}.zip`, holds };
  });
  return { ok: true, parcels: [...loose, ...archives] };
}

const bytesIn = (files: readonly Packable[], holds: readonly number[]): number => archiveBytes(holds.map((i) => files[i]!));

/** What belongs together stays together: each archive is filled until the next file does not fit. */
function inOrder(files: readonly Packable[], which: readonly number[], most: number): number[][] {
  const bins: number[][] = [];
  for (const i of which) {
    const last = bins.at(-1);
    if (last && bytesIn(files, [...last, i]) <= most) last.push(i);
    else bins.push([i]);
  }
  return bins;
}

function largestFirst(files: readonly Packable[], which: readonly number[], most: number): number[][] {
  const bins: number[][] = [];
  for (const i of [...which].sort((a, b) => files[b]!.bytes - files[a]!.bytes || a - b)) {
    const bin = bins.find((b) => bytesIn(files, [...b, i]) <= most);
    if (bin) bin.push(i);
    else bins.push([i]);
  }
  return bins.map((b) => b.sort((a, c) => a - c)).sort((a, b) => a[0]! - b[0]!);
}
