'use client';
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical, X } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import { Button, IconButton } from '../../parts/button';
import { ChoiceField } from '../../parts/fields/field';
import { Part, useDocketForm, useGoods, type DocketForm } from './form';

const COLOURS = [['featured', 'featured colour'], ...[1, 2, 3, 4, 5].map((n) => [String(n), `colour ${n + 1}`])] as const;
const MOST_SHOTS = 20;

/** The pictures of a listing, in order: dragged by the grip, or moved with Space and the arrows. */
export function ShotList() {
  const { control, problem } = useDocketForm();
  const { sheets } = useGoods();
  const { fields, append, move, remove } = useFieldArray<DocketForm, 'spec.shots'>({ control, name: 'spec.shots' });
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const at = (id: string | number) => fields.findIndex((f) => f.id === id);
  return (
    <Part word="Shot list" about="the first is the thumbnail">
      <DndContext
        id="shots"
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => over && active.id !== over.id && move(at(active.id), at(over.id))}
      >
        <SortableContext items={fields.map((f) => f.id)} strategy={verticalListSortingStrategy}>
          <ol className="grid gap-1.5">
            {fields.map((f, i) => (
              <Shot key={f.id} id={f.id} i={i} remove={fields.length > 1 ? () => remove(i) : null} />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      {problem('spec.shots') && <p className="text-spot">{problem('spec.shots')}</p>}
      <span>
        <Button
          type="button"
          disabled={fields.length >= MOST_SHOTS || !sheets.length}
          onClick={() => append({ scene: sheets[0]!.id, colour: 'featured' })}
        >
          Add a picture
        </Button>
      </span>
    </Part>
  );
}

function Shot({ id, i, remove }: { id: string; i: number; remove: (() => void) | null }) {
  const { register } = useDocketForm();
  const { sheets } = useGoods();
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`grid grid-cols-[22px_16px_1fr_170px_24px] items-center gap-2 ${isDragging ? 'relative z-10 bg-teal-t' : ''}`}
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
      <ChoiceField
        hideLabel
        label={`Scene ${i + 1}`}
        options={sheets.map((s) => [s.id, s.title] as const)}
        {...register(`spec.shots.${i}.scene`)}
      />
      <ChoiceField
        hideLabel
        label={`Colour ${i + 1}`}
        options={COLOURS as unknown as [string, string][]}
        {...register(`spec.shots.${i}.colour`, { setValueAs: (v: string) => (v === 'featured' ? v : Number(v)) })}
      />
      {remove ? (
        <IconButton label={`Take out picture ${i + 1}`} onClick={remove}>
          <X size={13} />
        </IconButton>
      ) : (
        <span />
      )}
    </li>
  );
}
