import type { Readable } from 'node:stream';
import * as data from '../data/artworks';
import type { ArtworkFilter, ArtworkRow } from '../data/artworks';
import { inWorkspace } from '../data/database';
import { addJob } from '../data/sendings';
import * as files from '../files/store';
import { Trouble } from './trouble';

export type { ArtworkRow };

/** A file may have this many bytes; larger ones are refused while they stream in. */
export const MAX_FILE_BYTES = 250 * 1024 * 1024;

/** What became of one file that was brought in. */
export type TakenIn =
  | { fileName: string; outcome: 'taken'; id: string }
  | { fileName: string; outcome: 'already here'; id: string; sentence: string }
  | { fileName: string; outcome: 'refused'; sentence: string };

/** `lamp_room-02 FINAL.png` becomes `Lamp room 02 FINAL`. */
export function nameFrom(fileName: string): string {
  const bare = fileName
    .split(/[\\/]/)
    .at(-1)!
    .replace(/\.[a-z0-9]{2,5}$/i, '')
    .replace(/[_\-.]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return bare ? bare[0]!.toUpperCase() + bare.slice(1) : 'Untitled';
}

/**
 * Takes one file in: keeps it bit for bit, files it in `drawer`, and has it measured by a worker. The same bytes twice
 * give the artwork that is there; an empty or too large file is refused with a sentence.
 */
export async function takeIn(workspace: string, fileName: string, source: Readable, drawer: string | null): Promise<TakenIn> {
  const shown = fileName.slice(-200);
  const refuse = async (sentence: string): Promise<TakenIn> => {
    await inWorkspace(workspace, (tx) => data.addRefused(tx, shown, sentence));
    return { fileName: shown, outcome: 'refused', sentence };
  };
  let kept: { sha256: string; bytes: number };
  try {
    kept = await files.keepOriginal(source, MAX_FILE_BYTES);
  } catch (error) {
    if ((error as Error).message !== 'tooLarge') throw error;
    return refuse(
      `${shown} is larger than ${MAX_FILE_BYTES / 1024 / 1024} MB. Export it with compression, or at its print size.`,
    );
  }
  if (!kept.bytes) return refuse(`${shown} is empty: it has no bytes. Export it again.`);
  return inWorkspace(workspace, async (tx): Promise<TakenIn> => {
    const drawerId = drawer ? await data.drawerNamed(tx, drawer) : null;
    const id = await data.addArtwork(tx, { fileName: shown, ...kept, name: nameFrom(shown), drawerId });
    if (!id) {
      const same = await data.artworkBySha(tx, kept.sha256);
      return {
        fileName: shown,
        outcome: 'already here',
        id: same!.id,
        sentence: `${shown} is the same file as “${same!.name}”, which is here already.`,
      };
    }
    await addJob(tx, 'artwork.measure', { workspace, artworkId: id }, { key: `measure:${id}` });
    return { fileName: shown, outcome: 'taken', id };
  });
}

export const listArtworks = (workspace: string, filter: ArtworkFilter): Promise<ArtworkRow[]> =>
  inWorkspace(workspace, (tx) => data.listArtworks(tx, filter));

export async function artwork(workspace: string, id: string): Promise<ArtworkRow> {
  const found = await inWorkspace(workspace, (tx) => data.artworkById(tx, id));
  if (!found) throw new Trouble('not-found', 'There is no such artwork.');
  return found;
}

/** Changes what a hand may change. Proofs that are still being prepared pick it up when they are drafted again. */
export async function changeArtwork(
  workspace: string,
  id: string,
  change: { name?: string; subject?: string; keywords?: string[] },
): Promise<ArtworkRow> {
  if (change.name !== undefined && !change.name.trim()) throw new Trouble('not-valid', 'An artwork needs a name.', 'name');
  await artwork(workspace, id);
  await inWorkspace(workspace, (tx) => data.changeArtwork(tx, id, change));
  return artwork(workspace, id);
}

/** Takes refused files off the list. */
export const dismissRefused = (workspace: string, ids: string[] | null): Promise<void> =>
  inWorkspace(workspace, (tx) => data.removeRefused(tx, ids));

export const recordMeasured = (
  workspace: string,
  id: string,
  m: { format: string; widthPx: number; heightPx: number; measured: object },
): Promise<void> => inWorkspace(workspace, (tx) => data.setMeasured(tx, id, m));
export const recordRefused = (workspace: string, id: string, sentence: string): Promise<void> =>
  inWorkspace(workspace, (tx) => data.setRefused(tx, id, sentence));

/** Names of the rasters made from an artwork: a working copy for printing and a small picture for screens. */
export const workingName = (sha256: string): string => files.derivedName(['working', 3, sha256], '.png');
export const thumbName = (sha256: string): string => files.derivedName(['thumb', 3, sha256], '.webp');
export const drawers = (workspace: string): Promise<{ id: string; name: string; artworks: number }[]> =>
  inWorkspace(workspace, data.listDrawers);
