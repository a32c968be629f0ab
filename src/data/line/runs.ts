import type { PriceBreakdown } from '../../core/pricing/prices';
import type { Problem } from '../../core/rules/rules';
import { row, rows, type Tx } from '../database';

export type ProofState = 'drafting' | 'held' | 'ready' | 'passed' | 'sending' | 'listed' | 'refused';

/** A field's value and where it comes from: a pattern (or plan), or a person's hand. */
export interface Field<T> {
  value: T;
  from: 'pattern' | 'hand';
}
export interface ProofFields {
  title: Field<string>;
  description: Field<string>;
  tags: Field<string[]>;
  prices: Field<PriceBreakdown[]>;
}
export interface ProofPicture {
  scene: string;
  colour: string;
  /** Names in the derived shelf; null when it could not be made. */
  file: string | null;
  small: string | null;
}
export interface ProofRow {
  id: string;
  seq: number;
  runId: string;
  artworkId: string;
  docketId: string;
  outletId: string;
  state: ProofState;
  fields: Partial<ProofFields>;
  colours: { name: string; hex: string; legibility: number }[];
  pictures: ProofPicture[];
  problems: Problem[];
  artwork: string;
  docket: string;
  /** Name of the price plan of its docket. */
  plan: string;
  outlet: string;
  refusal: string | null;
  /** Its pictures were made from a file that has been replaced since. */
  outOfDate: boolean;
  /** Which beginning of its drafting this is. */
  draft: number;
}
export interface RunRow {
  id: string;
  name: string;
  state: 'going' | 'paused' | 'stopped';
  leftOut: { artwork: string; docket: string; outlet: string; why: string }[];
  createdAt: string;
}

const RUN = 'SELECT id, name, state, left_out AS "leftOut", created_at AS "createdAt" FROM run';
export const listRuns = (tx: Tx): Promise<RunRow[]> => rows(tx, `${RUN} ORDER BY seq DESC LIMIT 200`);
export const runById = (tx: Tx, id: string): Promise<RunRow | null> => row(tx, `${RUN} WHERE id = $1`, [id]);

export async function addRun(tx: Tx, name: string): Promise<string> {
  return (await row<{ id: string }>(tx, 'INSERT INTO run (name) VALUES ($1) RETURNING id', [name]))!.id;
}
export async function setRunState(tx: Tx, id: string, state: RunRow['state']): Promise<void> {
  await tx.query('UPDATE run SET state = $2 WHERE id = $1', [id, state]);
}
export async function setLeftOut(tx: Tx, id: string, leftOut: RunRow['leftOut']): Promise<void> {
  await tx.query('UPDATE run SET left_out = $2 WHERE id = $1', [id, JSON.stringify(leftOut)]);
}

export interface RunCount {
  runId: string;
  outlet: string;
  state: ProofState;
  count: number;
}
/** Proofs of runs by outlet and state. */
export const countProofs = (tx: Tx, runIds: string[]): Promise<RunCount[]> =>
  rows(
    tx,
    'SELECT run_id AS "runId", outlet_id AS outlet, state, count(*)::int AS count FROM proof WHERE run_id = ANY($1) GROUP BY 1, 2, 3',
    [runIds],
  );

/**
 * Puts proofs for one artwork into a run. A proof that exists and has not been passed moves here and is drafted again;
 * one that is passed, on its way or listed stays where it is. Returns the dockets and outlets that were taken.
 */
export const addProofs = (
  tx: Tx,
  runId: string,
  artworkId: string,
  cells: { docketId: string; outletId: string }[],
): Promise<{ docketId: string; outletId: string }[]> =>
  rows(
    tx,
    `INSERT INTO proof (run_id, artwork_id, docket_id, outlet_id)
     SELECT $1, $2, c."docketId", c."outletId" FROM jsonb_to_recordset($3) AS c("docketId" uuid, "outletId" text)
     ON CONFLICT (workspace_id, artwork_id, docket_id, outlet_id) DO UPDATE SET run_id = excluded.run_id, state = 'drafting', draft = proof.draft + 1, updated_at = now(),
       before = coalesce(proof.before, jsonb_build_object('run', proof.run_id, 'state', proof.state))
       WHERE proof.state IN ('drafting', 'held', 'ready', 'refused')
     RETURNING docket_id AS "docketId", outlet_id AS "outletId"`,
    [runId, artworkId, JSON.stringify(cells)],
  );

