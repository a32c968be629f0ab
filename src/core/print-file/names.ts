import { fill, type Filled } from '../copy/wording';
import { LIMITS } from '../limits';
import type { PrintFile } from './print-file';

/** What a file is named after. */
export interface Named {
  artwork: string;
  docket: string;
  outlet: string;
}

/** Sizes as they are called together: each where they are few, else from the first to the last. */
const together = (sizes: readonly string[]): string => (sizes.length > 3 ? `${sizes[0]!}–${sizes.at(-1)!}` : sizes.join(', '));

/** Colours have no order: each where they are few, else the first and how many more. */
const someOf = (colours: readonly string[]): string =>
  colours.length > 3 ? `${colours[0]!} and ${colours.length - 1} more` : colours.join(', ');

const MOST = 120;
/** Names that no file may have on Windows, whatever its ending (Naming Files, Paths, and Namespaces). */
const RESERVED = /^(con|prn|aux|nul|com[0-9]|lpt[0-9])$/i;
/** One part of a path, as every file system takes it. */
export function filePart(text: string): string {
  const plain = text.replace(/[\0-\x1f<>:"|?*\\]/g, '-').replace(/\s+/g, ' ').trim(); // prettier-ignore
  const cut = [...plain]
    .slice(0, MOST)
    .join('')
    .replace(/[. ]+$/, '');
  return RESERVED.test(cut) ? `${cut}-` : cut;
}

/** The path of a print file in an archive, without its ending; a fault where the pattern asks for what there is not. */
export function printPath(pattern: string, { artwork, docket, outlet }: Named, file: PrintFile): Filled {
  // a slash in a name is no folder
  const value = (text: string) => text.replace(/\//g, '-');
  const on = file.colours.length && file.twin ? ` on ${someOf(file.colours)}` : '';
  const filled = fill(pattern, {
    artwork: { name: value(artwork) },
    docket: { name: value(docket) },
    outlet: { name: value(outlet) },
    product: { noun: value(file.noun) },
    print: {
      area: value(file.area),
      for: value(together(file.sizes) + on),
      sizes: value(file.sizes.join(', ')),
      colours: value(file.colours.join(', ')),
      width: String(file.widthPx),
      height: String(file.heightPx),
      ppi: String(file.ppi),
    },
  });
  if (!filled.ok) return filled;
  const parts = filled.text.split('/').map(filePart).filter(Boolean);
  return { ok: true, text: parts.slice(-LIMITS.archiveDepth).join('/') || 'print file' };
}

/** The path, with a number behind it where it is taken; notes it as taken. In small letters, as some disks compare. */
export function free(path: string, ending: string, taken: Set<string>): string {
  for (let n = 1; ; n++) {
    const name = `${path}${n > 1 ? ` ${n}` : ''}${ending}`;
    if (taken.has(name.toLowerCase())) continue;
    taken.add(name.toLowerCase());
    return name;
  }
}
