'use client';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { memo } from 'react';
import { WRONGS } from '@/core/listing/mends';
import { Picture } from '../parts/picture';
import { keyOfSpot, type Spot } from './spots';

/** A grease pencil's cross over what is wrong, and a word that says what. */
const Crossed = ({ wrong }: { wrong: string }) => (
  <>
    <svg aria-hidden viewBox="0 0 100 100" preserveAspectRatio="none" className="pointer-events-none absolute inset-0 size-full">
      <path
        d="M7 9C30 33 61 58 93 92M92 8C70 34 38 60 8 91"
        fill="none"
        stroke="#e8502f"
        strokeWidth="3.2"
        strokeLinecap="round"
        opacity=".9"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
    <span className="absolute bottom-0 left-0 bg-[#e8502f] px-1 text-[10.5px] leading-[15px] font-semibold text-[#1c0d07]">
      <span className="mr-1 opacity-70">{WRONGS.indexOf(wrong as (typeof WRONGS)[number]) + 1}</span>
      {wrong}
    </span>
  </>
);

/** One numbered picture on the film. It can be dragged to another place, of its own proof or of another. */
export const FrameCard = memo(function FrameCard({
  spot,
  side,
  on,
  picked,
  loupe,
  word,
  press,
}: {
  spot: Spot;
  /** px */
  side: number;
  /** The cursor stands on it. */
  on: boolean;
  picked: boolean;
  /** Looked at closely under the pointer. */
  loupe: boolean;
  /** What stands below it. */
  word: string;
  press: (e: React.MouseEvent, spot: Spot) => void;
}) {
  const { frame, of, proof } = spot;
  const key = keyOfSpot(proof, frame.at);
  const { setNodeRef: setDragged, listeners, isDragging } = useDraggable({ id: key, data: { spot } });
  const { setNodeRef: setDropped, isOver } = useDroppable({ id: key, data: { spot } });
  const label = `${frame.at + 1}, ${frame.shows}${frame.colour ? `, ${frame.colour}` : ''}, ${of.artwork}${frame.wrong ? `: ${frame.wrong}` : ''}`;
  return (
    <div ref={setDropped} className="relative" style={{ width: side }}>
      <button
        type="button"
        ref={setDragged}
        {...listeners}
        aria-label={label}
        aria-current={on || undefined}
        aria-pressed={picked}
        tabIndex={on ? 0 : -1}
        data-spot={key}
        className={`relative block ${on ? 'outline-[3px] outline-offset-1 outline-[#f3ead6]' : ''} ${isDragging ? 'opacity-40' : ''}`}
        style={{ width: side, height: side }}
        onClick={(e) => press(e, spot)}
      >
        {frame.small ? (
          <Picture
            src={side > 160 ? (frame.picture ?? frame.small) : frame.small}
            alt=""
            className="size-full"
            loupe={loupe ? (frame.picture ?? undefined) : undefined}
          />
        ) : (
          <span className="grid size-full place-items-center border border-dashed border-[#6d6252] px-2 text-center text-[11px] text-[#b3a78f]">
            {of.state === 'drafting' ? 'being made…' : frame.kind === 'free' ? 'free place' : 'not made'}
          </span>
        )}
        {frame.wrong && <Crossed wrong={frame.wrong} />}
        {picked && (
          <span aria-hidden className="pointer-events-none absolute -inset-[3px] border-[3px] border-[#4fb3aa]">
            <span className="absolute -top-px -right-px bg-[#4fb3aa] px-1 text-[10px] leading-[14px] font-bold text-[#10201f]">
              picked
            </span>
          </span>
        )}
        {isOver && <span aria-hidden className="absolute inset-y-0 -left-[7px] w-[4px] bg-[#4fb3aa]" />}
      </button>
      <span className="flex items-baseline gap-1.5 pt-[3px] text-[10.5px] leading-[14px] text-[#b3a78f]">
        <b className="font-semibold text-[#f0c26a]">{frame.at + 1}</b>
        <span className="truncate">
          {word}
          {frame.notOffered && <span className="text-[#f0c26a]"> · not on offer</span>}
        </span>
      </span>
    </div>
  );
});
