import { motifName } from '../../core/artwork/likeness/motif-name';
import type { Called } from '../../core/phrasebook/call-up';
import { artworkById, motifNames } from '../../data/artwork/artworks';
import { inWorkspace } from '../../data/database';
import { tellingOf } from '../line/prepare/telling';
import { Trouble } from '../trouble';
import { calledUp, phrasebookOf } from './phrasebook';

/** Which entries an artwork calls up, the nearest first, with the words that did and where they stood. */
export const called = (
  workspace: string,
  artworkId: string,
): Promise<(Pick<Called, 'key' | 'by' | 'place'> & { name: string })[]> =>
  inWorkspace(workspace, async (tx) => {
    const artwork = await artworkById(tx, artworkId);
    if (!artwork) throw new Trouble('not-found', 'There is no such artwork.');
    const book = await phrasebookOf(tx);
    const name = motifName((await motifNames(tx, [artworkId])).get(artworkId) ?? [artwork.name]);
    return calledUp(book, tellingOf(artwork, name)).map(({ key, by, place }) => ({
      ...{ key, by, place },
      name: book.entries.get(key)!.name,
    }));
  });
