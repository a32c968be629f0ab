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
import { GripVertical } from 'lucide-react';
import { Popover } from '../popover';
import { NARROWEST, switched, WIDEST, widened, type Choice, type Shown } from './layout';

/** Which columns a table shows, in which order and how wide: dragged by the grip, or moved with Space and the arrows. */
export function ColumnsChooser({
  choices,
  shown,
  put,
  reset,
}: {
  choices: readonly Choice[];
  shown: readonly Shown[];
  put: (shown: Shown[]) => void;
  /** Back to the first layout; null while that is what is shown. */
  reset: (() => void) | null;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = shown.map((s) => s.id);
  const word = (id: string) => choices.find((c) => c.id === id)?.word ?? id;
  return (
    <Popover label="Columns" name="Columns" tone="quiet">
      <DndContext
        id="columns"
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) =>
          over &&
          active.id !== over.id &&
          put(arrayMove([...shown], ids.indexOf(String(active.id)), ids.indexOf(String(over.id))))
        }
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ol className="grid gap-0.5">
            {shown.map((s) => (
              <Row
                key={s.id}
                shown={s}
                word={word(s.id)}
                hide={() => put(switched(shown, s.id))}
                widen={(width) => put(widened(shown, s.id, width))}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <ul className="mt-1 grid gap-0.5 border-t border-rule pt-1">
        {choices
          .filter((c) => !ids.includes(c.id))
          .map((c) => (
            <li key={c.id}>
              <label className="flex min-h-7 items-center gap-2 pl-7 text-soft">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs"
                  checked={false}
                  onChange={() => put(switched(shown, c.id))}
                />
                {c.word}
              </label>
            </li>
          ))}
      </ul>
      {reset && (
        <button className="mt-1.5 px-1.5 py-1 underline" onClick={reset}>
          as at first
        </button>
      )}
    </Popover>
  );
}

function Row({
  shown: { id, width },
  word,
  hide,
  widen,
}: {
  shown: Shown;
  word: string;
  hide: () => void;
  widen: (width: number | undefined) => void;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      className={`flex min-h-7 items-center gap-1 bg-paper ${isDragging ? 'relative z-10 outline-2 outline-teal' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Move ${word}`}
        className="grid h-6 w-6 cursor-grab place-items-center text-faint hover:text-ink"
      >
        <GripVertical size={14} />
      </button>
      <label className="flex grow items-center gap-2">
        <input type="checkbox" className="checkbox checkbox-xs" checked onChange={hide} />
        {word}
      </label>
      <input
        type="number"
        aria-label={`Width of ${word}, px`}
        className="input input-xs w-[64px] text-right"
        placeholder="wide"
        min={NARROWEST}
        max={WIDEST}
        step={10}
        value={width ?? ''}
        onChange={(e) => widen(e.target.value ? Number(e.target.value) : undefined)}
      />
    </li>
  );
}
