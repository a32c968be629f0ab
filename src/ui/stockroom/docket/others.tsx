'use client';
import type { Shot, ShotColour } from '@/core/docket/docket';
import type { SceneSheet } from '@/core/scene/sheet';
import { ChoiceField, type Option, type OptionGroup } from '../../parts/fields/field';
import { useGoods } from './form';

export type SceneShot = Extract<Shot, { kind: 'scene' }>;
type Other = NonNullable<SceneShot['others']>[number];

/** A colour of a picture as one value to choose by, and back. */
export const colourText = (colour: ShotColour): string =>
  typeof colour === 'object' ? `named ${colour.named}` : typeof colour === 'number' ? String(colour) : colour;
export const colourOf = (text: string): ShotColour =>
  text.startsWith('named ') ? { named: text.slice(6) } : text === 'featured' || text.startsWith('#') ? text : Number(text);

/** A shot whose further product `at` (0 is the second of the picture) is another. What is as it would be anyway is not said. */
export function withOther(shot: SceneShot, at: number, other: Other): SceneShot {
  const { others: before = [], ...rest } = shot;
  const others = Array.from({ length: Math.max(before.length, at + 1) }, (_, i) => (i === at ? other : (before[i] ?? {})));
  while (others.length && !Object.keys(others.at(-1)!).length) others.pop();
  return others.length ? { ...rest, others } : rest;
}

/** The further products of a picture that shows several: the colour of each, and what it carries. */
export function Others({
  shot,
  sheet,
  colours,
  at,
  put,
}: {
  shot: SceneShot;
  sheet: SceneSheet;
  colours: (Option | OptionGroup)[];
  /** The picture’s number in its list. */
  at: number;
  put: (shot: SceneShot) => void;
}) {
  const { samples } = useGoods();
  return (
    <ol className="col-span-full ml-[46px] grid gap-1 border-l border-rule pl-2.5">
      {sheet.products.slice(1).map((_, i) => {
        const its = shot.others?.[i] ?? {};
        const set = (part: Partial<Other>) => {
          const { colour, artwork } = { ...its, ...part };
          put(withOther(shot, i, { ...(colour !== undefined && { colour }), ...(artwork && { artwork }) }));
        };
        const name = `product ${i + 2} of picture ${at}`;
        return (
          <li key={i} className="flex items-center gap-2">
            <span className="w-[72px] text-[12px] text-soft">product {i + 2}</span>
            <ChoiceField
              hideLabel
              label={`Colour of ${name}`}
              className="w-[150px]"
              value={its.colour === undefined ? '' : colourText(its.colour)}
              options={[['', 'the next colour'], ...colours]}
              onChange={(e) => set({ colour: e.target.value === '' ? undefined : colourOf(e.target.value) })}
            />
            <ChoiceField
              hideLabel
              label={`Artwork of ${name}`}
              className="w-[200px]"
              value={its.artwork ?? ''}
              options={[['', 'the same artwork'], ...samples.map((a) => [a.id, a.name] as const)]}
              onChange={(e) => set({ artwork: e.target.value || undefined })}
            />
          </li>
        );
      })}
    </ol>
  );
}
