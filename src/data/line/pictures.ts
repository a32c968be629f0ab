import type { ProofPicture } from '../../core/listing/proof';
import { rows, type Tx } from '../database';

/** A proof's pictures with what their files are named after. */
export interface PicturesRow {
  artwork: string;
  docket: string;
  outlet: string;
  pictures: ProofPicture[];
}

/** The pictures of proofs, in the order of their ids; of those that are not here nothing. */
export const picturesOf = (tx: Tx, ids: readonly string[]): Promise<PicturesRow[]> =>
  rows(
    tx,
    `SELECT a.name AS artwork, d.name AS docket, o.name AS outlet, p.pictures
       FROM proof p JOIN artwork a ON a.id = p.artwork_id JOIN docket d ON d.id = p.docket_id JOIN outlet o ON o.id = p.outlet_id
      WHERE p.id = ANY($1) ORDER BY array_position($1, p.id)`,
    [ids],
  );

/** Whether any of these proofs has a picture. */
export const anyPictures = async (tx: Tx, ids: readonly string[]): Promise<boolean> =>
  (
    await rows(tx, "SELECT 1 FROM proof WHERE id = ANY($1) AND jsonb_path_exists(pictures, '$[*].file ? (@ != null)') LIMIT 1", [
      ids,
    ])
  ).length > 0;
