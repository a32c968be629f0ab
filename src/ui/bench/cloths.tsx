'use client';
import { useState } from 'react';
import type { PlacedView } from '@/api/shapes/bench';
import { hexToRgb } from '@/core/colour/colour';
import type { Chosen } from '@/core/docket/docket';
import { chooseFinishes, type Finish } from '@/core/planning/finishes';
import type { ColourChoice } from '@/core/planning/colours';
import type { Choose } from './choosing';

/** A colour that the product comes in. */
export interface Cloth {
  name: string;
  hex: string;
  /** What is printed on, where that is not of this colour. */
  ground?: string;
}

/**
 * All colours of the product with the motif on each, at a glance: those that are offered with it first, then those on which it reads
 * too badly. One is picked to look at it. By hand each of them is offered or not, however it reads there.
 */
export function Cloths({
  it,
  cloths,
  every,
  choice,
  picked,
  pick,
  whom,
  choose,
}: {
  it: PlacedView;
  /** Those that the docket chooses among. */
  cloths: readonly Cloth[];
  /** All that the product comes in. */
  every: readonly Cloth[];
  choice: ColourChoice;
  picked: string;
  pick: (name: string) => void;
  /** Of how many artworks what is chosen is. */
  whom: number;
  choose: Choose;
}) {
  const chosen = it.choices.colours;
  const [open, setOpen] = useState(false);
  const byHand = open || chosen !== undefined;
  const left = new Map(choice.leftOut.map((c) => [c.name, c.legibility]));
  const offered = new Set(choice.offered.map((c) => c.name));
  const order = [...(byHand ? every : cloths)].sort(
    (a, b) => Number(offered.has(b.name)) - Number(offered.has(a.name)) || (left.get(b.name) ?? 1) - (left.get(a.name) ?? 1),
  );
  const says = ({ name }: Cloth) =>
    offered.has(name)
      ? `${name}, ${name === choice.featured ? 'stands out best' : 'offered'}`
      : left.has(name)
        ? `${name}, reads only to ${Math.round(left.get(name)! * 100)}%`
        : chosen
          ? `${name}, not chosen`
          : `${name}, left out: too many, or too like another`;
  const turn = (name: string) => {
    const next = every.map((c) => c.name).filter((n) => (n === name ? !offered.has(n) : offered.has(n)));
    // one at least is offered
    if (next.length) choose('colours', next);
  };
  return (
    <fieldset className="grid content-start gap-2">
      <legend className="sr-only">Colours of the product</legend>
      <div className="grid auto-rows-min grid-cols-2 gap-1">
        {order.map((c) => (
          <div
            key={c.name}
            title={says(c)}
            className={`relative block size-[46px] border border-rule has-[[type=radio]:checked]:outline-2 has-[[type=radio]:checked]:outline-ink has-focus-visible:outline-2 has-focus-visible:outline-teal ${offered.has(c.name) ? '' : 'opacity-45'}`}
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
            {byHand && (
              <label className="absolute -top-2 -left-2 grid size-6 cursor-pointer place-items-center">
                <input
                  type="checkbox"
                  className="checkbox border-ink bg-paper checkbox-xs"
                  aria-label={`Offer ${c.name}`}
                  checked={offered.has(c.name)}
                  onChange={() => turn(c.name)}
                />
              </label>
            )}
          </div>
        ))}
      </div>
      <button
        type="button"
        className="btn btn-ghost px-1 text-soft btn-sm hover:text-ink"
        title={whom > 1 ? `of ${whom} artworks` : undefined}
        onClick={() => {
          setOpen(!byHand);
          if (chosen) choose('colours', null);
        }}
      >
        {byHand ? 'By rule' : 'By hand'}
      </button>
    </fieldset>
  );
}

/** What else there is to choose of the product: those finishes that are offered with the artwork, by rule or by hand. */
export function Finishes({
  it,
  axis,
  finishes,
  wanted,
  whom,
  choose,
}: {
  it: PlacedView;
  /** What they are: hands, pages, sides. */
  axis: string;
  finishes: readonly Finish[];
  /** What the docket says. */
  wanted: Chosen;
  whom: number;
  choose: Choose;
}) {
  const byHand = it.choices.finishes;
  const inks = it.inks.map((i) => ({ ...i, rgb: hexToRgb(i.hex) }));
  const offered = chooseFinishes(inks, finishes, byHand ?? wanted).map((f) => f.name);
  return (
    <fieldset className="grid gap-1 border-t border-rule pt-2" title={whom > 1 ? `of ${whom} artworks` : undefined}>
      <legend className="float-left text-[11.5px] text-soft">{axis}</legend>
      {finishes.map((f) => (
        <label
          key={f.name}
          className={`flex min-h-[26px] cursor-pointer items-center gap-1.5 ${offered.includes(f.name) ? '' : 'text-soft'}`}
        >
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={offered.includes(f.name)}
            onChange={() => {
              const next = finishes.map((x) => x.name).filter((n) => (n === f.name ? !offered.includes(n) : offered.includes(n)));
              if (next.length) choose('finishes', next);
            }}
          />
          {f.hex && <i aria-hidden className="block size-3 border border-rule" style={{ background: f.hex }} />}
          {f.name}
        </label>
      ))}
      {byHand && (
        <button
          type="button"
          className="btn btn-ghost px-1 text-soft btn-sm hover:text-ink"
          onClick={() => choose('finishes', null)}
        >
          {axis} by rule
        </button>
      )}
    </fieldset>
  );
}
