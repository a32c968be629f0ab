import type { FrameView, LooseFrameView, StripView } from '@/api/shapes/pictures';

/** A picture on the sheet, with what is told of its proof. */
export interface Spot {
  proof: string;
  of: Omit<StripView, 'id' | 'frames'>;
  frame: FrameView;
}
/** A picture by its name: the proof and the place. */
export const keyOfSpot = (proof: string, at: number): string => `${proof}/${at}`;
export const spotOf = ({ id, frames, ...of }: StripView, at: number): Spot | null =>
  frames[at] ? { proof: id, of, frame: frames[at] } : null;
export function looseSpot({
  id: _,
  proof,
  artworkId,
  artwork,
  docketId,
  docket,
  outlet,
  state,
  own,
  ...frame
}: LooseFrameView): Spot {
  return { proof, of: { artworkId, artwork, docketId, docket, outlet, state, own }, frame };
}

/** Where the cursor stands: the row of the list, and the picture in it. */
export interface Place {
  row: number;
  at: number;
}
export type Step = 'left' | 'right' | 'up' | 'down' | 'first' | 'last';

/**
 * One step among strips of several lines each: left and right run on from strip to strip, up and down go line by line, and at the
 * edge of a strip into the next, as far to the right as before. `lengthOf` is 0 for a strip that is not here yet.
 */
export function stepped({ row, at }: Place, step: Step, rows: number, perLine: number, lengthOf: (row: number) => number): Place {
  const last = Math.max(0, lengthOf(row) - 1);
  const lastOf = (r: number) => Math.max(0, lengthOf(r) - 1);
  const column = at % perLine;
  switch (step) {
    case 'left':
      return at > 0 ? { row, at: at - 1 } : row > 0 ? { row: row - 1, at: lastOf(row - 1) } : { row, at };
    case 'right':
      return at < last ? { row, at: at + 1 } : row < rows - 1 ? { row: row + 1, at: 0 } : { row, at };
    case 'down': {
      if (at - column + perLine <= last) return { row, at: Math.min(at + perLine, last) };
      return row < rows - 1 ? { row: row + 1, at: Math.min(column, lastOf(row + 1)) } : { row, at };
    }
    case 'up': {
      if (at >= perLine) return { row, at: at - perLine };
      if (row === 0) return { row, at };
      const above = lastOf(row - 1);
      return { row: row - 1, at: Math.min(above - (above % perLine) + column, above) };
    }
    case 'first':
      return { row, at: 0 };
    case 'last':
      return { row, at: last };
  }
}

/** Everything between two places of the same strip or row, both with it; across strips only the second. */
export const between = (from: Place, to: Place): Place[] =>
  from.row === to.row
    ? Array.from({ length: Math.abs(to.at - from.at) + 1 }, (_, i) => ({ row: to.row, at: Math.min(from.at, to.at) + i }))
    : [to];
