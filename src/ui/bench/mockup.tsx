'use client';
import type { PlacedView } from '@/api/shapes/bench';
import type { AreaPlacement, Layer } from '@/core/placement/form';
import { Preview } from '../mockup/preview';
import { printsIn, sceneFor } from './looks';
import type { FirstBench } from './first';

/** The product with the artwork in hand on it, as it is being moved; above it the layers to take in hand. */
export function Mockup({
  first,
  it,
  placement,
  colour,
  layers,
  at,
  choose,
}: {
  first: FirstBench;
  it: PlacedView;
  placement: AreaPlacement;
  colour: string;
  layers: readonly Layer[];
  at: number;
  choose: (at: number) => void;
}) {
  const { line, blank, scenes, shots } = first;
  const sheet = sceneFor(scenes, shots, blank, placement.area);
  const { ground, mixed } = blank.colours.find((c) => c.hex === colour) ?? {};
  const dyes = { colour, ...(ground && { ground }), ...(mixed && { mixed }) };
  const word = (l: Layer) => (l.kind === 'text' ? 'text' : l.artwork ? 'always the same' : 'the artwork');
  return (
    <div className="relative aspect-square h-full min-h-0 overflow-hidden border-l border-rule bg-paper2">
      {sheet ? (
        <Preview
          className="absolute inset-0 h-full w-full"
          alt={`${it.name} on ${blank.name}, ${sheet.title}`}
          sheet={sheet}
          products={[dyes]}
          prints={printsIn(
            sheet,
            { line, blank },
            it,
            placement,
            line.placements.find((p) => p.area === placement.area)!,
          )}
        />
      ) : (
        <p className="grid h-full place-items-center px-10 text-center text-soft">
          There is no picture of {blank.name} with its {placement.area} yet. The drawing on the left is exact.
        </p>
      )}
      {layers.length > 1 && (
        <div className="absolute top-2 right-2 flex gap-1.5" role="group" aria-label="Layers, from below">
          {layers.map((l, i) => (
            <button
              key={i}
              type="button"
              aria-pressed={i === at}
              className={`btn btn-sm border-rule bg-paper px-2 font-normal ${i === at ? 'border-ink font-semibold' : 'text-soft'}`}
              onClick={() => choose(i)}
            >
              {i + 1}. {word(l)}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}
