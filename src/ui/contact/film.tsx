'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { StripView } from '@/api/shapes/pictures';
import { useWindow } from '../parts/lists/use-window';
import { Mark } from '../parts/marks';
import { FrameCard } from './frame';
import type { LooseList, StripList } from './lists';
import { keyOfSpot, looseSpot, spotOf, type Place, type Spot } from './spots';

/** Between frames, and what stands below each: px. */
const [GAP, WORD] = [10, 20];
const PAD = 12;
const NAMES = 164;

/** How wide a place is, px; as large as a first guess until it is measured. */
export function useWidth(guess: number): [React.RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(guess);
  useEffect(() => {
    if (!ref.current) return;
    const seen = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width));
    seen.observe(ref.current);
    return () => seen.disconnect();
  }, []);
  return [ref, width];
}
const SCROLLBAR = 14;
/** How many frames stand side by side. */
export const framesBeside = (width: number, side: number, names: boolean): number =>
  Math.max(1, Math.floor((width - SCROLLBAR - 2 * PAD - (names ? NAMES : 0) + GAP) / (side + GAP)));

interface Hands {
  side: number;
  perLine: number;
  at: Place;
  picked: Pick<ReadonlyMap<string, Spot>, 'has'>;
  loupe: boolean;
  press: (e: React.MouseEvent, spot: Spot, place: Place) => void;
  want: (from: number, to: number) => void;
}

/** Proof by proof: a strip of film for each, its pictures in their order. */
export function Strips({ list, hands }: { list: StripList; hands: Hands }) {
  const { side, perLine, at, want } = hands;
  const lines = Math.max(1, Math.ceil(Math.max(1, list.told.longest) / perLine));
  const height = lines * (side + WORD + GAP) - GAP + 2 * PAD + 8;
  const { scroller, shown, height: all } = useWindow(list.total, height, at.row, want);
  return (
    <div ref={scroller} tabIndex={-1} className="h-full overflow-auto bg-ground">
      <div role="list" aria-label="Strips, one for each proof" className="relative" style={{ height: all }}>
        {shown.map((v) => {
          const strip = list.row(v.index);
          return (
            <div
              key={strip?.id ?? v.index}
              role="listitem"
              aria-setsize={list.total}
              aria-posinset={v.index + 1}
              className="absolute left-0 grid w-full pb-2"
              style={{ transform: `translateY(${v.start}px)`, height, gridTemplateColumns: `${NAMES}px 1fr` }}
            >
              <div className="overflow-hidden px-3 pt-2.5">
                {strip && (
                  <>
                    <b className="line-clamp-2 leading-tight">{strip.artwork}</b>
                    <span className="mt-0.5 block truncate text-[11.5px] text-soft">{strip.docket}</span>
                    <span className="block truncate text-[11.5px] text-soft">{strip.outlet}</span>
                    <span className="mt-1 flex flex-wrap items-center gap-x-2 text-[11.5px]">
                      <Mark state={strip.state} word size={13} />
                      {strip.own && <span className="source hand">by hand</span>}
                    </span>
                  </>
                )}
              </div>
              <div className="film flex min-w-0 flex-wrap content-start overflow-hidden" style={{ padding: PAD, gap: GAP }}>
                {strip ? (
                  <Frames strip={strip} row={v.index} hands={hands} />
                ) : (
                  <div className="skeleton h-full w-full rounded-none opacity-20" />
                )}
              </div>
            </div>
          );
        })}
      </div>
    </div>
  );
}

function Frames({ strip, row, hands }: { strip: StripView; row: number; hands: Hands }) {
  const { side, at, picked, loupe, press } = hands;
  if (!strip.frames.length)
    return <p className="text-[12px] text-[#b3a78f]">{strip.state === 'drafting' ? 'Being made…' : 'No pictures.'}</p>;
  return strip.frames.map((frame, i) => (
    <FrameCard
      key={i}
      spot={spotOf(strip, i)!}
      side={side}
      on={at.row === row && at.at === i}
      picked={picked.has(keyOfSpot(strip.id, i))}
      loupe={loupe}
      word={frame.colour || frame.shows}
      press={(e, spot) => press(e, spot, { row, at: i })}
    />
  ));
}

/** What shows the same, from all proofs side by side. */
export function Loose({ list, total, hands }: { list: LooseList; total: number; hands: Hands }) {
  const { side, perLine, at, picked, loupe, press, want } = hands;
  const height = side + WORD + GAP;
  const rows = Math.ceil(total / perLine);
  const line = Math.floor(at.at / perLine);
  const look = useCallback(
    (from: number, to: number) => want(from * perLine, Math.min(total, to * perLine)),
    [want, perLine, total],
  );
  const { scroller, shown, height: all } = useWindow(rows, height, line, look);
  return (
    <div ref={scroller} tabIndex={-1} className="film h-full overflow-auto">
      <div role="list" aria-label="Pictures that show this" className="relative" style={{ height: all + PAD }}>
        {shown.map((v) => (
          <div
            key={v.index}
            role="listitem"
            className="absolute left-0 flex w-full"
            style={{ transform: `translateY(${v.start + PAD}px)`, height, gap: GAP, paddingLeft: PAD }}
          >
            {Array.from({ length: Math.min(perLine, total - v.index * perLine) }, (_, i) => {
              const index = v.index * perLine + i;
              const one = list.row(index);
              if (!one) return <div key={i} className="skeleton rounded-none opacity-20" style={{ width: side, height: side }} />;
              const spot = looseSpot(one);
              return (
                <FrameCard
                  key={i}
                  spot={spot}
                  side={side}
                  on={at.at === index}
                  picked={picked.has(one.id)}
                  loupe={loupe}
                  word={one.artwork}
                  press={(e) => press(e, spot, { row: 0, at: index })}
                />
              );
            })}
          </div>
        ))}
      </div>
    </div>
  );
}
