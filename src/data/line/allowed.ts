import { allowedKey, type Allowed } from '../../core/planning/cells';
import { rows, type Tx } from '../database';

/** Of some artworks those that dockets take by hand. */
export const allowedOf = async (tx: Tx, artworks: readonly string[]): Promise<Allowed> =>
  new Set(
    (
      await rows<{ artwork: string; docket: string }>(
        tx,
        'SELECT artwork_id AS artwork, docket_id AS docket FROM allowed WHERE artwork_id = ANY($1)',
        [artworks],
      )
    ).map((a) => allowedKey(a.artwork, a.docket)),
  );

/** Lets a docket take some artworks by hand, or no more. Returns those of which that was not so already. */
export const putAllowed = async (tx: Tx, docket: string, artworks: readonly string[], allow: boolean): Promise<string[]> =>
  (
    await rows<{ id: string }>(
      tx,
      allow
        ? `INSERT INTO allowed (artwork_id, docket_id) SELECT a.id, d.id FROM artwork a, docket d WHERE a.id = ANY($2) AND d.id = $1
           ON CONFLICT DO NOTHING RETURNING artwork_id AS id`
        : 'DELETE FROM allowed WHERE docket_id = $1 AND artwork_id = ANY($2) RETURNING artwork_id AS id',
      [docket, artworks],
    )
  ).map((a) => a.id);
