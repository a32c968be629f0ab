import type { Editable } from '../../core/artwork/filing/change';
import type { Measured } from '../../core/artwork/measure/measure';
import type { SaidLine } from '../../core/artwork/words/words';
import { row, rows, type Tx } from '../database';
import { OUT_OF_DATE } from '../line/runs';

export interface ArtworkRow extends Editable {
  id: string;
  seq: number;
  /** Path of its drawer, parts joined by slashes. */
  drawer: string | null;
  fileName: string;
  sha256: string;
  bytes: number;
  state: 'arriving' | 'ready' | 'refused';
  problem: string | null;
  version: number;
  format: string | null;
  widthPx: number | null;
  heightPx: number | null;
  measured: (Measured & { notes: string[] }) | null;
  /** Lines that were read in it; null while that is still to be done. */
  said: SaidLine[] | null;
  titles: string[];
  motifId: string | null;
  createdAt: string;
}

const COLUMNS = `a.id, a.seq, a.drawer_id AS "drawerId", d.path AS drawer, a.file_name AS "fileName", a.file_sha256 AS sha256,
  a.file_bytes AS bytes, a.state, a.problem, a.standing, a.version, a.name, a.subject, a.audience, a.occasion, a.keywords, a.marks,
  a.format, a.width_px AS "widthPx", a.height_px AS "heightPx", a.measured, a.said, a.titles, a.by_hand AS "byHand", a.sources,
  a.motif_id AS "motifId", a.created_at AS "createdAt"`;
const FROM = 'FROM artwork a LEFT JOIN drawer d ON d.id = a.drawer_id';

export const SORTS = {
  newest: 'a.seq DESC',
  oldest: 'a.seq',
  name: 'lower(a.name), a.seq',
  subject: "nullif(a.subject, '') NULLS LAST, lower(a.name), a.seq",
  largest: 'a.width_px::bigint * a.height_px DESC NULLS LAST, a.seq',
  lightness: "(a.measured->>'lightness')::real DESC NULLS LAST, a.seq",
} as const;
export type Sort = keyof typeof SORTS;

export interface ArtworkFilter {
  state?: string;
  standing?: string;
  /** Path of a drawer; what lies in drawers inside counts too. `''` is artwork in no drawer. */
  drawer?: string;
  tone?: string;
  picture?: string;
  repeats?: boolean;
  audience?: string;
  occasion?: string;
  subject?: string;
  mark?: string;
  /** Words that must all stand somewhere: said, written, in the file name. */
  find?: string;
  /** An ink near this OKLab colour. */
  colour?: [number, number, number];
  /** The inked part is at least this wide at 300 px/in. */
  minInches?: number;
  used?: 'nowhere' | 'proofed' | 'listed';
  /** Has words in it, or none; or was not read yet. */
  words?: 'some' | 'none' | 'unread';
  /** Is alike to another in this way, and nobody has decided on it yet. */
  alike?: string;
  batch?: string;
}

/** Perceived distance within which an ink counts as the colour that was picked, and the share it must have. */
const COLOUR_REACH = 0.1;
const COLOUR_SHARE = 0.06;

