'use client';
import { useId, useState } from 'react';
import type { GalleyRowView } from '@/api/shapes/galley';
import type { OutletView } from '@/api/views';
import { pictureAddress } from '../parts/format';
import { keyOf } from '../parts/keyboard';
import { cropMarks, holds, stepped, type Range, type Spot } from '../parts/lists/range';
import { useWindow } from '../parts/lists/use-window';
import { Mark } from '../parts/marks';
import { Picture } from '../parts/picture';
import { cellText } from './block';
import { CellEditor, GalleyCell } from './cell';
import type { Column } from './search';

const ROW = 124;
const LISTING = 232;
const WIDTHS: Record<string, number> = { title: 270, tags: 230, description: 300 };

export interface GridHands {
  at: Spot;
  range: Range;
  move: (to: Spot, extend: boolean) => void;
  /** A hand wrote into a cell. */
  write: (at: Spot, text: string) => void;
  mend: (at: Spot, value: string | string[]) => void;
  clear: () => void;
  copy: () => string | null;
  copyLater: () => void;
  paste: (text: string) => void;
  /** Leaves a listing out of the correction, or takes it in again; null where nothing is corrected. */
  toggle: ((id: string) => void) | null;
  isOut: (id: string) => boolean;
}

/** Listings by fields, edited like a spreadsheet (WAI-ARIA APG, grid): arrows move, Enter or typing edits, ranges are copied and pasted. */
export function GalleyGrid({
  total,
  row,
  columns,
  outlets,
  language,
  hands,
  onWindow,
}: {
  total: number;
  row: (index: number) => GalleyRowView | undefined;
  columns: readonly Column[];
  outlets: ReadonlyMap<string, OutletView>;
  language: string | null;
  hands: GridHands;
  onWindow: (from: number, to: number) => void;
}) {
  const gridId = useId();
  const { at, range } = hands;
  const { scroller, shown, height } = useWindow(total, ROW, at.r, onWindow);
  const [editing, setEditing] = useState<{ at: Spot; first: string } | null>(null);
  const template = `${LISTING}px ${columns.map((c) => `minmax(${WIDTHS[c.name] ?? 220}px, ${c.name === 'tags' ? 1 : 1.2}fr)`).join(' ')}`;
  const width = LISTING + columns.reduce((n, c) => n + (WIDTHS[c.name] ?? 220), 0);
  const here = row(at.r);
  const canWrite = (spot: Spot) => {
    const it = row(spot.r);
    return it !== undefined && it.stays === null && it.fields[columns[spot.c]?.name ?? ''] !== undefined;
  };
  const edit = (spot: Spot, first?: string) => {
    const cell = row(spot.r)?.fields[columns[spot.c]!.name];
    if (cell && canWrite(spot)) setEditing({ at: spot, first: first ?? cellText(cell.value) });
  };
  const focus = () => scroller.current?.focus({ preventScroll: true });
  const key = (e: React.KeyboardEvent) => {
    if (e.target !== e.currentTarget || editing) return;
    const ctrl = e.ctrlKey || e.metaKey;
    const to = stepped(at, keyOf(e).replace('Shift ', ''), total, columns.length);
    if (to) hands.move(to, e.shiftKey);
    else if (e.key === 'Tab' && stepsWithin(at, e.shiftKey, columns.length))
      hands.move({ r: at.r, c: at.c + (e.shiftKey ? -1 : 1) }, false);
    else if (keyOf(e) === 'Ctrl A') {
      hands.move({ r: 0, c: 0 }, false);
      hands.move({ r: total - 1, c: columns.length - 1 }, true);
    } else if (e.key === 'Enter' || e.key === 'F2') edit(at);
    else if (e.key === 'Delete' || e.key === 'Backspace') hands.clear();
    else if (e.key === ' ' && hands.toggle && here) hands.toggle(here.id);
    else if (e.key.length === 1 && !ctrl && !e.altKey && e.key !== '?' && e.key !== '/' && e.key !== ' ') edit(at, e.key);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  return (
    <div
      ref={scroller}
      role="grid"
      aria-label="Words of listings"
      aria-multiselectable
      aria-rowcount={total + 1}
      aria-colcount={columns.length + 1}
      aria-activedescendant={here ? `${gridId}-${at.r}-${at.c}` : undefined}
      tabIndex={0}
      className="h-full overflow-auto bg-paper outline-none"
      onKeyDown={key}
      onCopy={(e) => {
        if (e.target instanceof HTMLTextAreaElement) return;
        const text = hands.copy();
        if (text === null) hands.copyLater();
        else e.clipboardData.setData('text/plain', text);
        e.preventDefault();
      }}
      onPaste={(e) => {
        if (e.target instanceof HTMLTextAreaElement) return;
        hands.paste(e.clipboardData.getData('text/plain'));
        e.preventDefault();
      }}
    >
      <div style={{ minWidth: width }}>
        <div
          role="row"
          aria-rowindex={1}
          className="sticky top-0 z-30 grid border-b border-ink bg-paper text-[12px] font-semibold"
          style={{ gridTemplateColumns: template }}
        >
          <div role="columnheader" className="px-3 py-1.5">
            Listing
          </div>
          {columns.map((c) => (
            <div key={c.name} role="columnheader" className="border-l border-rule px-3 py-1.5">
              {c.label}
            </div>
          ))}
        </div>
        <div role="rowgroup" className="relative" style={{ height }}>
          {shown.map((v) => {
            const it = row(v.index);
            const place = { transform: `translateY(${v.start}px)`, height: ROW, gridTemplateColumns: template, gridTemplateRows: 'minmax(0, 1fr)', zIndex: editing?.at.r === v.index ? 20 : undefined }; // prettier-ignore
            if (!it)
              return (
                <div key={v.index} role="row" aria-rowindex={v.index + 2} className="absolute left-0 w-full p-2" style={place}>
                  <div role="gridcell" className="skeleton h-full rounded-none" />
                </div>
              );
            const out = hands.isOut(it.id);
            const rules = outlets.get(it.outletId)?.rulesDocument;
            return (
              <div
                key={it.id}
                role="row"
                aria-rowindex={v.index + 2}
                className={`absolute left-0 grid w-full border-b border-rule ${out ? 'bg-paper2 text-soft' : ''}`}
                style={place}
              >
                <Listing row={it} out={out} toggle={hands.toggle} />
                {columns.map((c, i) => {
                  const spot = { r: v.index, c: i };
                  const cell = it.fields[c.name];
                  const on = at.r === v.index && at.c === i;
                  const marked = holds(range, v.index, i);
                  return (
                    <div
                      key={c.name}
                      id={`${gridId}-${v.index}-${i}`}
                      role="gridcell"
                      aria-selected={marked}
                      aria-readonly={cell === undefined || it.stays !== null}
                      className={`relative grid min-w-0 cursor-cell grid-rows-[minmax(0,1fr)_auto] border-l border-rule px-3 py-1.5 leading-snug ${marked ? `bg-teal-t/60 ${cropMarks(range, v.index, i)}` : ''} ${on ? 'outline-2 -outline-offset-2 outline-teal' : ''} ${cell ? '' : 'hatched'}`}
                      onMouseDown={(e) => {
                        if (e.button !== 0 || editing?.at.r === v.index) return;
                        e.preventDefault();
                        focus();
                        hands.move(spot, e.shiftKey);
                      }}
                      onMouseEnter={(e) => e.buttons === 1 && !editing && hands.move(spot, true)}
                      onDoubleClick={() => edit(spot)}
                    >
                      {editing?.at.r === v.index && editing.at.c === i && rules ? (
                        <CellEditor
                          label={`${c.label} of ${it.artwork}`}
                          first={editing.first}
                          field={c.name}
                          rules={rules}
                          drop={() => {
                            setEditing(null);
                            focus();
                          }}
                          keep={(text, then) => {
                            setEditing(null);
                            hands.write(spot, text);
                            if (!then) return;
                            focus();
                            const by = { down: 'ArrowDown', right: 'ArrowRight', left: 'ArrowLeft' }[then];
                            hands.move(stepped(spot, by, total, columns.length)!, false);
                          }}
                        />
                      ) : cell && rules ? (
                        <GalleyCell
                          cell={cell}
                          field={c.name}
                          rules={rules}
                          left={out}
                          mend={it.stays === null && cell.next === null ? (value) => hands.mend(spot, value) : null}
                        />
                      ) : (
                        <span className="text-[11.5px] text-soft">
                          {it.language === null
                            ? `not in ${language}`
                            : it.stays === 'never drafted'
                              ? ''
                              : `no ${c.label.toLowerCase()} here`}
                        </span>
                      )}
                    </div>
                  );
                })}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

/** Does Tab lead to another cell of the row? At its ends it leaves the grid. */
const stepsWithin = (at: Spot, back: boolean, columns: number): boolean => (back ? at.c > 0 : at.c < columns - 1);

function Listing({ row: it, out, toggle }: { row: GalleyRowView; out: boolean; toggle: GridHands['toggle'] }) {
  return (
    <div role="rowheader" className="grid min-w-0 grid-cols-[auto_64px_1fr] content-start gap-2.5 px-2.5 py-2">
      {toggle ? (
        <input
          type="checkbox"
          tabIndex={-1}
          className="checkbox checkbox-xs mt-0.5"
          aria-label={`Correct ${it.artwork} at ${it.outlet}`}
          checked={!out}
          onChange={() => toggle(it.id)}
        />
      ) : (
        <span />
      )}
      <Picture src={pictureAddress(it.small)} alt="" className={`h-16 w-16 ${out ? 'opacity-40' : ''}`} />
      <span className="min-w-0 leading-snug">
        <b className="line-clamp-2 font-semibold">{it.artwork}</b>
        <span className="block truncate text-[11.5px] text-soft">{it.outlet}</span>
        <span className="block truncate text-[11.5px] text-soft">{it.docket}</span>
        <span className="mt-0.5 flex items-center gap-1 text-[11.5px] text-soft">
          <Mark state={it.state} word size={13} />
          {it.stands && it.state !== 'listed' && <span>· stands</span>}
        </span>
      </span>
    </div>
  );
}
