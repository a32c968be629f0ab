import type { Shot, DocketDocument } from '../../core/docket/docket';
import type { Wrong } from '../../core/listing/mends';
import type { ProofPicture } from '../../core/listing/proof';
import { row, rows, type Tx } from '../database';
import { addJobs } from '../jobs';
import { meant, PROOF_SORTS, values, type ProofFilter, type ProofSort } from './proof-windows';
import type { ProofState, StaleBecause } from './proofs';
import { BECAUSE, WITH_CAUSES } from './proofs';

/** What is told of the proof that pictures belong to. */
export interface PicturesOf {
  id: string;
  artworkId: string;
  artwork: string;
  docketId: string;
  docket: string;
  outlet: string;
  state: ProofState;
  /** Its list of pictures is its own. */
  own: boolean;
  /** What is wrong with its pictures, by the names of their small copies. */
  wrongs: Record<string, Wrong>;
}
export interface StripRow extends PicturesOf {
  pictures: ProofPicture[];
}
export interface FrameRow extends PicturesOf {
  /** Its place in the proof, from 0. */
  at: number;
  picture: ProofPicture;
}
const OF = `p.id, p.artwork_id AS "artworkId", a.name AS artwork, p.docket_id AS "docketId", t.name AS docket, o.name AS outlet, p.state,
  p.shots IS NOT NULL AS own, p.wrongs`;
const JOINED = `JOIN artwork a ON a.id = p.artwork_id JOIN docket t ON t.id = p.docket_id JOIN outlet o ON o.id = p.outlet_id AND o.workspace_id = p.workspace_id`;

/** Pictures of proofs, in the order of the ids. */
export const stripsOf = (tx: Tx, ids: readonly string[]): Promise<StripRow[]> =>
  rows(
    tx,
    `SELECT ${OF}, p.pictures FROM unnest($1::uuid[]) WITH ORDINALITY AS w(id, n) JOIN proof p ON p.id = w.id ${JOINED} ORDER BY w.n`,
    [ids],
  );

/** The most pictures that a proof of these has. */
export const longest = async (tx: Tx, f: ProofFilter): Promise<number> =>
  (await row<{ most: number | null }>(tx, `SELECT max(jsonb_array_length(p.pictures)) AS most ${meant(f)}`, values(f)))!.most ??
  0;

/** What pictures show: a scene, a card, a picture that is kept, or a free place. */
export interface Shown {
  kind: ProofPicture['kind'];
  scene: string;
}
/** How many pictures show what, and of how many something is wrong. */
export const countShown = (tx: Tx, f: ProofFilter): Promise<(Shown & { count: number; wrong: number })[]> =>
  rows(
    tx,
    `SELECT e->>'kind' AS kind, e->>'scene' AS scene, count(*)::int AS count, count(*) FILTER (WHERE wrongs ? (e->>'small'))::int AS wrong
     FROM (SELECT p.pictures, p.wrongs ${meant(f)}) f, jsonb_array_elements(pictures) e GROUP BY 1, 2 ORDER BY 3 DESC, 2`,
    values(f),
  );

/** A window of the pictures that show one thing, in the order of their proofs. */
export async function framesFrom(
  tx: Tx,
  f: ProofFilter,
  sort: ProofSort,
  shown: Shown,
  from: number,
  count: number,
): Promise<FrameRow[]> {
  const by = values(f);
  const n = by.length;
  return rows(
    tx,
    `SELECT ${OF}, w.at, w.e AS picture FROM (
       SELECT row_number() OVER () AS n, * FROM (
         SELECT p.id, x.at::int - 1 AS at, x.e ${meant(f, sort, ', jsonb_array_elements(p.pictures) WITH ORDINALITY AS x(e, at)')}
           AND x.e->>'kind' = $${n + 1} AND x.e->>'scene' = $${n + 2} ORDER BY ${PROOF_SORTS[sort]}, x.at OFFSET $${n + 3} LIMIT $${n + 4}) s) w
     JOIN proof p ON p.id = w.id ${JOINED} ORDER BY w.n`,
    [...by, shown.kind, shown.scene, from, count],
  );
}

/** What a mend of pictures looks at. */
export interface MendRow {
  id: string;
  artworkId: string;
  docketId: string;
  outletId: string;
  state: ProofState;
  pictures: ProofPicture[];
  shots: Shot[] | null;
  document: DocketDocument;
  because: StaleBecause[];
}
/** Proofs whose pictures are to be mended, held for this transaction, in the order they were made in. */
export const forMending = (tx: Tx, ids: readonly string[]): Promise<MendRow[]> =>
  rows(
    tx,
    `SELECT p.id, p.artwork_id AS "artworkId", p.docket_id AS "docketId", p.outlet_id AS "outletId", p.state, p.pictures, p.shots, t.document, ${BECAUSE} AS because
     FROM proof p ${WITH_CAUSES} JOIN docket t ON t.id = p.docket_id WHERE p.id = ANY($1) ORDER BY p.seq FOR UPDATE OF p`,
    [ids],
  );

