import type { Box, Point } from './affine';

/** A line that what is moved comes to lie on. */
export interface Guide {
  way: 'upright' | 'level';
  /** From the left, or from the top, mm. */
  at: number;
  kind: 'middle' | 'edge' | 'safe' | 'other';
}

interface Ground {
  widthMm: number;
  heightMm: number;
  safeMm?: number;
}

/** The lines of an area that are worth lying on: its middle, its edges, its safe margin, and the edges and middles of what else is there. */
export function guidesOf({ widthMm, heightMm, safeMm = 0 }: Ground, others: readonly Box[]): Guide[] {
  const both = (x: number, y: number, kind: Guide['kind']): Guide[] => [
    { way: 'upright', at: x, kind },
    { way: 'level', at: y, kind },
  ];
  return [
    ...both(widthMm / 2, heightMm / 2, 'middle'),
    ...both(0, 0, 'edge'),
    ...both(widthMm, heightMm, 'edge'),
    ...(safeMm > 0 ? [...both(safeMm, safeMm, 'safe'), ...both(widthMm - safeMm, heightMm - safeMm, 'safe')] : []),
    ...others.flatMap((b) => [
      ...both(b.x, b.y, 'other'),
      ...both(b.x + b.width / 2, b.y + b.height / 2, 'other'),
      ...both(b.x + b.width, b.y + b.height, 'other'),
    ]),
  ];
}

/** How far a box is to be moved so that it lies on the nearest lines within reach, and on which it then lies. */
export function snapped(box: Box, guides: readonly Guide[], reachMm: number): { by: Point; on: Guide[] } {
  const nearest = (way: Guide['way'], marks: readonly number[]) => {
    let [best, by] = [reachMm, 0];
    for (const guide of guides)
      if (guide.way === way)
        for (const mark of marks) {
          const off = guide.at - mark;
          if (Math.abs(off) < best) [best, by] = [Math.abs(off), off];
        }
    const lies = (g: Guide) => g.way === way && marks.some((mark) => Math.abs(g.at - mark - by) < 1e-6);
    // without a line in reach it lies on none
    return { by, on: best < reachMm ? guides.filter(lies) : [] };
  };
  const x = nearest('upright', [box.x, box.x + box.width / 2, box.x + box.width]);
  const y = nearest('level', [box.y, box.y + box.height / 2, box.y + box.height]);
  return { by: { x: x.by, y: y.by }, on: [...x.on, ...y.on] };
}