// Plan of a search by words, measured with 50,000 artworks on two cores: found_by_words reads artwork_by_words for the longest
// word, then artwork_pkey, 28 ms for 3 found, 81 ms for 6,258; looking through all took 106 to 112 ms.
// Parts that are null fall away when a statement is planned with its values, as unnamed statements are.
const WHERE = `($1::text IS NULL OR a.state = $1) AND a.standing = $2
  AND ($3::text IS NULL OR ($3 = '' AND a.drawer_id IS NULL) OR d.path = $3 OR starts_with(d.path, $3 || '/'))
  AND ($4::text IS NULL OR a.tone = $4)
  AND ($5::text IS NULL OR coalesce(a.by_hand->>'picture', a.measured->'picture'->>'kind') = $5)
  AND ($6::boolean IS NULL OR (coalesce(a.by_hand->>'repeat', a.measured->'repeat'->>'kind', 'none') IN ('straight', 'half-drop', 'brick')) = $6)
  AND ($7::text IS NULL OR a.audience = $7) AND ($8::text IS NULL OR a.occasion = $8) AND ($9::text IS NULL OR lower(a.subject) = lower($9))
  AND ($10::text IS NULL OR $10 = ANY(a.marks))
  AND ($11::text[] IS NULL OR a.id = ANY(ARRAY(SELECT found_by_words($11))))
  AND ($12::real[] IS NULL OR EXISTS (SELECT 1 FROM artwork_ink i WHERE i.artwork_id = a.id AND i.share >= ${COLOUR_SHARE}
    AND (i.l - $12[1]) ^ 2 + (i.a - $12[2]) ^ 2 + (i.b - $12[3]) ^ 2 < ${COLOUR_REACH ** 2}))
  AND ($13::real IS NULL OR a.width_px * (a.measured->'trim'->>'width')::real / 300 >= $13)
  AND ($14::text IS NULL OR CASE $14 WHEN 'nowhere' THEN NOT EXISTS (SELECT 1 FROM proof p WHERE p.artwork_id = a.id)
    WHEN 'proofed' THEN EXISTS (SELECT 1 FROM proof p WHERE p.artwork_id = a.id)
    ELSE EXISTS (SELECT 1 FROM proof p JOIN listing l ON l.proof_id = p.id WHERE p.artwork_id = a.id) END)
  AND ($15::text IS NULL OR CASE $15 WHEN 'unread' THEN a.said IS NULL WHEN 'none' THEN a.said = '[]' ELSE a.said <> '[]' END)
  AND ($16::text IS NULL OR EXISTS (SELECT 1 FROM likeness k WHERE a.id IN (k.older_id, k.newer_id) AND k.kind = $16 AND k.decision = 'open'))
  AND ($17::uuid IS NULL OR a.batch_id = $17)
  AND ($18::text[] IS NULL OR a.haystack LIKE ALL($18))`;

/** The index on words knows nothing shorter: such a search looks through everything. */
const TRIGRAM = 3;

