import type { Fingerprint } from '../../core/artwork/likeness/fingerprint';
import type { Likeness } from '../../core/artwork/likeness/likeness';
import { row, rows, type Tx } from '../database';

const bits = (v: bigint): string => BigInt.asUintN(64, v).toString(2).padStart(64, '0');

export async function keepFingerprint(tx: Tx, artworkId: string, f: Fingerprint): Promise<void> {
  await tx.query(
    `INSERT INTO artwork_fingerprint (artwork_id, gradient, waves, shape, mean, coverage, aspect, cells)
     VALUES ($1, $2::bit(64), $3::bit(64), $4::bit(64), $5, $6, $7, $8)
     ON CONFLICT (artwork_id) DO UPDATE SET gradient = excluded.gradient, waves = excluded.waves, shape = excluded.shape,
       mean = excluded.mean, coverage = excluded.coverage, aspect = excluded.aspect, cells = excluded.cells`,
    [artworkId, bits(f.gradient), bits(f.waves), bits(f.shape), f.mean, f.coverage, f.aspect, Buffer.from(f.cells)],
  );
}

interface FingerprintRow {
  artworkId: string;
  gradient: string;
  waves: string;
  shape: string;
  mean: [number, number, number];
  coverage: number;
  aspect: number;
  cells: Buffer;
}
const COLUMNS =
  'f.artwork_id AS "artworkId", f.gradient::text, f.waves::text, f.shape::text, f.mean, f.coverage, f.aspect, f.cells';
const asFingerprint = (r: FingerprintRow): Fingerprint => ({
  ...r,
  gradient: BigInt(`0b${r.gradient}`),
  waves: BigInt(`0b${r.waves}`),
  shape: BigInt(`0b${r.shape}`),
  cells: new Uint8Array(r.cells),
});

export async function fingerprintOf(tx: Tx, artworkId: string): Promise<Fingerprint | null> {
  const found = await row<FingerprintRow>(tx, `SELECT ${COLUMNS} FROM artwork_fingerprint f WHERE f.artwork_id = $1`, [
    artworkId,
  ]);
  return found && asFingerprint(found);
}

// Plan, measured with 50,000 prints on two cores: no index knows distances of bits, so every print of the workspace is
// compared, 45 ms. It is asked once or twice for each file that comes in.
/** Artworks whose hashes are within reach of a given one: the few that are worth comparing cell by cell. */
export async function candidates(
  tx: Tx,
  artworkId: string,
  reach: number,
): Promise<{ id: string; seq: number; words: string[]; print: Fingerprint }[]> {
  const found = await rows<FingerprintRow & { seq: number; words: string[] }>(
    tx,
    `SELECT ${COLUMNS}, a.seq, coalesce((SELECT array_agg(w) FROM jsonb_array_elements(a.said) line, unnest(string_to_array(line->>'text', ' ')) w
         WHERE (line->>'confidence')::real >= 0.8), '{}') AS words
     FROM artwork_fingerprint f JOIN artwork a ON a.id = f.artwork_id JOIN artwork_fingerprint m ON m.artwork_id = $1
     WHERE f.artwork_id <> $1 AND a.standing = 'here' AND a.state = 'ready' AND abs(ln(f.aspect / m.aspect)) <= 0.1
       AND least(bit_count(f.gradient # m.gradient), bit_count(f.waves # m.waves), bit_count(f.shape # m.shape)) <= $2`,
    [artworkId, reach],
  );
  return found.map((r) => ({ id: r.artworkId, seq: r.seq, words: r.words, print: asFingerprint(r) }));
}

export interface Pair {
  olderId: string;
  newerId: string;
  kind: Likeness;
  decision: 'open' | 'linked' | 'ignored';
}
const PAIR = 'older_id AS "olderId", newer_id AS "newerId", kind, decision';

/** Adds pairs that a person named; what is known of other pairs stays. */
export async function addPairs(tx: Tx, pairs: Omit<Pair, 'decision'>[]): Promise<void> {
  await tx.query(
    'INSERT INTO likeness (older_id, newer_id, kind) SELECT * FROM unnest($1::uuid[], $2::uuid[], $3::text[]) ON CONFLICT DO NOTHING',
    [pairs.map((p) => p.olderId), pairs.map((p) => p.newerId), pairs.map((p) => p.kind)],
  );
}

/** Number of the lock of those who compare, one a workspace. */
const LOCK = 7006;

