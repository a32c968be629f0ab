'use client';
import { useQuery } from '@tanstack/react-query';
import type { PictureChoicesView } from '@/api/shapes/pictures';
import type { MendWord } from './mends';
import { WRONGS, type Wrong } from '@/core/listing/mends';
import { thousands } from '@/core/thousands';
import { api } from '../api';
import { CommandButton, type Bindings } from '../commands/commands';
import { Button } from '../parts/button';
import { RadioGroup } from '../parts/fields/choices';
import { Mark } from '../parts/marks';
import { Picture } from '../parts/picture';
import { Slip } from '../parts/slip';
import { Tabs } from '../parts/tabs';
import { SceneChooser } from '../scenes/chooser';
import { useScenes } from '../scenes/shelf';
import { ColourChoice } from './colour-choice';
import type { Spot } from './spots';

/** For whom a mend is: the picture under the cursor, those that are picked, or all that are made as it is. */
export type Scope = 'this' | 'picked' | 'alike';
type Part = 'scene' | 'colour' | 'artwork' | 'place';

/** The picture under the cursor in full, and everything that can be changed about it in place. */
export function PictureSlip({
  spot,
  picked,
  scope,
  setScope,
  mend,
  mark,
  part,
  setPart,
  bindings,
  loupe,
  lookCloser,
  close,
}: {
  spot: Spot;
  picked: number;
  scope: Scope;
  setScope: (scope: Scope) => void;
  mend: (mend: MendWord) => void;
  mark: (wrong: Wrong | null) => void;
  part: Part;
  setPart: (part: Part) => void;
  bindings: Bindings;
  /** Looked at closely under the pointer. */
  loupe: boolean;
  lookCloser: () => void;
  close: () => void;
}) {
  const { frame, of, proof } = spot;
  const sheets = useScenes();
  const { data: choices } = useQuery({
    queryKey: ['/pictures/choices', proof, frame.at, frame.small],
    queryFn: () => api<PictureChoicesView>('GET', `/proofs/${proof}/pictures/${frame.at}`),
    enabled: of.state !== 'drafting' && frame.kind !== 'card',
    meta: { tables: ['docket', 'blank'] },
  });
  const fitting = sheets.filter((s) => choices?.pictures.some((p) => p.scene === s.id));
  const busy = of.state === 'drafting' || of.state === 'sending';
  return (
    <Slip
      label="Picture"
      kicker={
        <>
          {frame.at + 1} · {of.docket} · {of.outlet}
        </>
      }
      title={of.artwork}
      close={close}
      foot={
        <>
          <CommandButton id="contact.bench" of={bindings}>
            Place it
          </CommandButton>
          <CommandButton id="contact.put" of={bindings}>
            Put on others
          </CommandButton>
        </>
      }
    >
      <div className="grid grid-cols-[148px_1fr] gap-3">
        <button type="button" className="block w-full self-start" aria-label="Look closer" onClick={lookCloser}>
          <Picture
            src={frame.picture ?? frame.small}
            alt={`${of.artwork}, ${frame.colour || frame.shows}`}
            className="aspect-square w-full cursor-zoom-in"
            loupe={loupe ? (frame.picture ?? undefined) : undefined}
          />
        </button>
        <div className="min-w-0">
          <p>
            <b className="line-clamp-2 leading-tight">{frame.shows}</b>
            {frame.colour && <span className="block truncate text-soft">{frame.colour}</span>}
            {frame.notOffered && <span className="block text-ochre">cannot be ordered here</span>}
          </p>
          <p className="mt-1">
            <Mark state={of.state} word size={13} />
            {of.own && <span className="source hand ml-2">list by hand</span>}
          </p>
        </div>
      </div>
      <div className="mt-2 flex flex-wrap gap-1" role="group" aria-label="What is wrong with it">
        {WRONGS.map((w, i) => (
          <button
            key={w}
            type="button"
            aria-pressed={frame.wrong === w}
            aria-keyshortcuts={String(i + 1)}
            disabled={!frame.small}
            className={`btn h-6 px-1.5 font-normal btn-xs ${frame.wrong === w ? 'border-spot bg-spot text-spotink' : 'btn-outline border-rule text-soft'}`}
            onClick={() => mark(frame.wrong === w ? null : w)}
          >
            <span className="opacity-60">{i + 1}</span> {w}
          </button>
        ))}
      </div>
      <div className="cut mt-3 pt-2">
        <RadioGroup
          label="Change"
          value={scope === 'picked' && !picked ? 'this' : scope}
          change={setScope}
          options={[
            ['this', 'Change this picture'],
            ...(picked ? [['picked', `Change the ${thousands(picked)} that are picked`] as const] : []),
            ['alike', `Change it on every proof that has the same in its list`],
          ]}
        />
      </div>
      {busy ? (
        <p className="mt-3 text-soft">{of.state === 'drafting' ? 'It is being made.' : 'It is being sent.'}</p>
      ) : (
        <div className="mt-2">
          <Tabs
            label="What to change"
            value={part}
            change={setPart}
            tabs={[
              { value: 'scene', word: 'Scene' },
              { value: 'colour', word: 'Colour' },
              { value: 'artwork', word: 'Artwork' },
              { value: 'place', word: 'Place' },
            ]}
          >
            <div className="pt-3">
              {part === 'scene' &&
                (choices && fitting.length ? (
                  <SceneChooser
                    sheets={fitting}
                    previews={choices.pictures}
                    chosen={frame.kind === 'scene' ? frame.scene : null}
                    choose={(scene) => mend({ kind: 'scene', scene })}
                  />
                ) : (
                  <p className="text-soft">{frame.kind === 'card' ? 'A card is no scene.' : 'No scene shows this.'}</p>
                ))}
              {part === 'colour' &&
                (choices && frame.kind === 'scene' ? (
                  <ColourChoice
                    choices={choices}
                    shown={frame.colour}
                    choose={(colour) => mend({ kind: 'colour', colour })}
                    takeTwin={(artwork) => mend({ kind: 'artwork', artwork })}
                  />
                ) : (
                  <p className="text-soft">It has no colour of its own.</p>
                ))}
              {part === 'artwork' &&
                (choices && frame.kind === 'scene' ? (
                  <ArtworkChoice choices={choices} choose={(artwork) => mend({ kind: 'artwork', artwork })} />
                ) : (
                  <p className="text-soft">It shows no artwork of its own.</p>
                ))}
              {part === 'place' && <PlaceChoice spot={spot} mend={mend} bindings={bindings} />}
            </div>
          </Tabs>
        </div>
      )}
    </Slip>
  );
}

