import type { Readable } from 'node:stream';
import { plainName } from '../../core/artwork/filing/file-name';
import { inBytes, LIMITS } from '../../core/limits';
import { filePart } from '../../core/print-file/names';
import { inWorkspace } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/stockroom/enclosures';
import type { EnclosureRow } from '../../data/stockroom/enclosures';
import * as files from '../../files/store';
import { keepOriginal } from '../artwork/keep-original';
import { Trouble } from '../trouble';

/** What may go along: what buyers open anywhere. By the first bytes, for a name may say anything. */
const KINDS: [ending: RegExp, starts: (head: Buffer) => boolean][] = [
  [/\.pdf$/i, (head) => head.toString('latin1', 0, 5) === '%PDF-'],
  [/\.png$/i, (head) => head.toString('latin1', 1, 4) === 'PNG'],
  [/\.jpe?g$/i, (head) => head.length > 2 && head.readUInt16BE(0) === 0xffd8],
  [/\.txt$/i, (head) => !head.includes(0)],
];

export const enclosures = (workspace: string): Promise<EnclosureRow[]> => inWorkspace(workspace, data.listEnclosures);

/**
 * Takes a file that is to go along with what is sold. `told` is how many bytes it is said to have: what is refused before it is opened
 * is not read. Throws a Trouble for what buyers could not open.
 */
export async function addEnclosure(
  workspace: string,
  fileName: string,
  { told, open }: { told: number; open: () => Readable },
): Promise<EnclosureRow> {
  const name = filePart(plainName(fileName));
  const kind = KINDS.find(([ending]) => ending.test(name));
  if (!kind) throw new Trouble('not-valid', `${name} cannot go along. Bring in PDF, PNG, JPEG or plain text (.txt).`, 'fileName');
  const tooLarge = () =>
    new Trouble('not-valid', `${name} is larger than ${inBytes(LIMITS.enclosureBytes)}. Buyers would wait for it.`, 'fileName');
  if (told > LIMITS.enclosureBytes) throw tooLarge();
  const arrived = await files.arrive(open(), LIMITS.enclosureBytes).catch((error: Error) => {
    throw error.message === 'tooLarge' ? tooLarge() : error;
  });
  try {
    if (!arrived.bytes) throw new Trouble('not-valid', `${name} is empty: it has no bytes.`, 'fileName');
    if (!kind[1](arrived.head)) throw new Trouble('not-valid', `${name} is not what its name says. Export it again.`, 'fileName');
    await keepOriginal(arrived);
    return await inWorkspace(workspace, async (tx) => {
      const all = await data.listEnclosures(tx);
      if (all.length >= LIMITS.enclosures)
        throw new Trouble('conflict', `There are ${all.length} such files already. Take out one that is not used.`);
      if (all.some((e) => e.name.toLowerCase() === name.toLowerCase()))
        throw new Trouble('conflict', `There is a file called ${name} already.`, 'fileName');
      const made = await data.addEnclosure(tx, { name, sha256: arrived.sha256, bytes: arrived.bytes });
      await record(tx, { did: 'enclosure.made', about: 'docket', ids: [made.id], values: { name } });
      return made;
    }).catch((e: { code?: string }) => {
      if (e.code === '23505') throw new Trouble('conflict', `There is a file called ${name} already.`, 'fileName');
      throw e;
    });
  } finally {
    await files.dropArrived(arrived);
  }
}

/** Takes a file away that no docket lets go along. */
export const removeEnclosure = (workspace: string, id: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    const [found] = await data.enclosuresByIds(tx, [id]);
    if (!found) throw new Trouble('not-found', 'There is no such file.');
    const dockets = await data.docketsWithEnclosure(tx, id);
    if (dockets.length)
      throw new Trouble('conflict', `${found.name} goes along with ${dockets.join(', ')}. Take it out there first.`);
    await data.dropEnclosure(tx, id);
    await record(tx, { did: 'enclosure.removed', about: 'docket', ids: [id], values: { name: found.name } });
  });
