import { row, type Tx } from '../database';

/** How long one of something takes on this machine, ms; null while none was made. */
export const eachMs = async (tx: Tx, what: string): Promise<number | null> =>
  (await row<{ each: number }>(tx, 'SELECT each_ms AS each FROM pace WHERE what = $1', [what]))?.each ?? null;

/** Tells how long so many of something took together; what was told lately counts most. */
export async function tellPace(tx: Tx, what: string, count: number, ms: number): Promise<void> {
  await tx.query('SELECT tell_pace($1, $2, $3)', [what, count, ms]);
}