const values = (f: ArtworkFilter): unknown[] => {
  const words = (f.find ?? '').trim().toLowerCase().split(/\s+/).filter(Boolean);
  // the longest word tells most: it is looked up first
  words.sort((a, b) => b.length - a.length);
  const longest = words[0]?.length ?? 0;
  const patterns = words.map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`);
  return [
    f.state ?? null,
    f.standing ?? 'here',
    f.drawer ?? null,
    f.tone ?? null,
    f.picture ?? null,
    f.repeats ?? null,
    f.audience ?? null,
    f.occasion ?? null,
    f.subject ?? null,
    f.mark ?? null,
    patterns.length && longest >= TRIGRAM ? patterns : null,
    f.colour ?? null,
    f.minInches ?? null,
    f.used ?? null,
    f.words ?? null,
    f.alike ?? null,
    f.batch ?? null,
    patterns.length && longest < TRIGRAM ? patterns : null,
  ];
};

/** Ids of everything a search finds, in order: small enough to hold ten thousand in a browser. */
export const findArtworks = (tx: Tx, f: ArtworkFilter, sort: Sort): Promise<{ id: string }[]> =>
  rows(tx, `SELECT a.id ${FROM} WHERE ${WHERE} AND a.state <> 'refused' ORDER BY ${SORTS[sort]}`, values(f));

/** A page of artworks in the order they came. */
export const listArtworks = (tx: Tx, f: ArtworkFilter, after: number, limit: number): Promise<ArtworkRow[]> =>
  rows(tx, `SELECT ${COLUMNS} ${FROM} WHERE ${WHERE} AND a.seq > $19 ORDER BY a.seq LIMIT $20`, [...values(f), after, limit]);

export const artworkById = (tx: Tx, id: string): Promise<ArtworkRow | null> =>
  row(tx, `SELECT ${COLUMNS} ${FROM} WHERE a.id = $1`, [id]);

export const artworksByIds = (tx: Tx, ids: string[]): Promise<ArtworkRow[]> =>
  rows(tx, `SELECT ${COLUMNS} ${FROM} WHERE a.id = ANY($1) ORDER BY a.seq`, [ids]);

/** The names of each artwork's motif, its own first: just its own where it has no twins. */
export async function motifNames(tx: Tx, ids: string[]): Promise<Map<string, string[]>> {
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
  a: { fileName: string; sha256: string; bytes: number; name: string; drawerId: string | null; batchId: string | null },
): Promise<string | null> {
  const added = await row<{ id: string }>(
    tx,
    `INSERT INTO artwork (file_name, file_sha256, file_bytes, name, drawer_id, batch_id, sources) VALUES ($1, $2, $3, $4, $5, $6, '{"name": "file name"}')
     ON CONFLICT (workspace_id, file_sha256) WHERE state <> 'refused' AND NOT doubled DO NOTHING RETURNING id`,
    [a.fileName, a.sha256, a.bytes, a.name, a.drawerId, a.batchId],
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

export async function setRefused(tx: Tx, id: string, problem: string): Promise<void> {
  await tx.query("UPDATE artwork SET state = 'refused', problem = $2 WHERE id = $1", [id, problem]);
}

export async function addRefused(tx: Tx, fileName: string, problem: string): Promise<void> {
  await tx.query(
    "INSERT INTO artwork (file_name, file_sha256, file_bytes, name, state, problem) VALUES ($1, '', 0, $1, 'refused', $2)",
    [fileName, problem],
  );
}

export const listRefused = (tx: Tx): Promise<{ id: string; problem: string }[]> =>
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

/** How often each value of a field occurs, for the choices of a search. */
export const choices = (
  tx: Tx,
): Promise<{ field: 'subject' | 'occasion' | 'mark' | 'standing'; value: string; count: number }[]> =>
  rows(
    tx,
    `SELECT 'subject' AS field, subject AS value, count(*)::int AS count FROM artwork WHERE standing = 'here' AND subject <> '' GROUP BY subject
     UNION ALL SELECT 'occasion', occasion, count(*)::int FROM artwork WHERE standing = 'here' AND occasion <> '' GROUP BY occasion
     UNION ALL SELECT 'mark', mark, count(*)::int FROM artwork, unnest(marks) mark WHERE standing = 'here' GROUP BY mark
     UNION ALL SELECT 'standing', standing, count(*)::int FROM artwork WHERE state <> 'refused' GROUP BY standing
     ORDER BY 1, 3 DESC, 2`,
  );

/** What was made from artworks: proofs by state and listings by state. */
export const dependants = (tx: Tx, ids: string[]): Promise<{ kind: 'proof' | 'listing'; state: string; count: number }[]> =>
  rows(
    tx,
    `SELECT 'proof' AS kind, state, count(*)::int AS count FROM proof WHERE artwork_id = ANY($1) AND state <> 'listed' GROUP BY state
     UNION ALL SELECT 'listing', l.state, count(*)::int FROM listing l JOIN proof p ON p.id = l.proof_id WHERE p.artwork_id = ANY($1) GROUP BY l.state`,
    [ids],
  );

/** Where one artwork is used. */
export const usesOf = (
  tx: Tx,
  id: string,
): Promise<
  {
    proofId: string;
    runId: string;
    state: string;
    docket: string;
    docketId: string;
    outlet: string;
    outletId: string;
    outOfDate: boolean;
    url: string | null;
  }[]
> =>
  rows(
    tx,
    `SELECT p.id AS "proofId", p.run_id AS "runId", p.state, k.name AS docket, k.id AS "docketId", o.name AS outlet, o.id AS "outletId",
       ${OUT_OF_DATE} AS "outOfDate", l.url
     FROM proof p JOIN artwork a ON a.id = p.artwork_id JOIN docket k ON k.id = p.docket_id
       JOIN outlet o ON o.id = p.outlet_id AND o.workspace_id = p.workspace_id LEFT JOIN listing l ON l.proof_id = p.id
     WHERE p.artwork_id = $1 ORDER BY p.seq`,
    [id],
  );
