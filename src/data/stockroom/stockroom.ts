import type { BlankSpec, DocketSpec } from '../../core/planning/docket';
import { row, rows, type Tx } from '../database';

export interface DocketRow {
  id: string;
  name: string;
  blankId: string;
  spec: DocketSpec;
}

export const listBlanks = async (tx: Tx): Promise<BlankSpec[]> =>
  (await rows<{ spec: BlankSpec }>(tx, 'SELECT spec FROM blank ORDER BY id')).map((r) => r.spec);

export async function putBlank(tx: Tx, spec: BlankSpec): Promise<void> {
  await tx.query(
    'INSERT INTO blank (id, print_house, spec) VALUES ($1, $2, $3) ON CONFLICT (workspace_id, id) DO UPDATE SET spec = excluded.spec, fetched_at = now()',
    [spec.id, spec.printHouse, spec],
  );
}

const DOCKET = 'SELECT id, name, blank_id AS "blankId", spec FROM docket';
export const listDockets = (tx: Tx): Promise<DocketRow[]> => rows(tx, `${DOCKET} ORDER BY seq`);
export const docketById = (tx: Tx, id: string): Promise<DocketRow | null> => row(tx, `${DOCKET} WHERE id = $1`, [id]);

export async function putDocket(
  tx: Tx,
  d: { id: string | null; name: string; blankId: string; spec: DocketSpec },
): Promise<string | null> {
  const saved = d.id
    ? await row<{ id: string }>(
        tx,
        'UPDATE docket SET name = $2, blank_id = $3, spec = $4, updated_at = now() WHERE id = $1 RETURNING id',
        [d.id, d.name, d.blankId, d.spec],
      )
    : await row<{ id: string }>(tx, 'INSERT INTO docket (name, blank_id, spec) VALUES ($1, $2, $3) RETURNING id', [
        d.name,
        d.blankId,
        d.spec,
      ]);
  return saved?.id ?? null;
}

export const workspaceName = async (tx: Tx): Promise<string> =>
  (await row<{ name: string }>(tx, 'SELECT name FROM workspace'))!.name;
