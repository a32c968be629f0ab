'use client';
import type { PlacedView } from '@/api/shapes/bench';
import type { ColourChoice } from '@/core/planning/colours';

/** A colour that the product comes in. */
export interface Cloth {
  name: string;
  hex: string;
  /** What is printed on, where that is not of this colour. */
  ground?: string;
}

/**
 * All colours of the product with the motif on each, at a glance: those that are offered with it first, then those on which it reads
 * too badly. One is picked to look at it.
 */
export function Cloths({
  it,
  cloths,
  choice,
  picked,
  pick,
}: {
  it: PlacedView;
  cloths: readonly Cloth[];
  choice: ColourChoice;
  picked: string;
  pick: (name: string) => void;
}) {
  const left = new Map(choice.leftOut.map((c) => [c.name, c.legibility]));
  const offered = new Set(choice.offered.map((c) => c.name));
  const order = [...cloths].sort(
    (a, b) => Number(offered.has(b.name)) - Number(offered.has(a.name)) || (left.get(b.name) ?? 1) - (left.get(a.name) ?? 1),
  );
  const says = ({ name }: Cloth) =>
    offered.has(name)
      ? `${name}, ${name === choice.featured ? 'stands out best' : 'offered'}`
      : left.has(name)
        ? `${name}, reads only to ${Math.round(left.get(name)! * 100)}%`
        : `${name}, left out: too many, or too like another`;
  return (
    <fieldset className="grid auto-rows-min grid-cols-2 content-start gap-1 overflow-y-auto border-r border-rule bg-paper2 p-2">
      <legend className="sr-only">Colours of the product</legend>
      {order.map((c) => (
        <label
          key={c.name}
          title={says(c)}
          className={`relative block size-[46px] cursor-pointer border border-rule has-checked:outline-2 has-checked:outline-ink has-focus-visible:outline-2 has-focus-visible:outline-teal ${offered.has(c.name) ? '' : 'opacity-45'}`}
          style={{ background: c.ground ?? c.hex }}
        >
          <input
            type="radio"
            name="cloth"
            className="absolute inset-0 size-full cursor-pointer opacity-0"
            aria-label={says(c)}
            checked={c.name === picked}
            onChange={() => pick(c.name)}
          />
          <img src={it.thumb} alt="" loading="lazy" className="pointer-events-none size-full object-contain p-1" />
          {c.name === choice.featured && (
            <i
              aria-hidden
              className="pointer-events-none absolute right-0 bottom-0 border-[5px] border-transparent border-r-teal border-b-teal"
            />
          )}
        </label>
      ))}
    </fieldset>
  );
}
