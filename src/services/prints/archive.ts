import type { Readable } from 'node:stream';
import pLimit from 'p-limit';
import { PRINT_NAMES } from '../../core/print-file/default-names';
import { free, printPath } from '../../core/print-file/names';
import { pdfOf } from '../../core/print-file/print-file';
import { thousands } from '../../core/thousands';
import { inWorkspace } from '../../data/database';
import { printingOf, type PrintingKind } from '../../data/prints/plans';
import * as data from '../../data/prints/sets';
import type { MadeFile } from '../../data/prints/sets';
import { has, stream } from '../../files/store';
import { Trouble } from '../trouble';
import { zipped } from '../zip';
import { withPlans } from './printing';
import { begin, setIn } from './sets';

/** So many files are looked for at a time. */
const TOGETHER = 16;

/** A file that is on its way to somebody. */
export interface OnItsWay {
  stream: Readable;
  fileName: string;
}

/** One print file of a proof or a listing, once it is made. */
export async function printFile(
  workspace: string,
  kind: PrintingKind,
  id: string,
  file: string,
  pdf: boolean,
): Promise<OnItsWay> {
  const [its] = await inWorkspace(workspace, async (tx) => withPlans(tx, await printingOf(tx, kind, [id])));
  const print = its?.files?.find((f) => f.file === file);
  const found = print ? await stream('derived', pdf && print.paper ? pdfOf(file) : file) : null;
  if (!its || !print || !found) throw new Trouble('not-found', 'There is no such print file, or it is not made yet.');
  const path = printPath(PRINT_NAMES, its, print);
  const name = (path.ok ? path.text : file.slice(0, 12)).replace(/\//g, ', ');
  return { stream: found.stream, fileName: `${name}${pdf && print.paper ? '.pdf' : '.png'}` };
}

/**
 * What is made of a set, as one archive: its files one after another as they are read, and a table of what they are. Files that are
 * gone meanwhile are made again first, and that is said.
 */
export async function printArchive(workspace: string, id: string): Promise<OnItsWay> {
  const { set, files } = await inWorkspace(workspace, async (tx) => ({
    set: await setIn(tx, id),
    files: await data.madeFiles(tx, id),
  }));
  if (!files.length) throw new Trouble('conflict', 'None of these print files is made yet.');
  const turn = pLimit(TOGETHER);
  const here = await Promise.all(files.map((f) => turn(() => has('derived', f.file))));
  const gone = files.filter((_, i) => !here[i]);
  if (gone.length) {
    await inWorkspace(workspace, async (tx) => {
      await data.waitAgain(tx, id, gone.map((f) => f.n)); // prettier-ignore
      await begin(tx, workspace, await setIn(tx, id));
    });
    const many = gone.length === 1 ? 'One of these files was' : `${thousands(gone.length)} of these files were`;
    throw new Trouble('conflict', `${many} swept away meanwhile, and is being made again. Ask for the archive when it is done.`);
  }
  return { stream: packed(files), fileName: `${set.name.replace(/[/\\]/g, '-')}.zip` };
}

/** What the table says of each file; the first row names it. */
const COLUMNS: [name: string, of: (f: MadeFile) => string | number][] = [
  ['file', (f) => f.path],
  ['product', ({ print }) => print.noun],
  ['print area', ({ print }) => print.area],
  ['sizes', ({ print }) => print.sizes.join(', ')],
  ['colours', ({ print }) => print.colours.join(', ')],
  ['width mm', ({ print }) => print.widthMm],
  ['height mm', ({ print }) => print.heightMm],
  ['bleed mm', ({ print }) => print.bleedMm],
  ['width px', ({ print }) => print.widthPx],
  ['height px', ({ print }) => print.heightPx],
  ['px/in', ({ print }) => print.ppi],
];

/** The table as RFC 4180 writes it, with the mark by which spreadsheets know UTF-8. */
function table(files: readonly MadeFile[]): string {
  const cell = (value: string | number) => (/[",\r\n]/.test(String(value)) ? `"${String(value).replace(/"/g, '""')}"` : value);
  const rows = [COLUMNS.map(([name]) => name), ...files.map((f) => COLUMNS.map(([, of]) => of(f)))];
  return `\ufeff${rows.map((row) => row.map(cell).join(',')).join('\r\n')}\r\n`;
}

/** Print files, and a table of what they are. */
const packed = (files: readonly MadeFile[]): Readable =>
  zipped(({ file, text }) => {
    for (const { path, file: name } of files) file(path, name);
    text(free('print files', '.csv', new Set(files.map((f) => f.path.toLowerCase()))), table(files));
  });
