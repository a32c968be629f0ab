import type { ChosenPart, OwnChoice } from '../../core/docket/docket';
import { rows, type Tx } from '../database';

/** Which part of a docket's goods line. */
export interface PartOf {
  docketId: string;
  line: string;
  part: ChosenPart;
}
/** What a hand chose for an artwork. */
export interface OwnChoiceRow extends OwnChoice {
  artworkId: string;
  docketId: string;
}

/** What hands chose for artworks under dockets. */
export const choicesUnder = (tx: Tx, artworks: readonly string[], dockets: readonly string[]): Promise<OwnChoiceRow[]> =>
  rows(
    tx,
    'SELECT artwork_id AS "artworkId", docket_id AS "docketId", line, part, names FROM own_choice WHERE artwork_id = ANY($1) AND docket_id = ANY($2)',
    [artworks, dockets],
  );

/** Writes what a hand chose for artworks; null leaves it to the docket again. Many with one statement. */
export async function putChoices(
  tx: Tx,
  at: PartOf,
  choices: readonly { artworkId: string; names: string[] | null }[],
): Promise<void> {
  const where = [at.docketId, at.line, at.part];
  const back = choices.filter((c) => !c.names).map((c) => c.artworkId);
  if (back.length)
    await tx.query('DELETE FROM own_choice WHERE artwork_id = ANY($1) AND docket_id = $2 AND line = $3 AND part = $4', [
      back,
      ...where,
    ]);
  const put = choices.filter((c) => c.names);
  if (put.length)
    await tx.query(
      `INSERT INTO own_choice (artwork_id, docket_id, line, part, names)
       SELECT c."artworkId", $2, $3, $4, ARRAY(SELECT jsonb_array_elements_text(c.names)) FROM jsonb_to_recordset($1) AS c("artworkId" uuid, names jsonb)
       JOIN artwork a ON a.id = c."artworkId"
       ON CONFLICT (artwork_id, docket_id, line, part) DO UPDATE SET names = excluded.names`,
      [JSON.stringify(put), ...where],
    );
}
