'use client';
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical, Images, X } from 'lucide-react';
import { useState } from 'react';
import type { Shot } from '@/core/docket/docket';
import { showsArea } from '@/core/planning/placed';
import { showsKind } from '@/core/scene/sheet';
import { DOWNLOADS_KEY } from '@/core/downloads/form';
import { Button, IconButton } from '../../parts/button';
import { ChoiceField, TextField, type Option, type OptionGroup } from '../../parts/fields/field';
import { Part, useDocket, useGoods, Wrong } from './form';
import { colourOf, colourText, Others } from './others';
import { SceneDialog } from './scene-dialog';

const COLOURS: Option[] = [
  ['featured', 'featured colour'],
  ...[1, 2, 3, 4, 5].map((n) => [String(n), `colour ${n + 1}`] as const),
];
const MOST_SHOTS = 60;

export function ShotListPart() {
  const { document, change, problem } = useDocket();
  return (
    <Part word="Shot list" about="the first is the thumbnail">
      <ShotList id="shots" shots={document.shots} put={(shots) => change({ shots })} />
      <Wrong says={problem('document.shots')} />
    </Part>
  );
}

/** Scenes that show a print area of one of the goods lines, or paper where files are sold. */
function useScenes() {
  const { document } = useDocket();
  const { scenes, blanks } = useGoods();
  return scenes.filter(
    (s) =>
      (document.downloads && showsKind(s, 'poster')) ||
      document.lines.some((l) => {
        const blank = blanks.find((b) => b.id === l.blank)?.document;
        return blank && showsKind(s, blank.kind) && l.placements.some((p) => showsArea(s, blank, p.area));
      }),
  );
}