/** The lists of pictures that proofs have of their own, held for this transaction; of those that have none nothing. */
export const ownShots = async (tx: Tx, ids: readonly string[]): Promise<Map<string, Shot[]>> =>
  new Map(
    (
      await rows<{ id: string; shots: Shot[] }>(
        tx,
        'SELECT id, shots FROM proof WHERE id = ANY($1) AND shots IS NOT NULL ORDER BY id FOR UPDATE',
        [ids],
      )
    ).map((p) => [p.id, p.shots]),
  );

/** Gives proofs a list of pictures of their own, or leaves them to their dockets again. */
export async function putShots(tx: Tx, ids: readonly string[], shots: readonly Shot[] | null): Promise<void> {
  await tx.query('UPDATE proof SET shots = $2, version = version + 1, updated_at = now() WHERE id = ANY($1)', [
    ids,
    shots && JSON.stringify(shots),
  ]);
}

/** The drafted proofs of artworks under a docket. */
export const proofsUnder = (
  tx: Tx,
  docketId: string,
  artworks: readonly string[],
): Promise<{ id: string; state: ProofState; pictures: number }[]> =>
  rows(
    tx,
    `SELECT id, state, (SELECT count(*)::int FROM jsonb_array_elements(pictures) e WHERE e->>'kind' = 'scene') AS pictures
     FROM proof WHERE docket_id = $1 AND artwork_id = ANY($2) AND docket_revision IS NOT NULL ORDER BY id`,
    [docketId, artworks],
  );

/** Which proofs may be drafted again where they are. */
export const MENDABLE: readonly ProofState[] = ['held', 'ready', 'passed', 'refused', 'listed'];

/**
 * Drafts proofs again in the run that they are in; those whose run was paused or stopped move to `other`, which is only asked for where it is
 * needed. They go before what is drafted for the first time.
 */
export async function draftHere(tx: Tx, workspace: string, ids: readonly string[], other: () => Promise<string>): Promise<void> {
  const still = await rows(
    tx,
    "SELECT FROM proof p JOIN run r ON r.id = p.run_id WHERE p.id = ANY($1) AND r.state <> 'going' LIMIT 1",
    [ids],
  );
  const going = await rows<{ runId: string; artworkId: string }>(
    tx,
    `UPDATE proof p SET state = 'drafting', draft = p.draft + 1, updated_at = now(), run_id = CASE r.state WHEN 'going' THEN p.run_id ELSE $3::uuid END,
       before = coalesce(p.before, jsonb_build_object('run', p.run_id, 'state', p.state))
     FROM run r WHERE r.id = p.run_id AND p.id = ANY($1) AND p.state = ANY($2) RETURNING p.run_id AS "runId", p.artwork_id AS "artworkId"`,
    [ids, MENDABLE, still.length ? await other() : null],
  );
  const jobs = [...new Map(going.map((g) => [`${g.runId} ${g.artworkId}`, { workspace, ...g, looked: true }])).values()];
  await addJobs(tx, 'run.draft', jobs);
}

/** Says what is wrong with pictures, by proof and the name of what they show; null takes that back. Returns how many proofs have them. */
export async function putWrongs(
  tx: Tx,
  pictures: readonly { proof: string; small: string }[],
  wrong: Wrong | null,
): Promise<number> {
  const { rowCount } = await tx.query(
    `UPDATE proof p SET updated_at = now(), wrongs = CASE WHEN $2::text IS NULL THEN p.wrongs - w.names
       ELSE p.wrongs || (SELECT jsonb_object_agg(n, $2::text) FROM unnest(w.names) n) END
     FROM (SELECT (e->>'proof')::uuid AS id, array_agg(e->>'small') AS names FROM jsonb_array_elements($1::jsonb) e GROUP BY 1) w WHERE w.id = p.id`,
    [JSON.stringify(pictures), wrong],
  );
  return rowCount ?? 0;
}

/** What these proofs' artworks wait for in their runs is done before other things: somebody looks at it. */
export async function lookedAt(tx: Tx, ids: readonly string[]): Promise<void> {
  await tx.query(
    `SELECT do_first(ARRAY(SELECT DISTINCT 'draft:' || p.run_id || ':' || p.artwork_id FROM proof p WHERE p.id = ANY($1) AND p.state = 'drafting'))`,
    [ids],
  );
}
