'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import type { CardView } from '@/api/views';
import { bytes } from '../../parts/format';
import type { Grip } from './contact-sheet';
import { useCardsChange, type Cards } from '../store';
import { groundStyle } from '../types';

const ROW = 44;

/** Everything that a column can show; the ones that are on stand in the address. */
export const COLUMNS: Record<
  string,
  { word: string; width: number; right?: boolean; sort?: string; text: (a: CardView) => string }
> = {
  subject: { word: 'Subject', width: 120, sort: 'subject', text: (a) => a.subject },
  words: { word: 'Says', width: 190, text: (a) => (a.read ? a.words.toLowerCase() : 'not read yet') },
  drawer: { word: 'Drawer', width: 120, text: (a) => a.drawer ?? '' },
  audience: { word: 'For', width: 64, text: (a) => a.audience },
  occasion: { word: 'Occasion', width: 100, text: (a) => a.occasion },
  marks: { word: 'Marks', width: 110, text: (a) => a.marks.join(', ') },
  keywords: { word: 'Keywords', width: 160, text: (a) => a.keywords.join(', ') },
  tone: { word: 'Tone', width: 78, sort: 'lightness', text: (a) => a.tone ?? '' },
  picture: { word: 'Kind', width: 88, text: (a) => a.picture ?? '' },
  repeat: { word: 'Repeats', width: 80, text: (a) => (a.repeat === 'none' ? '' : (a.repeat ?? '')) },
  size: {
    word: 'Size, px',
    width: 104,
    right: true,
    sort: 'largest',
    text: (a) => (a.widthPx ? `${a.widthPx} × ${a.heightPx}` : ''),
  },
  print: { word: 'Prints, in', width: 78, right: true, text: (a) => a.inches?.toFixed(1) ?? '' },
  edges: { word: 'Edges', width: 62, text: (a) => (a.edges === 'none' ? '' : (a.edges ?? '')) },
  format: { word: 'Format', width: 66, text: (a) => a.format?.toUpperCase() ?? '' },
  bytes: { word: 'Bytes', width: 74, right: true, text: (a) => bytes(a.bytes) },
  file: { word: 'File', width: 190, text: (a) => a.fileName },
};
export const FIRST_COLUMNS = 'subject,words,drawer,tone,size,print';

/** Artworks as a list with chosen columns. */
export function TableView({
  ids,
  cards,
  columns,
  sort,
  sortBy,
  ground,
  openId,
  picked,
  grip,
}: {
  ids: string[];
  cards: Cards;
  columns: string[];
  sort: string;
  sortBy: (sort: string) => void;
  ground: string;
  openId: string | null;
  picked: ReadonlySet<string>;
  grip: Grip;
}) {
  const changed = useCardsChange(cards);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: ids.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 8,
    useFlushSync: false,
  });
  const shown = rows.getVirtualItems();
  const [from, to] = [shown[0]?.index ?? 0, (shown.at(-1)?.index ?? -1) + 1];
  useEffect(() => cards.want(ids.slice(from, to)), [cards, changed, ids, from, to]);
  const at = openId ? ids.indexOf(openId) : -1;
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at, { align: 'auto' });
    // only when the cursor moves
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [at]);
  const template = `44px minmax(150px, 1fr) ${columns.map((c) => `${COLUMNS[c]!.width}px`).join(' ')}`;
  const width = 194 + columns.reduce((n, c) => n + COLUMNS[c]!.width + 12, 0);
  const head = (word: string, by?: string, right?: boolean) => (
    <div
      key={word}
      role="columnheader"
      aria-sort={by && sort === by ? 'ascending' : undefined}
      className={right ? 'text-right' : ''}
    >
      {by ? (
        <button className={`hover:text-ink ${sort === by ? 'font-semibold text-ink underline' : ''}`} onClick={() => sortBy(by)}>
          {word}
        </button>
      ) : (
        word
      )}
    </div>
  );
  return (
    <div
      ref={scroller}
      className="h-full overflow-auto"
      role="grid"
      aria-label="Artworks"
      aria-rowcount={ids.length}
      tabIndex={0}
    >
      <div style={{ minWidth: width }}>
        <div
          role="row"
          className="sticky top-0 z-10 grid gap-3 border-b border-ink bg-paper px-3 py-1.5 text-[11.5px] text-soft"
          style={{ gridTemplateColumns: template }}
        >
          <div role="columnheader" aria-label="Picture" />
          {head('Name', 'name')}
          {columns.map((c) => head(COLUMNS[c]!.word, COLUMNS[c]!.sort, COLUMNS[c]!.right))}
        </div>
        <div className="relative" style={{ height: rows.getTotalSize() }}>
          {shown.map((r) => {
            const id = ids[r.index]!;
            const a = cards.get(id);
            const isPicked = picked.has(id);
            const under = a ? groundStyle(ground, a) : { className: '' };
            return (
              <div
                key={id}
                role="row"
                aria-selected={isPicked}
                draggable
                onDragStart={(e) => grip.drag(id, e)}
                onClick={(e) => (e.ctrlKey || e.metaKey || e.shiftKey ? grip.toggle(id, e.shiftKey) : grip.open(id))}
                onDoubleClick={() => grip.enlarge(id)}
                className={`absolute left-0 grid w-full cursor-pointer items-center gap-3 border-b border-rule2 px-3 ${isPicked ? 'bg-teal-t' : id === openId ? 'bg-paper2' : 'hover:bg-paper2'}`}
                style={{ transform: `translateY(${r.start}px)`, height: ROW, gridTemplateColumns: template }}
              >
                <div
                  role="gridcell"
                  className={`grid h-[38px] w-[44px] place-items-center ${under.className}`}
                  style={under.style}
                >
                  {a?.thumb && (
                    <img src={a.mini!} alt="" draggable={false} className="max-h-[34px] max-w-[40px] object-contain" />
                  )}
                </div>
                <div role="gridcell" className="truncate font-semibold">
                  {a?.name}
                </div>
                {columns.map((c) => (
                  <div
                    key={c}
                    role="gridcell"
                    title={a && COLUMNS[c]!.text(a)}
                    className={`truncate ${COLUMNS[c]!.right ? 'text-right tabular-nums' : ''}`}
                  >
                    {a && COLUMNS[c]!.text(a)}
                  </div>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