/**
 * Until this transaction ends nobody else of the workspace compares: of two that come in at the same moment the later one sees the
 * earlier. To be asked for before anything is written, or two could wait for each other.
 */
export async function comparingAlone(tx: Tx): Promise<void> {
  await tx.query('SELECT pg_advisory_xact_lock($1, hashtext(current_workspace()::text))', [LOCK]);
}

/** Writes what one artwork is like now. A pair that a person has decided on stays as it was decided. */
export async function setLikeness(tx: Tx, artworkId: string, pairs: Omit<Pair, 'decision'>[]): Promise<void> {
  await tx.query(
    `DELETE FROM likeness WHERE $1 IN (older_id, newer_id) AND decision = 'open'
       AND NOT (older_id, newer_id) IN (SELECT * FROM unnest($2::uuid[], $3::uuid[]))`,
    [artworkId, pairs.map((p) => p.olderId), pairs.map((p) => p.newerId)],
  );
  await tx.query(
    `INSERT INTO likeness (older_id, newer_id, kind) SELECT * FROM unnest($1::uuid[], $2::uuid[], $3::text[])
     ON CONFLICT (older_id, newer_id) DO UPDATE SET kind = excluded.kind WHERE likeness.decision = 'open'`,
    [pairs.map((p) => p.olderId), pairs.map((p) => p.newerId), pairs.map((p) => p.kind)],
  );
}

/** Pairs of which both artworks are here. */
export const listPairs = (tx: Tx, decision: Pair['decision'] | null): Promise<Pair[]> =>
  rows(
    tx,
    `SELECT ${PAIR} FROM likeness k JOIN artwork o ON o.id = k.older_id JOIN artwork n ON n.id = k.newer_id
     WHERE ($1::text IS NULL OR decision = $1) AND o.standing = 'here' AND n.standing = 'here' ORDER BY o.seq, n.seq`,
    [decision],
  );

export const pairsOf = (tx: Tx, ids: string[]): Promise<Pair[]> =>
  rows(tx, `SELECT ${PAIR} FROM likeness WHERE older_id = ANY($1) OR newer_id = ANY($1)`, [ids]);

/** Pairs both of whose artworks are among those given. */
export const pairsAmong = (tx: Tx, ids: string[]): Promise<Pair[]> =>
  rows(tx, `SELECT ${PAIR} FROM likeness WHERE older_id = ANY($1) AND newer_id = ANY($1) FOR UPDATE`, [ids]);

export async function decide(tx: Tx, pairs: Pick<Pair, 'olderId' | 'newerId' | 'decision'>[]): Promise<void> {
  await tx.query(
    `UPDATE likeness k SET decision = n.decision FROM unnest($1::uuid[], $2::uuid[], $3::text[]) AS n(o, w, decision)
     WHERE k.older_id = n.o AND k.newer_id = n.w`,
    [pairs.map((p) => p.olderId), pairs.map((p) => p.newerId), pairs.map((p) => p.decision)],
  );
}

export async function setMotif(tx: Tx, motifs: { id: string; motifId: string | null }[]): Promise<void> {
  await tx.query(
    'UPDATE artwork a SET motif_id = n.motif FROM unnest($1::uuid[], $2::uuid[]) AS n(id, motif) WHERE a.id = n.id',
    [motifs.map((m) => m.id), motifs.map((m) => m.motifId)],
  );
}

/** Takes decisions back where they are still the ones that a change gave. */
export async function takeBackDecisions(
  tx: Tx,
  pairs: (Pick<Pair, 'olderId' | 'newerId' | 'decision'> & { gave: Pair['decision'] })[],
): Promise<void> {
  await tx.query(
    `UPDATE likeness k SET decision = n.decision FROM jsonb_to_recordset($1) AS n("olderId" uuid, "newerId" uuid, decision text, gave text)
     WHERE k.older_id = n."olderId" AND k.newer_id = n."newerId" AND k.decision = n.gave`,
    [JSON.stringify(pairs)],
  );
}

/** Takes motifs back where artworks still have the one that a change gave. */
export async function takeBackMotifs(
  tx: Tx,
  motifs: { id: string; motifId: string | null; gave: string | null }[],
): Promise<void> {
  await tx.query(
    `UPDATE artwork a SET motif_id = n."motifId" FROM jsonb_to_recordset($1) AS n(id uuid, "motifId" uuid, gave uuid)
     WHERE a.id = n.id AND a.motif_id IS NOT DISTINCT FROM n.gave`,
    [JSON.stringify(motifs)],
  );
}