/** Was a proof `p` of the artwork `a` made from a file that neither it nor its twins have any more? */
export const OUT_OF_DATE = `(p.state <> 'drafting' AND EXISTS (SELECT FROM unnest(p.made_from) sha WHERE sha <> a.file_sha256
  AND NOT EXISTS (SELECT FROM artwork t WHERE t.motif_id = a.motif_id AND t.file_sha256 = sha)))`;

const PROOF = `SELECT p.id, p.seq, p.run_id AS "runId", p.artwork_id AS "artworkId", p.docket_id AS "docketId", p.outlet_id AS "outletId", p.state,
  p.fields, p.colours, p.pictures, p.problems, p.draft, a.name AS artwork, d.name AS docket, d.spec->'pricePlan'->>'name' AS plan, o.name AS outlet,
  CASE WHEN p.state = 'refused' THEN s.problem END AS refusal, ${OUT_OF_DATE} AS "outOfDate"
  FROM proof p JOIN artwork a ON a.id = p.artwork_id JOIN docket d ON d.id = p.docket_id
  JOIN outlet o ON o.id = p.outlet_id AND o.workspace_id = p.workspace_id LEFT JOIN sending s ON s.proof_id = p.id`;

export const proofById = (tx: Tx, id: string): Promise<ProofRow | null> => row(tx, `${PROOF} WHERE p.id = $1`, [id]);
export const proofForUpdate = (tx: Tx, id: string): Promise<ProofRow | null> =>
  row(tx, `${PROOF} WHERE p.id = $1 FOR UPDATE OF p`, [id]);

export const draftingProofs = (tx: Tx, runId: string, artworkId: string): Promise<ProofRow[]> =>
  rows(tx, `${PROOF} WHERE p.run_id = $1 AND p.artwork_id = $2 AND p.state = 'drafting' ORDER BY p.seq`, [runId, artworkId]);

// Plan, measured with 100,000 proofs in one run on two cores: proof_of_run is read in order and left at the limit, 9.4 ms for
// 1,000 rows; with the index on run and state alone, all were joined and sorted first, 318 ms.
export const listProofs = (
  tx: Tx,
  f: { run?: string; state?: string; outlet?: string; ids?: string[]; after?: number; limit: number },
): Promise<ProofRow[]> =>
  rows(
    tx,
    `${PROOF} WHERE ($1::uuid IS NULL OR p.run_id = $1) AND ($2::text IS NULL OR p.state = ANY(string_to_array($2, ','))) AND ($3::text IS NULL OR p.outlet_id = $3)
       AND ($4::uuid[] IS NULL OR p.id = ANY($4)) AND p.seq > $5 ORDER BY p.seq LIMIT $6`,
    [f.run ?? null, f.state ?? null, f.outlet ?? null, f.ids ?? null, f.after ?? 0, f.limit],
  );

/** What the sheet's cells show, for all proofs of the workspace. */
export const cellProofs = (
  tx: Tx,
): Promise<
  {
    id: string;
    artworkId: string;
    docketId: string;
    outletId: string;
    state: ProofState;
    small: string | null;
    priceMinor: number | null;
    problem: string | null;
    outOfDate: boolean;
  }[]
> =>
  rows(
    tx,
    `SELECT p.id, artwork_id AS "artworkId", docket_id AS "docketId", outlet_id AS "outletId", p.state, pictures->0->>'small' AS small, ${OUT_OF_DATE} AS "outOfDate",
       (SELECT min((p->>'priceMinor')::int) FROM jsonb_array_elements(fields->'prices'->'value') p) AS "priceMinor",
       problems->0->>'sentence' AS problem FROM proof p JOIN artwork a ON a.id = p.artwork_id`,
  );

/** Writes what a drafting made. Only a proof that is still being drafted by that very drafting is touched. */
export async function finishDraft(
  tx: Tx,
  id: string,
  p: Pick<ProofRow, 'fields' | 'colours' | 'pictures' | 'problems' | 'draft'> & { state: 'held' | 'ready'; madeFrom: string[] },
): Promise<void> {
  await tx.query(
    "UPDATE proof SET state = $2, fields = $3, colours = $4, pictures = $5, problems = $6, made_from = $7, before = NULL, updated_at = now() WHERE id = $1 AND state = 'drafting' AND draft = $8",
    [
      id,
      p.state,
      p.fields,
      JSON.stringify(p.colours),
      JSON.stringify(p.pictures),
      JSON.stringify(p.problems),
      p.madeFrom,
      p.draft,
    ],
  );
}

