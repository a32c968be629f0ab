'use client';
import {
  DndContext,
  DragOverlay,
  MouseSensor,
  pointerWithin,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type Modifier,
} from '@dnd-kit/core';
import { getEventCoordinates } from '@dnd-kit/utilities';
import { useState } from 'react';
import { count } from '../parts/format';

/** px a mouse moves, ms a finger rests, before a press is a carrying. */
const FAR = 5;
const LONG = 250;

/** The ticket hangs at the pointer, though what is carried is as large as the sheet. */
const atPointer: Modifier = ({ activatorEvent, draggingNodeRect, transform }) => {
  const from = activatorEvent && getEventCoordinates(activatorEvent);
  if (!from || !draggingNodeRect) return transform;
  return {
    ...transform,
    x: transform.x + from.x - draggingNodeRect.left + 12,
    y: transform.y + from.y - draggingNodeRect.top + 8,
  };
};
/** Only the rail of drawers moves under what is carried. */
const railOnly = (el: Element) => el.tagName === 'NAV';
const lifted = (event: Event | null): string | undefined =>
  (event?.target as HTMLElement | null)?.closest<HTMLElement>('[data-id]')?.dataset.id;

/**
 * Artworks carried from the sheet to a drawer, by mouse or finger; the keyboard's way is “File in…” (F). The sheet as a whole is
 * what dnd-kit carries, not each card, so that ten thousand cards cost nothing; `take` says how many a pressed card brings along.
 */
export function Carrying({
  take,
  file,
  children,
}: {
  take: (id: string) => number;
  file: (drawer: string | null) => void;
  children: React.ReactNode;
}) {
  const [carried, setCarried] = useState(0);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: FAR } }),
    useSensor(TouchSensor, { activationConstraint: { delay: LONG, tolerance: FAR } }),
  );
  return (
    <DndContext
      id="artworks"
      sensors={sensors}
      collisionDetection={pointerWithin}
      autoScroll={{ canScroll: railOnly }}
      onDragStart={({ activatorEvent }) => {
        const id = lifted(activatorEvent);
        setCarried(id ? take(id) : 0);
      }}
      onDragCancel={() => setCarried(0)}
      onDragEnd={({ over }) => {
        setCarried(0);
        if (over && carried) file((over.data.current as { path: string }).path || null);
      }}
    >
      {children}
      <DragOverlay modifiers={[atPointer]} dropAnimation={null} className="pointer-events-none">
        {carried > 0 && (
          <span className="inline-block border border-ink bg-paper px-2.5 py-1 text-[12px] font-semibold">
            {count(carried, 'artwork')}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  );
}

/** What artworks are lifted from: elements inside that name their artwork in `data-id` can be carried. */
export function Liftable({ className, children }: { className: string; children: React.ReactNode }) {
  const { setNodeRef, listeners } = useDraggable({ id: 'sheet' });
  const onCard = (event: string) => (e: React.SyntheticEvent) => {
    if (lifted(e.nativeEvent)) listeners?.[event]?.(e);
  };
  return (
    <div ref={setNodeRef} className={className} onMouseDown={onCard('onMouseDown')} onTouchStart={onCard('onTouchStart')}>
      {children}
    </div>
  );
}

/** A drawer that what is carried can be laid into; an empty path is no drawer. */
export function DrawerTarget({ path, children, ...rest }: { path: string } & React.ComponentProps<'div'>) {
  const { setNodeRef, isOver } = useDroppable({ id: `drawer:${path}`, data: { path } });
  return (
    <div ref={setNodeRef} className={isOver ? 'outline-2 outline-teal outline-dashed' : ''} {...rest}>
      {children}
    </div>
  );
}
