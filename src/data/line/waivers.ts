import type { TroubleCode } from '../../core/placement/trouble';
import type { Actor } from '../acting';
import { rows, type Tx } from '../database';
import type { AreaOf } from './own-placements';

/** A trouble of an artwork on a print area that is offered all the same. */
export interface Waiver extends AreaOf {
  artworkId: string;
  code: TroubleCode;
  reason: string;
  by: Actor;
}

/** What is waived of artworks under dockets. */
export const waiversUnder = (tx: Tx, artworks: readonly string[], dockets: readonly string[]): Promise<Waiver[]> =>
  rows(
    tx,
    `SELECT artwork_id AS "artworkId", docket_id AS "docketId", line, area, code, reason, waived_by AS by FROM waiver
     WHERE artwork_id = ANY($1) AND docket_id = ANY($2)`,
    [artworks, dockets],
  );

/** Waives a trouble of artworks on an area, each with a reason; null takes that back. Many with one statement. */
export async function putWaivers(
  tx: Tx,
  at: AreaOf,
  code: TroubleCode,
  reasons: readonly { artworkId: string; reason: string | null }[],
): Promise<void> {
  const where = [at.docketId, at.line, at.area, code];
  const back = reasons.filter((r) => r.reason === null).map((r) => r.artworkId);
  if (back.length)
    await tx.query('DELETE FROM waiver WHERE artwork_id = ANY($1) AND docket_id = $2 AND line = $3 AND area = $4 AND code = $5', [
      back,
      ...where,
    ]);
  const put = reasons.filter((r) => r.reason !== null);
  if (put.length)
    await tx.query(
      `INSERT INTO waiver (artwork_id, docket_id, line, area, code, reason)
       SELECT r."artworkId", $2, $3, $4, $5, r.reason FROM jsonb_to_recordset($1) AS r("artworkId" uuid, reason text) JOIN artwork a ON a.id = r."artworkId"
       ON CONFLICT (artwork_id, docket_id, line, area, code) DO UPDATE SET reason = excluded.reason, waived_by = excluded.waived_by, waived_at = now()`,
      [JSON.stringify(put), ...where],
    );
}