/** The artworks of the motif, to be shown on this picture. */
function ArtworkChoice({ choices, choose }: { choices: PictureChoicesView; choose: (id: string | null) => void }) {
  const ids = choices.motif.map((m) => m.id);
  const { data } = useQuery({
    queryKey: ['/artworks/cards', ids.join()],
    queryFn: () => api<{ items: { id: string; thumb: string | null }[] }>('POST', '/artworks/cards', { ids }),
    meta: { tables: ['artwork'] },
  });
  return (
    <div className="grid gap-2">
      <ul className="grid grid-cols-3 gap-2" aria-label="Artworks of the motif">
        {choices.motif.map((m, i) => (
          <li key={m.id}>
            <button type="button" className="block w-full text-left" onClick={() => choose(i === 0 ? null : m.id)}>
              <Picture
                src={data?.items.find((c) => c.id === m.id)?.thumb ?? null}
                alt=""
                fit="contain"
                className="aspect-square w-full"
              />
              <span className="block truncate text-[11.5px]">{i === 0 ? 'its own' : m.name}</span>
            </button>
          </li>
        ))}
      </ul>
      {choices.motif.length === 1 && (
        <p className="text-soft">
          This artwork is alone in its motif. Link another with it among the artworks, and it can be shown here.
        </p>
      )}
    </div>
  );
}

const NUDGES: [word: string, by: Omit<Extract<MendWord, { kind: 'sits' }>, 'kind'>][] = [
  ['Larger', { scale: 1.08 }],
  ['Smaller', { scale: 1 / 1.08 }],
  ['Higher', { downMm: -10 }],
  ['Lower', { downMm: 10 }],
  ['Left', { rightMm: -10 }],
  ['Right', { rightMm: 10 }],
];

/** Where a picture stands in its list, and where the artwork sits on what it shows. */
function PlaceChoice({ spot, mend, bindings }: { spot: Spot; mend: (mend: MendWord) => void; bindings: Bindings }) {
  const { at } = spot.frame;
  return (
    <div className="grid gap-2">
      {spot.frame.kind === 'scene' && (
        <fieldset className="mb-1">
          <legend className="mb-1 text-[11.5px] text-soft">The artwork on it, on all its pictures under this docket</legend>
          <div className="flex flex-wrap gap-1.5">
            {NUDGES.map(([word, by]) => (
              <Button key={word} className="btn-sm" onClick={() => mend({ kind: 'sits', ...by })}>
                {word}
              </Button>
            ))}
          </div>
        </fieldset>
      )}
      <p className="text-[11.5px] text-soft">The picture in its list</p>
      <div className="flex flex-wrap gap-1.5">
        <Button disabled={at === 0} onClick={() => mend({ kind: 'move', to: 0 })}>
          Make it the first
        </Button>
        <CommandButton id="contact.earlier" of={bindings}>
          Earlier
        </CommandButton>
        <CommandButton id="contact.later" of={bindings}>
          Later
        </CommandButton>
      </div>
      <div className="flex flex-wrap gap-1.5">
        <CommandButton id="contact.out" of={bindings}>
          Take out
        </CommandButton>
        <CommandButton id="contact.docket" of={bindings}>
          Back to the docket’s list
        </CommandButton>
      </div>
    </div>
  );
}
