'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Link2 } from 'lucide-react';
import { memo, useEffect, useRef, useState } from 'react';
import type { CardView } from '@/api/views';
import { useCardsChange, type Cards } from '../store';
import { groundStyle, SIZES, type Size } from '../types';

const GAP = 10;
/** So many more cards are fetched before they come into view. */
const AHEAD = 100;

/** What a pointer can do to an artwork; always the same object, so that cards are drawn again only when they change. */
export interface Grip {
  open: (id: string) => void;
  toggle: (id: string, range: boolean) => void;
  enlarge: (id: string) => void;
}

/** Artworks as a photographer's contact sheet; only the rows in view are drawn, so ten thousand scroll as ten do. */
export function ContactSheet({
  ids,
  cards,
  size,
  ground,
  openId,
  picked,
  grip,
  onColumns,
}: {
  ids: string[];
  cards: Cards;
  size: Size;
  ground: string;
  openId: string | null;
  picked: ReadonlySet<string>;
  grip: Grip;
  onColumns: (columns: number) => void;
}) {
  const changed = useCardsChange(cards);
  const scroller = useRef<HTMLDivElement>(null);
  const [columns, setColumns] = useState(5);
  const side = SIZES[size];
  const height = side + (size === 'small' ? 30 : 52);
  useEffect(() => {
    const el = scroller.current!;
    const watch = new ResizeObserver(() => {
      const fit = Math.max(2, Math.floor((el.clientWidth - 2 * GAP) / (side + GAP)));
      setColumns(fit);
      onColumns(fit);
    });
    watch.observe(el);
    return () => watch.disconnect();
  }, [side, onColumns]);
  // the virtualizer is not memoized by the compiler's rules, and need not be
  const rows = useVirtualizer({
    count: Math.ceil(ids.length / columns),
    getScrollElement: () => scroller.current,
    estimateSize: () => height,
    overscan: 2,
    useFlushSync: false,
  });
  useEffect(() => rows.measure(), [rows, height]);
  const shown = rows.getVirtualItems();
  const from = (shown[0]?.index ?? 0) * columns;
  const to = ((shown.at(-1)?.index ?? -1) + 1) * columns;
  useEffect(() => cards.want(ids.slice(Math.max(0, from - AHEAD), to + AHEAD)), [cards, changed, ids, from, to]);
  // the cursor stays in view
  const at = openId ? ids.indexOf(openId) : -1;
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(Math.floor(at / columns), { align: 'auto' });
    // only when the cursor moves, not when the sheet is scrolled away from it
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [at, columns]);
  return (
    <div ref={scroller} className="h-full overflow-auto px-2.5" tabIndex={0}>
      <div
        className="relative"
        style={{ height: rows.getTotalSize() + GAP }}
        role="listbox"
        aria-label="Artworks"
        aria-multiselectable
      >
        {shown.map((r) => (
          <div
            key={r.key}
            className="absolute top-0 left-0 grid w-full pt-2.5"
            style={{
              transform: `translateY(${r.start}px)`,
              height,
              gap: GAP,
              gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
            }}
          >
            {ids.slice(r.index * columns, (r.index + 1) * columns).map((id) => (
              <Card
                key={id}
                id={id}
                card={cards.get(id)}
                on={id === openId}
                picked={picked.has(id)}
                side={side}
                size={size}
                ground={ground}
                grip={grip}
              />
            ))}
          </div>
        ))}
      </div>
    </div>
  );
}

const Card = memo(
  function Card({
    id,
    card: a,
    on,
    picked,
    side,
    size,
    ground,
    grip,
  }: {
    id: string;
    card: CardView | undefined;
    on: boolean;
    picked: boolean;
    side: number;
    size: Size;
    ground: string;
    grip: Grip;
  }) {
    const marked = on || picked;
    const under = a ? groundStyle(ground, a) : { className: 'bg-paper2' };
    return (
      <div
        role="option"
        aria-selected={picked}
        aria-label={a?.name ?? 'artwork'}
        tabIndex={on ? 0 : -1}
        data-id={id}
        onClick={(e) => (e.ctrlKey || e.metaKey || e.shiftKey ? grip.toggle(id, e.shiftKey) : grip.open(id))}
        onDoubleClick={() => grip.enlarge(id)}
        className={`relative min-w-0 cursor-pointer p-1 ${picked ? 'bg-teal-t' : on ? 'bg-paper2' : ''} ${marked ? 'crop-tl crop-tr crop-bl crop-br' : ''}`}
      >
        {marked && (
          <>
            <i className="corner-l" />
            <i className="corner-r" />
          </>
        )}
        <div className={`relative grid place-items-center ${under.className}`} style={{ ...under.style, height: side - 6 }}>
          {a?.thumb ? (
            <img
              src={size === 'large' ? a.thumb : a.mini!}
              srcSet={size === 'large' ? undefined : `${a.mini} 1x, ${a.thumb} 2x`}
              alt=""
              draggable={false}
              decoding="async"
              className="max-w-full object-contain p-1.5"
              style={{ maxHeight: side - 8 }}
            />
          ) : (
            <span className="text-[12px] text-soft">{a ? 'being measured…' : ''}</span>
          )}
          {a && <Flags card={a} most={size === 'small' ? 1 : 2} />}
        </div>
        {a && (
          <>
            <b className={`block truncate font-semibold ${size === 'small' ? 'mt-0.5 text-[11.5px]' : 'mt-1'}`}>{a.name}</b>
            {size !== 'small' && (
              <span className="block truncate text-[11.5px] text-soft">
                {a.state === 'arriving'
                  ? 'arriving'
                  : [a.subject || `${a.widthPx} × ${a.heightPx}`, a.tone].filter(Boolean).join(' · ')}
              </span>
            )}
          </>
        )}
      </div>
    );
  },
  (a, b) =>
    a.card === b.card &&
    a.on === b.on &&
    a.picked === b.picked &&
    a.side === b.side &&
    a.ground === b.ground &&
    a.id === b.id &&
    a.grip === b.grip,
);

/** What a seller should know before using an artwork, in a word each. */
function Flags({ card: a, most }: { card: CardView; most: number }) {
  const flags = [
    a.inches !== null &&
      a.inches < 5 &&
      a.picture !== 'plain' && ['small', `prints only ${a.inches.toFixed(1)} in wide at 300 px/in`],
    a.specks > 0 && [`${a.specks} speck${a.specks > 1 ? 's' : ''}`, 'stray specks stand apart from the motif'],
    a.edges === 'soft' && ['soft edges', 'half see-through rims print as a fringe on cloth'],
    a.picture === 'plain' && ['one colour', 'one flat colour from edge to edge'],
    ['straight', 'half-drop', 'brick'].includes(a.repeat ?? '') && ['repeat', `lays side by side without a seam: ${a.repeat}`],
  ].filter((f): f is [string, string] => Array.isArray(f));
  return (
    <span className="absolute bottom-0 left-0 flex max-w-full flex-wrap gap-[3px] p-[3px]">
      {a.linked && (
        <i title="linked with its twin" className="grid h-[16px] w-[16px] place-items-center bg-teal-t text-teal not-italic">
          <Link2 size={11} aria-label="linked" />
        </i>
      )}
      {flags.slice(0, most).map(([word, why]) => (
        <i
          key={word}
          title={why}
          className={`px-1 text-[10.5px] leading-[16px] not-italic ${word === 'repeat' ? 'bg-teal-t text-teal' : 'bg-ochre-t text-ochre'}`}
        >
          {word}
        </i>
      ))}
    </span>
  );
}