export async function changeProof(
  tx: Tx,
  id: string,
  p: { fields: Partial<ProofFields>; problems: Problem[]; state: ProofState },
): Promise<void> {
  await tx.query('UPDATE proof SET fields = $2, problems = $3, state = $4, updated_at = now() WHERE id = $1', [
    id,
    p.fields,
    JSON.stringify(p.problems),
    p.state,
  ]);
}

/** Moves proofs from one of the states to another; returns how many. */
export async function moveProofs(
  tx: Tx,
  where: { run?: string; ids?: string[] },
  from: ProofState[],
  to: ProofState,
): Promise<number> {
  const moved = await tx.query(
    'UPDATE proof SET state = $4, updated_at = now() WHERE ($1::uuid IS NULL OR run_id = $1) AND ($2::uuid[] IS NULL OR id = ANY($2)) AND state = ANY($3)',
    [where.run ?? null, where.ids ?? null, from, to],
  );
  return moved.rowCount ?? 0;
}

/**
 * What a stopped run had not drafted yet: proofs that were there before go back to what they were, in the run they were
 * in; those that it made new are dropped. Returns what another run, that goes on, has to draft now.
 */
export async function leaveUndrafted(tx: Tx, runId: string): Promise<{ runId: string; artworkId: string }[]> {
  await tx.query("DELETE FROM proof WHERE run_id = $1 AND state = 'drafting' AND before IS NULL", [runId]);
  const back = await rows<{ id: string; runId: string; artworkId: string; state: ProofState; runState: RunRow['state'] | null }>(
    tx,
    `UPDATE proof p SET state = p.before->>'state', run_id = coalesce(r.id, p.run_id), draft = p.draft + 1, updated_at = now(), before = NULL
     FROM proof q LEFT JOIN run r ON r.id = (q.before->>'run')::uuid WHERE q.id = p.id AND p.run_id = $1 AND p.state = 'drafting'
     RETURNING p.id, p.run_id AS "runId", p.artwork_id AS "artworkId", p.state, r.state AS "runState"`,
    [runId],
  );
  const drafting = back.filter((p) => p.state === 'drafting');
  await tx.query('DELETE FROM proof WHERE id = ANY($1)', [drafting.filter((p) => p.runState === 'stopped').map((p) => p.id)]);
  return drafting.filter((p) => p.runState === 'going');
}

/** A drafting that failed for good leaves its proofs held, with the reason. */
export async function failDrafts(tx: Tx, runId: string, artworkId: string, problem: Problem): Promise<void> {
  await tx.query(
    `UPDATE proof SET state = 'held', before = NULL, updated_at = now(), problems = problems || $3::jsonb
     WHERE run_id = $1 AND artwork_id = $2 AND state = 'drafting'`,
    [runId, artworkId, JSON.stringify([problem])],
  );
}

/** A few pictures of each run, for a strip. */
export const runPictures = (tx: Tx, runIds: string[]): Promise<{ runId: string; smalls: string[] }[]> =>
  rows(
    tx,
    `SELECT run_id AS "runId", (array_agg(small ORDER BY seq))[1:12] AS smalls
     FROM (SELECT run_id, pictures->0->>'small' AS small, min(seq) AS seq FROM proof WHERE run_id = ANY($1) GROUP BY 1, 2) p WHERE small IS NOT NULL GROUP BY 1`,
    [runIds],
  );

/** Proofs that artworks of motifs have already: a motif goes into each docket and outlet once. */
export const motifProofs = (
  tx: Tx,
  motifIds: string[],
): Promise<{ motifId: string; artworkId: string; name: string; docketId: string; outletId: string }[]> =>
  rows(
    tx,
    `SELECT a.motif_id AS "motifId", a.id AS "artworkId", a.name, p.docket_id AS "docketId", p.outlet_id AS "outletId"
     FROM proof p JOIN artwork a ON a.id = p.artwork_id WHERE a.motif_id = ANY($1) AND p.state <> 'refused'`,
    [motifIds],
  );
