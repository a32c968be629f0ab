'use client';
import { Pipette } from 'lucide-react';
import { useState } from 'react';
import type { PictureChoicesView } from '@/api/shapes/pictures';
import type { ShotColour } from '@/core/docket/docket';
import { READABLE } from '@/core/planning/colours';
import { Button } from '../parts/button';
import { TextField } from '../parts/fields/field';

/** The browser's own picker of colours from the screen, where it has one (WICG EyeDropper). */
type Dropper = new () => { open: () => Promise<{ sRGBHex: string }> };
const dropper = (): Dropper | undefined => (window as { EyeDropper?: Dropper }).EyeDropper;

const HEX = /^#?([0-9a-f]{6})$/i;

/** Colours for a picture: by the docket's rule, one of the blank's own, or any that is typed or picked. */
export function ColourChoice({
  choices,
  shown,
  choose,
  takeTwin,
}: {
  choices: PictureChoicesView;
  /** The colour that the picture shows. */
  shown: string;
  choose: (colour: ShotColour) => void;
  takeTwin: (id: string) => void;
}) {
  const [hex, setHex] = useState('');
  const [problem, setProblem] = useState('');
  const { cloths, motif } = choices;
  const now = cloths.find((c) => c.name === shown);
  const hard = now && now.legibility < READABLE ? now : null;
  const better = hard
    ? [...cloths]
        .filter((c) => c.legibility >= READABLE)
        .sort((a, b) => Number(b.offered) - Number(a.offered) || b.legibility - a.legibility)
    : [];
  // another artwork of the motif reads better on it than the proof's own, and is taken where nobody says otherwise
  const twin = now && now.artworkId !== motif[0]?.id ? now : null;
  const any = (text: string) => {
    const found = HEX.exec(text.trim());
    setProblem(found ? '' : 'Six digits from 0 to f, such as #24405e.');
    if (found) choose(`#${found[1]!.toLowerCase()}`);
  };
  const Picker = dropper();
  return (
    <div className="grid gap-2.5">
      {hard && (
        <div role="status" className="border-l-[3px] border-ochre bg-ochre-t px-2.5 py-1.5">
          <p>
            On {hard.name} only {Math.round(hard.legibility * 100)}% of it can be seen.{better.length ? ' Better:' : ''}
          </p>
          <div className="mt-1 flex flex-wrap gap-1.5">
            {better.slice(0, 3).map((c) => (
              <Button key={c.name} className="h-6 btn-xs" onClick={() => choose({ named: c.name })}>
                <i aria-hidden className="block size-3 border border-rule" style={{ background: c.hex }} /> {c.name}
              </Button>
            ))}
          </div>
        </div>
      )}
      {twin && !hard && (
        <p className="text-soft">
          On {twin.name} its twin reads best:{' '}
          <button type="button" className="underline hover:text-ink" onClick={() => takeTwin(twin.artworkId)}>
            {twin.artwork}
          </button>
        </p>
      )}
      <Button className="w-fit btn-sm" onClick={() => choose('featured')}>
        By rule: where it stands out best
      </Button>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(40px,1fr))] gap-1.5" aria-label="Colours of the blank">
        {cloths.map((c) => (
          <li key={c.name}>
            <button
              type="button"
              aria-pressed={c.name === shown}
              aria-label={`${c.name}${c.offered ? '' : ', not on offer'}${c.legibility < READABLE ? `, reads only to ${Math.round(c.legibility * 100)}%` : ''}`}
              title={`${c.name}${c.offered ? '' : ', not on offer'}`}
              className={`relative block h-[34px] w-full border border-rule ${c.name === shown ? 'outline-[2.5px] outline-offset-1 outline-teal' : ''}`}
              style={{ background: c.hex }}
              onClick={() => choose({ named: c.name })}
            >
              {!c.offered && (
                <span
                  aria-hidden
                  className="absolute right-0 bottom-0 border-[6px] border-transparent border-r-ochre border-b-ochre"
                />
              )}
              {c.legibility < READABLE && (
                <span aria-hidden className="absolute top-0.5 left-0.5 bg-paper px-0.5 text-[9.5px] leading-[12px] text-ink">
                  {Math.round(c.legibility * 100)}%
                </span>
              )}
            </button>
          </li>
        ))}
      </ul>
      <p className="flex items-center gap-1.5 text-[11.5px] text-soft">
        <i aria-hidden className="block border-[5px] border-transparent border-r-ochre border-b-ochre" /> buyers cannot order it
        here
      </p>
      <form
        className="flex items-end gap-1.5"
        onSubmit={(e) => {
          e.preventDefault();
          any(hex);
        }}
      >
        <TextField
          label="Any colour"
          className="grow"
          placeholder="#24405e"
          value={hex}
          problem={problem || undefined}
          onChange={(e) => setHex(e.target.value)}
        />
        {Picker && (
          <Button
            type="button"
            title="Pick it from a picture"
            onClick={() =>
              void new Picker().open().then(
                ({ sRGBHex }) => {
                  setHex(sRGBHex);
                  any(sRGBHex);
                },
                // left without picking one
                () => undefined,
              )
            }
          >
            <Pipette size={14} aria-label="Pick a colour from the screen" />
          </Button>
        )}
        <Button type="submit">Show</Button>
      </form>
    </div>
  );
}