/** The pictures of a listing, in order: dragged by the grip, or moved with Space and the arrows. */
export function ShotList({ id, shots, put }: { id: string; shots: Shot[]; put: (shots: Shot[]) => void }) {
  const sheets = useScenes();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const keys = shots.map((_, i) => `${id}-${i}`);
  return (
    <>
      <DndContext
        id={id}
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) =>
          over && active.id !== over.id && put(arrayMove(shots, keys.indexOf(String(active.id)), keys.indexOf(String(over.id))))
        }
      >
        <SortableContext items={keys} strategy={verticalListSortingStrategy}>
          <ol className="grid gap-1.5">
            {shots.map((shot, i) => (
              <Row
                key={keys[i]}
                id={keys[i]!}
                i={i}
                shot={shot}
                put={(next) => put(shots.map((s, k) => (k === i ? next : s)))}
                remove={shots.length > 1 ? () => put(shots.filter((_, k) => k !== i)) : null}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <span>
        <Button
          type="button"
          disabled={shots.length >= MOST_SHOTS}
          onClick={() =>
            put([
              ...shots,
              sheets[0] ? { kind: 'scene', scene: sheets[0].id, colour: 'featured' } : { kind: 'card', card: 'sizes' },
            ])
          }
        >
          Add a picture
        </Button>
      </span>
    </>
  );
}

/** What a picture is, as one value to choose by. */
const valueOf = (s: Shot): string =>
  s.kind === 'scene'
    ? `scene ${s.scene}`
    : s.kind === 'card'
      ? `card ${s.card}`
      : s.kind === 'kept'
        ? `kept ${s.artwork}`
        : 'free';

function shotOf(value: string, before: Shot): Shot {
  const [kind, rest = ''] = [value.split(' ')[0], value.slice(value.indexOf(' ') + 1)];
  const line = 'line' in before && before.line ? { line: before.line } : {};
  if (kind === 'scene')
    return before.kind === 'scene' ? { ...before, scene: rest } : { kind, scene: rest, colour: 'featured', ...line };
  if (kind === 'card') return { kind, card: rest as 'sizes' | 'colours' | 'files', ...line };
  if (kind === 'kept') return { kind, artwork: rest };
  return { kind: 'free' };
}

function Row({
  id,
  i,
  shot,
  put,
  remove,
}: {
  id: string;
  i: number;
  shot: Shot;
  put: (shot: Shot) => void;
  remove: (() => void) | null;
}) {
  const { document } = useDocket();
  const { samples, blanks } = useGoods();
  const [looking, setLooking] = useState(false);
  const sheets = useScenes();
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id });
  const pictures: (Option | OptionGroup)[] = [
    { group: 'scenes', options: sheets.map((s) => [`scene ${s.id}`, s.title] as const) },
    { group: 'cards', options: [['card sizes', 'Card of sizes'], ['card colours', 'Card of colours'], ...(document.downloads ? [['card files', 'Card of files'] as const] : [])] }, // prettier-ignore
    { group: 'pictures that are kept', options: samples.map((a) => [`kept ${a.id}`, a.name] as const) },
    { group: 'by hand', options: [['free', 'A free place']] },
  ];
  // of the goods that it shows, else of the first
  const its = document.lines.find((l) => 'line' in shot && l.key === shot.line) ?? document.lines[0];
  const colours = blanks.find((b) => b.id === its?.blank)?.document.colours.map((c) => c.name) ?? [];
  const any = shot.kind === 'scene' && typeof shot.colour === 'string' && shot.colour !== 'featured' ? [shot.colour] : [];
  const named: (Option | OptionGroup)[] = [
    { group: 'by name', options: [...colours.map((c) => [`named ${c}`, c] as const), ...any.map((c) => [c, c] as const)] },
  ];
  const lines = [...document.lines, ...(document.downloads ? [{ key: DOWNLOADS_KEY, noun: document.downloads.noun }] : [])];
  const sheet = shot.kind === 'scene' ? sheets.find((s) => s.id === shot.scene) : undefined;
  const several = lines.length > 1 && (shot.kind === 'scene' || shot.kind === 'card');
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`grid grid-cols-[22px_16px_1fr_150px_130px_24px] items-center gap-2 ${isDragging ? 'relative z-10 bg-teal-t' : ''}`}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Move picture ${i + 1}`}
        className="grid h-[24px] cursor-grab place-items-center text-faint hover:text-ink"
      >
        <GripVertical size={14} />
      </button>
      <span className="text-soft">{i + 1}</span>
      <span className="flex items-center gap-1">
        <ChoiceField
          hideLabel
          label={`Picture ${i + 1}`}
          className="min-w-0 grow"
          value={valueOf(shot)}
          options={pictures}
          onChange={(e) => put(shotOf(e.target.value, shot))}
        />
        {shot.kind === 'scene' && (
          <IconButton label={`Scenes for picture ${i + 1}`} onClick={() => setLooking(true)}>
            <Images size={14} />
          </IconButton>
        )}
        {looking && shot.kind === 'scene' && (
          <SceneDialog
            shot={shot}
            sheets={sheets}
            put={(scene) => put(shotOf(`scene ${scene}`, shot))}
            close={() => setLooking(false)}
          />
        )}
      </span>
      {shot.kind === 'scene' ? (
        <ChoiceField
          hideLabel
          label={`Colour ${i + 1}`}
          value={colourText(shot.colour)}
          options={[...COLOURS, ...named]}
          onChange={(e) => put({ ...shot, colour: colourOf(e.target.value) })}
        />
      ) : shot.kind === 'free' ? (
        <TextField
          hideLabel
          label={`What goes into place ${i + 1}`}
          placeholder="what goes there"
          value={shot.says ?? ''}
          onChange={(e) => put(e.target.value ? { kind: 'free', says: e.target.value } : { kind: 'free' })}
        />
      ) : (
        <span />
      )}
      {several ? (
        <ChoiceField
          hideLabel
          label={`Goods of picture ${i + 1}`}
          value={shot.line ?? ''}
          options={[['', 'first that fits'], ...lines.map((l) => [l.key, l.noun.one] as const)]}
          onChange={(e) => {
            const { line: _, ...rest } = shot;
            put(e.target.value ? { ...rest, line: e.target.value } : rest);
          }}
        />
      ) : (
        <span />
      )}
      {remove ? (
        <IconButton label={`Take out picture ${i + 1}`} onClick={remove}>
          <X size={13} />
        </IconButton>
      ) : (
        <span />
      )}
      {shot.kind === 'scene' && sheet && sheet.products.length > 1 && (
        <Others shot={shot} sheet={sheet} colours={[...COLOURS, ...named]} at={i + 1} put={put} />
      )}
    </li>
  );
}
