'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useRef } from 'react';
import type { BenchView, PlacedView } from '@/api/shapes/bench';
import { faceOn, type AreaPlacement } from '@/core/placement/form';
import type { AreaWhole } from '@/core/stock/blank';
import { AreaDrawing, groundOf } from '../stockroom/area-drawing';
import { inkOf, laidOn, looksOf } from './looks';
import { usePlacedChange, type Placed } from './store';

const ITEM_PX = 102;
const PICTURE_PX = 90;
/** Beyond what is seen, so that nothing is blank while it is scrolled. */
const OVERSCAN = 6;

/** All artworks on the bench in a row, each as it sits just now: those with trouble first. */
export function Rail({
  rail,
  store,
  placement,
  areaFor,
  size,
  cloth,
  here,
  draft,
  marked,
  open,
  mark,
}: {
  rail: BenchView['rail'];
  store: Placed;
  placement: AreaPlacement;
  /** The print area that an artwork lies on. */
  areaFor: (it: PlacedView | undefined) => AreaWhole;
  size: string;
  cloth: readonly { hex: string; ground?: string }[];
  here: string;
  /** How the one in hand sits while it is being moved. */
  draft: AreaPlacement | null;
  marked: ReadonlySet<string>;
  open: (id: string) => void;
  mark: (id: string, through: boolean) => void;
}) {
  usePlacedChange(store);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    horizontal: true,
    count: rail.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ITEM_PX,
    overscan: OVERSCAN,
    initialRect: { width: 1280, height: 140 },
    useFlushSync: false,
  });
  const shown = virtual.getVirtualItems();
  const wanted = shown.map((v) => rail[v.index]!.id);
  useEffect(() => store.want(wanted));
  const at = rail.findIndex((r) => r.id === here);
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only when another one is in hand
  }, [at]);
  const step = (to: number) => {
    const next = rail[Math.max(0, Math.min(rail.length - 1, to))];
    if (next) open(next.id);
  };
  return (
    <div
      ref={scroller}
      role="listbox"
      aria-label="Artworks on the bench"
      aria-orientation="horizontal"
      aria-multiselectable
      aria-activedescendant={`rail-${here}`}
      tabIndex={0}
      className="overflow-x-auto overflow-y-hidden border-t border-rule bg-paper outline-offset-[-3px]"
      onKeyDown={(e) => {
        const way = { ArrowRight: 1, ArrowLeft: -1, PageDown: 8, PageUp: -8, Home: -rail.length, End: rail.length }[e.key];
        if (way) step(at + way);
        else if (e.key === ' ') mark(here, e.shiftKey);
        else return;
        e.preventDefault();
      }}
      onWheel={(e) => {
        // a wheel that only turns one way still goes along the rail
        if (!e.deltaX) e.currentTarget.scrollLeft += e.deltaY;
      }}
    >
      <div className="relative h-full" style={{ width: virtual.getTotalSize() + 24 }}>
        {shown.map((v) => {
          const place = rail[v.index]!;
          const it = store.get(place.id);
          const area = areaFor(it);
          const isHere = place.id === here;
          const its = (isHere && draft) || it?.own[area.name] || placement;
          return (
            <div
              key={place.id}
              id={`rail-${place.id}`}
              role="option"
              aria-selected={marked.has(place.id)}
              aria-current={isHere || undefined}
              aria-label={it ? [it.name, ...it.troubles.filter((t) => !t.waived).map((t) => t.says), it.own[area.name] ? 'of its own' : ''].filter(Boolean).join(', ') : undefined} // prettier-ignore
              className="absolute top-0 cursor-pointer px-1.5 pt-2"
              style={{ left: 12 + v.start, width: ITEM_PX }}
              onClick={(e) => {
                if (e.ctrlKey || e.metaKey || e.shiftKey) mark(place.id, e.shiftKey);
                else open(place.id);
              }}
            >
              {it && (
                <Framed
                  it={it}
                  its={its}
                  area={area}
                  size={size}
                  cloth={cloth}
                  here={isHere}
                  marked={marked.has(place.id)}
                  own={it.own[area.name] !== undefined || (isHere && draft !== null)}
                />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** One of the row. Only the one in hand is drawn anew while it is moved. */
const Framed = memo(function Framed({
  it,
  its,
  area,
  size,
  cloth,
  here,
  marked,
  own,
}: {
  it: PlacedView;
  /** How it sits. */
  its: AreaPlacement;
  area: AreaWhole;
  size: string;
  cloth: readonly { hex: string; ground?: string }[];
  here: boolean;
  marked: boolean;
  own: boolean;
}) {
  const trouble = it.troubles.find((t) => !t.waived);
  return (
    <>
      <span
        className={`relative block outline-offset-1 ${here ? 'outline-[2.5px] outline-ink' : marked ? 'outline-2 outline-teal' : ''} ${marked ? 'bg-teal-t' : ''}`}
        style={{ width: PICTURE_PX, height: PICTURE_PX }}
      >
        <AreaDrawing
          area={area}
          roomMm={Math.max(area.widthMm, area.heightMm)}
          size={PICTURE_PX}
          bare
          ground={inkOf(its.ground, it) ?? groundOf(cloth, it)}
          layers={laidOn(faceOn(its, size), area, looksOf(it, its)).map(({ laid, look }, i) => ({
            id: String(i),
            src: look.src === it.large ? it.thumb : look.src,
            lie: laid,
          }))}
          label={it.name}
        />
        {own && (
          <>
            <i aria-hidden className="absolute -top-0.5 -left-0.5 size-3.5 border-t-[3px] border-l-[3px] border-teal" />
            <i aria-hidden className="absolute -right-0.5 -bottom-0.5 size-3.5 border-r-[3px] border-b-[3px] border-teal" />
          </>
        )}
        {marked && (
          <b aria-hidden className="absolute right-0.5 bottom-0.5 bg-teal px-1 text-[11px] leading-4 text-paper">
            ✓
          </b>
        )}
      </span>
      <span
        className={`mt-1.5 line-clamp-2 block text-[11.5px] leading-[14px] ${trouble ? 'font-semibold text-ochre' : own ? 'text-teal' : 'text-soft'}`}
      >
        {trouble ? trouble.says : it.name}
      </span>
    </>
  );
});
