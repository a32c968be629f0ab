import { createHash } from 'node:crypto';
import type { PrintFile } from '../../core/print-file/print-file';
import { row, rows, type Tx } from '../database';

/** Name of what a proof prints: the same files have the same name. */
const nameOf = (files: readonly PrintFile[]): string => createHash('sha256').update(JSON.stringify(files)).digest('hex');

/** Keeps what proofs print, each once; returns their names in the same order. */
export async function keepPlans(tx: Tx, plans: readonly PrintFile[][]): Promise<string[]> {
  const names = plans.map(nameOf);
  const all = new Map(names.map((name, i) => [name, plans[i]!]));
  // in order: two that draft at the same time must not wait for each other
  const sorted = [...all].sort(([a], [b]) => (a < b ? -1 : 1));
  await tx.query(
    `INSERT INTO print_plan (name, files) SELECT name, files FROM unnest($1::text[], $2::jsonb[]) AS p(name, files)
     ON CONFLICT (workspace_id, name) DO UPDATE SET used_at = now()`,
    [sorted.map(([name]) => name), sorted.map(([, files]) => JSON.stringify(files))],
  );
  const originals = sorted.flatMap(([name, files]) =>
    [...new Set(files.flatMap((f) => f.layers.flatMap((l) => ('original' in l ? [l.original.sha256] : []))))].map((sha256) => ({
      name,
      sha256,
    })),
  );
  await tx.query(
    'INSERT INTO print_plan_original (plan, file_sha256) SELECT * FROM unnest($1::text[], $2::text[]) ON CONFLICT DO NOTHING',
    [originals.map((o) => o.name), originals.map((o) => o.sha256)],
  );
  return names;
}

export async function setProofPlan(tx: Tx, proofId: string, plan: string): Promise<void> {
  await tx.query('UPDATE proof SET print_plan = $2 WHERE id = $1', [proofId, plan]);
}

/** A listing prints what its proof did when it was sent. */
export async function sentPlan(tx: Tx, listingId: string): Promise<void> {
  await tx.query('UPDATE listing l SET print_plan = p.print_plan FROM proof p WHERE l.id = $1 AND p.id = l.proof_id', [
    listingId,
  ]);
}

/** A proof or a listing, what it prints, and the words by which its files are named. */
export interface Printing {
  id: string;
  /** Null where it was drafted before print files were kept. */
  plan: string | null;
  files: PrintFile[] | null;
  /** Its proof, while that is here. */
  proofId: string | null;
  artwork: string;
  docket: string;
  outlet: string;
}

const PRINTING = {
  proofs: `SELECT p.id, p.print_plan AS plan, x.files, p.id AS "proofId", a.name AS artwork, d.name AS docket, o.name AS outlet
    FROM proof p JOIN artwork a ON a.id = p.artwork_id JOIN docket d ON d.id = p.docket_id
      JOIN outlet o ON o.workspace_id = p.workspace_id AND o.id = p.outlet_id
      LEFT JOIN print_plan x ON x.workspace_id = p.workspace_id AND x.name = p.print_plan`,
  listings: `SELECT p.id, coalesce(p.print_plan, q.print_plan) AS plan, x.files, p.proof_id AS "proofId", p.artwork_name AS artwork, p.docket_name AS docket,
      o.name AS outlet
    FROM listing p JOIN outlet o ON o.workspace_id = p.workspace_id AND o.id = p.outlet_id LEFT JOIN proof q ON q.id = p.proof_id
      LEFT JOIN print_plan x ON x.workspace_id = p.workspace_id AND x.name = coalesce(p.print_plan, q.print_plan)`,
} as const;
export type PrintingKind = keyof typeof PRINTING;

/** What proofs or listings print, in the order of their ids; those that are not here are left out. */
export const printingOf = (tx: Tx, kind: PrintingKind, ids: readonly string[]): Promise<Printing[]> =>
  rows(tx, `${PRINTING[kind]} WHERE p.id = ANY($1) ORDER BY array_position($1, p.id)`, [ids]);

/** One print file of a plan. */
export const fileInPlan = async (tx: Tx, plan: string, file: string): Promise<PrintFile | null> =>
  (
    await row<{ file: PrintFile }>(
      tx,
      "SELECT f AS file FROM print_plan p, jsonb_array_elements(p.files) f WHERE p.name = $1 AND f->>'file' = $2 LIMIT 1",
      [plan, file],
    )
  )?.file ?? null;

/** Forgets what was asked for so many days ago, and what nothing prints any more. Of all workspaces. */
export const dropOldPrints = (tx: Tx, days: number): Promise<unknown> => tx.query('SELECT drop_old_prints($1)', [days]);
