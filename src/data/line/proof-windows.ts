import type { Problem } from '../../core/listing/problems';
import type { ListingField } from '../../core/listing/compare';
import { patternsOf } from '../artwork/search';
import { row, rows, type Tx } from '../database';
import { BECAUSE, WITH_CAUSES, type ProofState, type StaleBecause } from './proofs';

export const PROOF_SORTS = {
  newest: 'p.seq DESC',
  oldest: 'p.seq',
  artwork: 'lower(a.name), p.seq DESC',
  outlet: 'p.outlet_id, p.seq DESC',
} as const;
export type ProofSort = keyof typeof PROOF_SORTS;

/** Which proofs are meant. */
export interface ProofFilter {
  run?: string;
  states?: readonly ProofState[];
  outlet?: string;
  docket?: string;
  /** Words of the artwork, all of them. */
  find?: string;
  /** What its words say, in any field and language. */
  says?: string;
  /** Only these, by their ids, or by how these begin: an address of many is short then. */
  among?: readonly string[];
  /** Only those that were picked, by the id under which they are kept. */
  picked?: string;
  /** Only those that are out of date. */
  stale?: boolean;
  /** Only those in whose words something was found, by a check, and what. */
  found?: { check: string; what?: string };
  /** Only those of outlets that are written in it. */
  language?: string;
  /** Only those with a picture that something is wrong with. */
  wrong?: boolean;
}

const WHERE = `($1::uuid IS NULL OR p.run_id = $1) AND ($2::text[] IS NULL OR p.state = ANY($2)) AND ($3::text IS NULL OR p.outlet_id = $3)
  AND ($4::uuid IS NULL OR p.docket_id = $4) AND ($5::text[] IS NULL OR p.artwork_id = ANY(ARRAY(SELECT found_by_words($5))))
  AND ($6::text[] IS NULL OR p.id = ANY(ARRAY(SELECT s.id FROM unnest($6::text[]) h JOIN proof s
    ON s.id BETWEEN (h || substr('00000000-0000-0000-0000-000000000000', length(h) + 1))::uuid AND (h || substr('ffffffff-ffff-ffff-ffff-ffffffffffff', length(h) + 1))::uuid)))
  AND ($7::text IS NULL OR EXISTS (SELECT FROM jsonb_path_query(p.fields, 'strict $.**.value') v WHERE lower(v #>> '{}') LIKE $7))
  AND ($8::text IS NULL OR p.id = ANY(ARRAY(SELECT f.proof_id FROM finding f JOIN looked_over w ON w.proof_id = f.proof_id JOIN proof q ON q.id = f.proof_id AND q.version = w.version
    WHERE f."check" = $8 AND ($9::text IS NULL OR f.what = $9))))
  AND ($10::text IS NULL OR p.outlet_id = ANY(ARRAY(SELECT o.id FROM outlet o JOIN outlet_rules r ON r.outlet_id = o.id AND r.workspace_id = o.workspace_id AND r.version = o.rules_version
    WHERE r.document->'languages' ? $10)))
  AND ($11::uuid IS NULL OR p.id = ANY(ARRAY(SELECT unnest(k.proofs) FROM picked k WHERE k.id = $11)))`;

export const values = (f: ProofFilter): unknown[] => {
  const { patterns } = patternsOf(f.find);
  return [
    f.run ?? null,
    f.states ?? null,
    f.outlet ?? null,
    f.docket ?? null,
    patterns.length ? patterns : null,
    f.among ?? null,
    f.says ? `%${f.says.toLowerCase().replace(/[\\%_]/g, '\\$&')}%` : null,
    f.found?.check ?? null,
    f.found?.what ?? null,
    f.language ?? null,
    f.picked ?? null,
  ];
};
/** Proofs `p` that a filter means, with `a` their artworks where an order asks for these, and what is joined beside: what follows SELECT. */
export const meant = (f: ProofFilter, sort?: ProofSort, beside = ''): string =>
  `FROM proof p ${f.stale ? WITH_CAUSES : sort === 'artwork' ? 'JOIN artwork a ON a.id = p.artwork_id' : ''} ${beside}
   WHERE ${WHERE} ${f.stale ? `AND cardinality(${BECAUSE}) > 0` : ''} ${f.wrong ? "AND p.wrongs <> '{}'" : ''}`;

