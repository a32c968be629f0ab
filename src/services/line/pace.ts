import { inWorkspace, type Tx } from '../../data/database';
import * as data from '../../data/line/pace';

/** How long it takes to make so many pictures, s, as this machine made them lately; null while it has made none. */
export async function secondsFor(tx: Tx, pictures: number): Promise<number | null> {
  const each = await data.eachMs(tx, 'picture');
  return each === null ? null : Math.ceil((pictures * each) / 1000);
}

/** Tells how long it took to make so many pictures; a handful more in the same time says that several are made at once. */
export const tellPace = (pictures: number, ms: number): Promise<void> =>
  inWorkspace(null, (tx) => data.tellPace(tx, 'picture', pictures, ms));
