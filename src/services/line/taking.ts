import type { Readable } from 'node:stream';
import { faultSentence } from '../../core/copy/wording';
import { PICTURE_NAMES } from '../../core/listing/default-picture-names';
import { picturePath, placesIn } from '../../core/listing/picture-names';
import type { ProofPicture } from '../../core/listing/proof';
import { filePart, free } from '../../core/print-file/names';
import { inWorkspace } from '../../data/database';
import { anyPictures, picturesOf, type PicturesRow } from '../../data/line/pictures';
import { has } from '../../files/store';
import type { OnItsWay } from '../prints/archive';
import { sceneById } from '../stockroom/scenes';
import { Trouble } from '../trouble';
import { zipped } from '../zip';
import { proofsMeant, type ProofSearch } from './proof-windows';

/** Which pictures: of the proofs that a search means those in some places, under names by a pattern. */
export interface PicturesAsked {
  search: ProofSearch;
  places?: string;
  names?: string;
}

/** Proofs are looked up so many at a time: an archive of a whole house begins as soon as the first are found. */
const WINDOW = 200;

const CARDS: Record<string, string> = { sizes: 'size chart', colours: 'colour chart', files: 'what is in it' };
const shown = ({ kind, scene }: ProofPicture): string =>
  kind === 'card' ? (CARDS[scene] ?? scene) : kind === 'scene' ? (sceneById(scene)?.title ?? scene) : 'photograph';

/**
 * Pictures of many proofs as one archive, which is packed while it is taken. Those whose files are gone are named in a text beside them.
 * Refuses with a Trouble what makes no sense, and where there is none.
 */
export async function takePictures(workspace: string, asked: PicturesAsked): Promise<OnItsWay> {
  const { ids, pattern, among } = await picturesMeant(workspace, asked);
  const found = async function* (): AsyncGenerator<PicturesRow> {
    for (let at = 0; at < ids.length; at += WINDOW)
      yield* await inWorkspace(workspace, (tx) => picturesOf(tx, ids.slice(at, at + WINDOW)));
  };
  return { stream: packed(found(), pattern, among), fileName: 'Pictures.zip' };
}

/** Of which proofs, in which places, and under which names. Throws a Trouble where that makes no sense, or there is none. */
export async function picturesMeant(workspace: string, { search, places = '', names }: PicturesAsked) {
  const among = placesIn(places);
  if (!among) throw new Trouble('not-valid', 'Write places like 1-6, 9.', 'places');
  const pattern = names?.trim() ? names.trim() : PICTURE_NAMES;
  const ids = await inWorkspace(workspace, async (tx) => {
    const meant = await proofsMeant(tx, search);
    if (!(await anyPictures(tx, meant))) throw new Trouble('conflict', 'None of these proofs has pictures yet.');
    // a pattern that cannot be filled is said now, not picture by picture
    const [first] = await picturesOf(tx, meant.slice(0, 1));
    const filled = first && picturePath(pattern, first, { place: 1, shows: 'a scene', colour: 'a colour' });
    if (filled && !filled.ok) throw new Trouble('not-valid', faultSentence(filled.fault), 'names');
    return meant;
  });
  return { ids, pattern, among };
}

const packed = (found: AsyncGenerator<PicturesRow>, pattern: string, among: (place: number) => boolean): Readable =>
  zipped(async ({ file: add, text, over }) => {
    const taken = new Set<string>();
    const gone: string[] = [];
    for await (const row of found) {
      if (over()) return;
      for (const [i, picture] of row.pictures.entries()) {
        const { file } = picture;
        if (!file || !among(i + 1)) continue;
        const filled = picturePath(pattern, row, { place: i + 1, shows: shown(picture), colour: picture.colour });
        const path = filled.ok ? filled.text : filePart(`${row.artwork} ${i + 1}`);
        if (await has('derived', file)) add(free(path, /\.[a-z]+$/.exec(file)![0], taken), file);
        else gone.push(path);
      }
    }
    if (gone.length)
      text(free('not here', '.txt', taken), `Swept away meanwhile; drafted again they are back:\r\n${gone.join('\r\n')}\r\n`);
  });