/** How many proofs are meant, by state. What is asked for by state, docket, outlet or run alone is read from the counts that are kept. */
export async function countMeant(tx: Tx, f: ProofFilter): Promise<Partial<Record<ProofState, number>>> {
  const kept =
    !f.find && !f.says && !f.found && !f.language && !f.among && !f.picked && !f.stale && !f.wrong && !(f.run && f.docket);
  const found = await rows<{ state: ProofState; count: number }>(
    tx,
    kept
      ? `SELECT state, sum(count)::int AS count FROM tally WHERE of = CASE WHEN $1::uuid IS NULL THEN 'cell' ELSE 'run' END
           AND (coalesce($1::uuid, $4::uuid) IS NULL OR what = coalesce($1, $4)) AND ($2::text[] IS NULL OR state = ANY($2)) AND ($3::text IS NULL OR outlet_id = $3)
         GROUP BY 1 HAVING sum(count) <> 0`
      : `SELECT p.state, count(*)::int AS count ${meant(f)} GROUP BY 1`,
    kept ? values(f).slice(0, 4) : values(f),
  );
  return Object.fromEntries(found.map((s) => [s.state, s.count]));
}

// Plan, measured with 314,000 proofs on two cores: proof_in_order is read alone and left behind the window, 1 ms for the first and
// 75 ms behind 150,000; with what is chosen by not in the index 2.2 s.
/** Ids of a window of proofs, in an order. */
export const proofsFrom = async (tx: Tx, f: ProofFilter, sort: ProofSort, from: number, count: number): Promise<string[]> => {
  const by = values(f);
  return (
    await rows<{ id: string }>(
      tx,
      `SELECT p.id ${meant(f, sort)} ORDER BY ${PROOF_SORTS[sort]} OFFSET $${by.length + 1} LIMIT $${by.length + 2}`,
      [...by, from, count],
    )
  ).map((p) => p.id);
};

/** Where a proof stands among those that are meant, from 0; null when it is none of them. */
export async function placeOf(tx: Tx, f: ProofFilter, sort: ProofSort, id: string): Promise<number | null> {
  const by = values(f);
  const found = await row<{ at: number }>(
    tx,
    `SELECT n::int - 1 AS at FROM (SELECT p.id, row_number() OVER (ORDER BY ${PROOF_SORTS[sort]}) AS n ${meant(f, sort)}) f WHERE id = $${by.length + 1}`,
    [...by, id],
  );
  return found?.at ?? null;
}

/** The first proof in a state from a place on, with its place; null when there is none. */
export async function nextFrom(
  tx: Tx,
  f: ProofFilter,
  sort: ProofSort,
  state: ProofState,
  from: number,
): Promise<{ id: string; at: number } | null> {
  const by = values(f);
  const n = by.length;
  return row(
    tx,
    `SELECT id, n::int - 1 AS at FROM (SELECT p.id, p.state, row_number() OVER (ORDER BY ${PROOF_SORTS[sort]}) AS n ${meant(f, sort)}) f
     WHERE state = $${n + 1} AND n > $${n + 2} ORDER BY n LIMIT 1`,
    [...by, state, from],
  );
}

/** Ids of all proofs that are meant. */
export const proofsMeant = async (tx: Tx, f: ProofFilter): Promise<string[]> =>
  (await rows<{ id: string }>(tx, `SELECT p.id ${meant(f)} ORDER BY p.seq`, values(f))).map((p) => p.id);

/** A proof as a line of a list. */
export interface ProofLine {
  id: string;
  artwork: string;
  docket: string;
  outlet: string;
  state: ProofState;
  small: string | null;
  problem: Problem | null;
  because: StaleBecause[];
  changed: ListingField[];
  stands: boolean;
}
/** Lines of proofs, in the order of the ids. */
export const proofLines = (tx: Tx, ids: readonly string[]): Promise<ProofLine[]> =>
  rows(
    tx,
    `SELECT p.id, a.name AS artwork, t.name AS docket, o.name AS outlet, p.state, p.small, p.problems->0 AS problem, ${BECAUSE} AS because, p.changed,
       EXISTS (SELECT FROM listing l WHERE l.proof_id = p.id AND l.state <> 'not made') AS stands
     FROM unnest($1::uuid[]) WITH ORDINALITY AS w(id, n) JOIN proof p ON p.id = w.id ${WITH_CAUSES} JOIN docket t ON t.id = p.docket_id ORDER BY w.n`,
    [ids],
  );
