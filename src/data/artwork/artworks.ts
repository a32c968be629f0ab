import type { Said } from '../../core/said';
import type { Editable } from '../../core/artwork/filing/change';
import type { Measured } from '../../core/artwork/measure/measure';
import type { SaidLine } from '../../core/artwork/words/words';
import { row, rows, type Tx } from '../database';

export interface ArtworkRow extends Editable {
  id: string;
  seq: number;
  /** Path of its drawer, parts joined by slashes. */
  drawer: string | null;
  fileName: string;
  sha256: string;
  bytes: number;
  state: 'arriving' | 'ready' | 'refused';
  problem: Said | null;
  version: number;
  format: string | null;
  widthPx: number | null;
  heightPx: number | null;
  measured: (Measured & { notes: Said[] }) | null;
  /** Lines that were read in it; null while that is still to be done. */
  said: SaidLine[] | null;
  titles: string[];
  motifId: string | null;
  createdAt: string;
}

/** Columns of an `ArtworkRow`, and where they come from. */
export const COLUMNS = `a.id, a.seq, a.drawer_id AS "drawerId", d.path AS drawer, a.file_name AS "fileName", a.file_sha256 AS sha256,
  a.file_bytes AS bytes, a.state, a.problem, a.standing, a.version, a.name, a.subject, a.audience, a.occasion, a.keywords, a.marks,
  a.format, a.width_px AS "widthPx", a.height_px AS "heightPx", a.measured, a.said, a.titles, a.by_hand AS "byHand", a.sources,
  a.motif_id AS "motifId", a.created_at AS "createdAt"`;
export const FROM = 'FROM artwork a LEFT JOIN drawer d ON d.id = a.drawer_id';

export const artworkById = (tx: Tx, id: string): Promise<ArtworkRow | null> =>
  row(tx, `SELECT ${COLUMNS} ${FROM} WHERE a.id = $1`, [id]);

export const artworksByIds = (tx: Tx, ids: string[]): Promise<ArtworkRow[]> =>
  rows(tx, `SELECT ${COLUMNS} ${FROM} WHERE a.id = ANY($1) ORDER BY a.seq`, [ids]);

/** Which of some artworks there are. */
export const artworksThere = async (tx: Tx, ids: readonly string[]): Promise<string[]> =>
  (await rows<{ id: string }>(tx, 'SELECT id FROM artwork WHERE id = ANY($1)', [ids])).map((a) => a.id);

/** How many of some artworks are here, and the name of the one that came first. */
export const namesOf = async (tx: Tx, ids: string[]): Promise<{ count: number; first: string }> =>
  (await row<{ count: number; first: string }>(
    tx,
    "SELECT count(*)::int AS count, coalesce((array_agg(name ORDER BY seq))[1], '') AS first FROM artwork WHERE id = ANY($1)",
    [ids],
  ))!;

/** The names of each artwork's motif, its own first: just its own where it has no twins. */
export async function motifNames(tx: Tx, ids: readonly string[]): Promise<Map<string, string[]>> {
  const found = await rows<{ id: string; names: string[] }>(
    tx,
    `SELECT a.id, array_agg(t.name ORDER BY t.id <> a.id, t.seq) AS names FROM artwork a
     JOIN artwork t ON t.id = a.id OR (t.motif_id = a.motif_id AND t.standing = 'here' AND t.state = 'ready')
     WHERE a.id = ANY($1) GROUP BY a.id`,
    [ids],
  );
  return new Map(found.map((r) => [r.id, r.names]));
}

/** The artworks of one motif, the oldest first. */
export const artworksOfMotif = (tx: Tx, motifId: string): Promise<ArtworkRow[]> =>
  rows(tx, `SELECT ${COLUMNS} ${FROM} WHERE a.motif_id = $1 AND a.standing = 'here' AND a.state = 'ready' ORDER BY a.seq`, [
    motifId,
  ]);

export const artworkIdsInDrawer = (tx: Tx, drawer: string): Promise<{ id: string }[]> =>
  rows(tx, `SELECT a.id ${FROM} WHERE a.standing = 'here' AND (d.path = $1 OR starts_with(d.path, $1 || '/')) ORDER BY a.seq`, [
    drawer,
  ]);

/** Adds an artwork that is still to be measured, or returns null when the same bytes are here already. */
export async function addArtwork(
  tx: Tx,
  a: {
    fileName: string;
    sha256: string;
    bytes: number;
    name: string;
    drawerId: string | null;
    batchId: string | null;
    fitting: boolean;
  },
): Promise<string | null> {
  const added = await row<{ id: string }>(
    tx,
    `INSERT INTO artwork (file_name, file_sha256, file_bytes, name, drawer_id, batch_id, standing, sources) VALUES ($1, $2, $3, $4, $5, $6, $7, '{"name": "file name"}')
     ON CONFLICT (workspace_id, file_sha256) WHERE state <> 'refused' AND NOT doubled DO NOTHING RETURNING id`,
    [a.fileName, a.sha256, a.bytes, a.name, a.drawerId, a.batchId, a.fitting ? 'fitting' : 'here'],
  );
  return added?.id ?? null;
}

export const artworkBySha = (tx: Tx, sha256: string): Promise<ArtworkRow | null> =>
  row(tx, `SELECT ${COLUMNS} ${FROM} WHERE a.file_sha256 = $1 AND a.state <> 'refused' ORDER BY a.doubled, a.seq LIMIT 1`, [
    sha256,
  ]);

