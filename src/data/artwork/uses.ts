import { rows, type Tx } from '../database';
import { BECAUSE, WITH_CAUSES } from '../line/proofs';

/** What was made from artworks: proofs by state and listings by state. */
export const dependants = (tx: Tx, ids: string[]): Promise<{ kind: 'proof' | 'listing'; state: string; count: number }[]> =>
  rows(
    tx,
    `SELECT 'proof' AS kind, state, count(*)::int AS count FROM proof WHERE artwork_id = ANY($1) AND state <> 'listed' GROUP BY state
     UNION ALL SELECT 'listing', l.state, count(*)::int FROM listing l JOIN proof p ON p.id = l.proof_id WHERE p.artwork_id = ANY($1) AND l.state <> 'not made' GROUP BY l.state`,
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
    `SELECT p.id AS "proofId", p.run_id AS "runId", p.state, t.name AS docket, t.id AS "docketId", o.name AS outlet, o.id AS "outletId",
       cardinality(${BECAUSE}) > 0 AS "outOfDate", l.url
     FROM proof p ${WITH_CAUSES} JOIN docket t ON t.id = p.docket_id LEFT JOIN listing l ON l.proof_id = p.id
     WHERE p.artwork_id = $1 ORDER BY p.seq`,
    [id],
  );
