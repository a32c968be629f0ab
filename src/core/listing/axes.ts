import type { ProofVariant } from './proof';

type Picked = Pick<ProofVariant, 'line' | 'colour' | 'size' | 'finish'>;

/** What a buyer chooses between, and what each variant picks. */
export interface Axes {
  options: string[];
  values: (variant: Picked) => string[];
}

/**
 * What a buyer chooses between: goods line, colour, size, finish, as far as there is a choice; the size too, always where there are sizes. Where an outlet takes
 * fewer, lines and then finishes go into the size's own words, so that nothing is lost. `colours` says whether the docket offers
 * several; `names` is what each line is called, `finish` what its finishes are.
 */
export function axesOf(
  variants: readonly Picked[],
  o: { most: number; colours: boolean; names: Record<string, string>; finish: string },
): Axes {
  const sized = variants.some((v) => v.size);
  const several = (of: (v: Picked) => string) => new Set(variants.map(of)).size > 1;
  const colour = o.colours || several((v) => v.colour);
  let line = several((v) => v.line);
  let finish = several((v) => v.finish);
  const count = () => [colour, line, finish].filter(Boolean).length + Number(sized);
  const foldLine = line && count() > o.most;
  if (foldLine) line = false;
  const foldFinish = finish && count() > o.most;
  if (foldFinish) finish = false;
  const name = (v: Picked) => o.names[v.line] ?? v.line;
  const size = (v: Picked) => [foldLine && name(v), v.size, foldFinish && v.finish].filter(Boolean).join(', ') || name(v);
  return {
    options: [
      ...(line ? ['Kind'] : []),
      ...(colour ? ['Colour'] : []),
      ...(sized ? ['Size'] : []),
      ...(finish ? [o.finish] : []),
    ],
    values: (v) => [
      ...(line ? [name(v)] : []),
      ...(colour ? [v.colour || name(v)] : []),
      ...(sized ? [size(v)] : []),
      ...(finish ? [v.finish] : []),
    ],
  };
}