/** Writes what was measured in the file `sha256`; nothing happens when the artwork has another file by now. */
export async function setMeasured(
  tx: Tx,
  id: string,
  sha256: string,
  m: { format: string; widthPx: number; heightPx: number; measured: Measured; titles: string[] },
  inks: { lab: [number, number, number]; share: number }[],
): Promise<boolean> {
  const set = await tx.query(
    `UPDATE artwork SET state = 'ready', format = $3, width_px = $4, height_px = $5, measured = $6, titles = $7, said = NULL
     WHERE id = $1 AND file_sha256 = $2 AND state = 'arriving'`,
    [id, sha256, m.format, m.widthPx, m.heightPx, m.measured, m.titles],
  );
  if (!set.rowCount) return false;
  await tx.query('DELETE FROM artwork_ink WHERE artwork_id = $1', [id]);
  await tx.query(
    'INSERT INTO artwork_ink (artwork_id, l, a, b, share) SELECT $1, * FROM unnest($2::real[], $3::real[], $4::real[], $5::real[])',
    [id, inks.map((i) => i.lab[0]), inks.map((i) => i.lab[1]), inks.map((i) => i.lab[2]), inks.map((i) => i.share)],
  );
  return true;
}

/** Is there work that somebody is waiting for: files to be measured, or proofs to be drafted? */
export async function isBusy(tx: Tx): Promise<boolean> {
  return (await row<{ busy: boolean }>(
    tx,
    `SELECT EXISTS (SELECT FROM artwork WHERE state = 'arriving')
       OR EXISTS (SELECT FROM proof p JOIN run r ON r.id = p.run_id WHERE p.state = 'drafting' AND r.state = 'going') AS busy`,
  ))!.busy;
}

export async function setSaid(tx: Tx, id: string, sha256: string, said: SaidLine[]): Promise<boolean> {
  const set = await tx.query('UPDATE artwork SET said = $3 WHERE id = $1 AND file_sha256 = $2', [
    id,
    sha256,
    JSON.stringify(said),
  ]);
  return set.rowCount === 1;
}

/** A fitting file that is brought in as an artwork becomes one; what was left out when it came is done now. */
export async function admitFitting(tx: Tx, id: string): Promise<void> {
  await tx.query("UPDATE artwork SET standing = 'here', said = NULL WHERE id = $1 AND standing = 'fitting'", [id]);
}
/** Fitting files that nothing names any more, over all workspaces. */
export const dropUnusedFitting = (tx: Tx, days: number): Promise<unknown> => tx.query('SELECT drop_unused_fitting($1)', [days]);

export async function setRefused(tx: Tx, id: string, problem: Said): Promise<void> {
  await tx.query("UPDATE artwork SET state = 'refused', problem = $2 WHERE id = $1", [id, problem]);
}

export async function addRefused(tx: Tx, fileName: string, problem: Said): Promise<void> {
  await tx.query(
    "INSERT INTO artwork (file_name, file_sha256, file_bytes, name, state, problem) VALUES ($1, '', 0, $1, 'refused', $2)",
    [fileName, problem],
  );
}

export const listRefused = (tx: Tx): Promise<{ id: string; problem: Said }[]> =>
  rows(tx, "SELECT id, problem FROM artwork WHERE state = 'refused' ORDER BY seq DESC LIMIT 500");

export async function removeRefused(tx: Tx, ids: string[] | null): Promise<void> {
  await tx.query("DELETE FROM artwork WHERE state = 'refused' AND ($1::uuid[] IS NULL OR id = ANY($1))", [ids]);
}

/** Removes deleted artworks for good, with the proofs made from them; listings stay in the ledger. */
export async function emptyBin(tx: Tx): Promise<number> {
  return (await tx.query("DELETE FROM artwork WHERE standing = 'deleted'")).rowCount ?? 0;
}

/** The editable part of artworks, held until the transaction ends. */
export const editables = (tx: Tx, ids: string[]): Promise<(Editable & { id: string; fileName: string })[]> =>
  rows(
    tx,
    `SELECT id, file_name AS "fileName", name, subject, audience, occasion, keywords, marks, drawer_id AS "drawerId", standing,
       by_hand AS "byHand", sources FROM artwork WHERE id = ANY($1) AND state <> 'refused' ORDER BY seq FOR UPDATE`,
    [ids],
  );

/** Writes the editable part of many artworks in one go. */
export async function writeEditables(tx: Tx, all: (Editable & { id: string })[]): Promise<void> {
  await tx.query(
    `UPDATE artwork a SET name = n.name, subject = n.subject, audience = n.audience, occasion = n.occasion,
       keywords = ARRAY(SELECT jsonb_array_elements_text(n.keywords)), marks = ARRAY(SELECT jsonb_array_elements_text(n.marks)),
       drawer_id = n."drawerId", standing = n.standing, by_hand = n."byHand", sources = n.sources
     FROM jsonb_to_recordset($1) AS n(id uuid, name text, subject text, audience text, occasion text, keywords jsonb, marks jsonb,
       "drawerId" uuid, standing text, "byHand" jsonb, sources jsonb) WHERE a.id = n.id`,
    [JSON.stringify(all)],
  );
}
