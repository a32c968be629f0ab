'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Sheet, SheetCell, SheetRow } from '@/services/line/sheet';
import type { RunReport } from '@/services/line/runs';
import { act, api } from '../api';
import { count, groundFor, pictureAddress } from '../parts/format';
import { SearchField } from '../parts/fields/search-field';
import { ProofSlip } from '../proofs/proof-slip';
import { keyOf, typing } from '../parts/keyboard';
import { Cell, said } from './cell';
import { groupsOf, SheetHead } from './head';
import { between, cropMarks, holds, stepped, type Range, type Spot } from './range';
import { ButtonLink } from '../parts/button';
import { EmptyState } from '../parts/empty';
import { SelectionBar } from '../parts/lists/selection-bar';
import { CommandButton, useCommands, type Bindings } from '../commands/commands';
import { usePass } from '../proofs/passing';

const ROW = 74;
const NAME = 246;
const COLUMN = 136;
/** Shift extends the range: it says nothing of where a key leads. */
const KEY = { shiftKey: false, altKey: false };
/** More than that do not go into an address. */
const MOST_LOOKED_AT = 400;

/** The heart: artwork by dockets within outlets. A range is selected as in a spreadsheet and worked on as one. */
export function SheetStation({ sheet }: { sheet: Sheet }) {
  const router = useRouter();
  const search = useSearchParams();
  const only = search.get('rows');
  const [find, setFind] = useState('');
  const rows = useMemo(() => {
    const ids = only?.split(',');
    const words = find.toLowerCase();
    return sheet.rows.filter(
      (r) => (!ids || ids.includes(r.id.slice(0, 8))) && (!words || `${r.name} ${r.about}`.toLowerCase().includes(words)),
    );
  }, [sheet.rows, only, find]);
  const columns = sheet.columns;
  const [anchor, setAnchor] = useState<Spot | null>(null);
  const [focus, setFocus] = useState<Spot | null>(null);
  const range: Range | null = anchor && focus ? between(anchor, focus) : null;
  const dragging = useRef(false);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 6,
    scrollPaddingStart: 72,
  });

  const inRange = useMemo(() => {
    const out: { row: SheetRow; c: number; cell: SheetCell }[] = [];
    if (range)
      for (let r = range.r0; r <= range.r1; r++)
        for (let c = range.c0, row = rows[r]; row && c <= range.c1; c++) out.push({ row, c, cell: row.cells[c] ?? null });
    return out;
  }, [range, rows]);
  const proofs = inRange.flatMap(({ cell }) => (cell && 'id' in cell ? [cell] : []));
  const ready = proofs.filter((p) => p.state === 'ready');
  const open = inRange.filter(
    ({ cell }) => cell === null || ('id' in cell && (cell.state === 'held' || cell.state === 'refused')),
  );
  const fresh = open.filter((o) => o.cell === null);
  const focused = focus ? rows[focus.r]?.cells[focus.c] : undefined;
  const openId = search.get('open') ?? (focused && 'id' in focused ? focused.id : null);

  const draft = useCallback(
    (cells: typeof open) =>
      void act(async () => {
        const wish = columns.flatMap(({ docket, outlet }, i) => {
          const artworks = cells.filter(({ c }) => c === i).map(({ row }) => row.id);
          return artworks.length ? [{ docket, outlet, artworks }] : [];
        });
        const run = await api<RunReport>('POST', '/runs', { cells: wish });
        return `${count(run.total, 'proof')} being drafted as “${run.name}”.`;
      }),
    [columns],
  );
  const pass = usePass();
  const slip = (id: string | null) => {
    const next = new URLSearchParams(window.location.search);
    if (id) next.set('open', id);
    else next.delete('open');
    router.replace(`/sheet?${next}`, { scroll: false });
  };

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (typing(e) || e.altKey) return;
      const written = keyOf({ ...KEY, key: e.key, ctrlKey: e.ctrlKey, metaKey: e.metaKey });
      const to = stepped(focus ?? { r: 0, c: -1 }, written, rows.length, columns.length);
      if (to) {
        e.preventDefault();
        setFocus(to);
        if (!e.shiftKey || !anchor) setAnchor(to);
        if (search.get('open')) slip(null);
        virtual.scrollToIndex(to.r);
      } else if (e.key === 'Escape') {
        setAnchor(null);
        setFocus(null);
        slip(null);
      } else if (e.key === 'Enter' && focused && 'id' in focused) router.push(`/proofs?open=${focused.id}`);
    };
    const up = () => (dragging.current = false);
    window.addEventListener('keydown', key);
    window.addEventListener('pointerup', up);
    return () => {
      window.removeEventListener('keydown', key);
      window.removeEventListener('pointerup', up);
    };
  });

  const whole = (c0: number, c1: number) => {
    setAnchor({ r: 0, c: c0 });
    setFocus({ r: rows.length - 1, c: c1 });
  };
  const bindings: Bindings = {
    'sheet.all': rows.length
      ? { says: `Select all ${count(rows.length * columns.length, 'cell')}`, does: () => whole(0, columns.length - 1) }
      : null,
    'sheet.draft': fresh.length
      ? { says: `Draft ${count(fresh.length, 'proof')}`, does: () => draft(fresh) }
      : open.length
        ? { says: `Draft ${open.length} again`, does: () => draft(open) }
        : null,
    'sheet.pass': ready.length
      ? { says: `Pass ${count(ready.length, 'proof')}`, does: () => pass(ready.map((p) => p.id)) }
      : null,
    'sheet.look': proofs.length
      ? {
          says: `Look through ${count(proofs.length, 'proof')}`,
          does: () =>
            router.push(
              `/proofs?ids=${proofs
                .slice(0, MOST_LOOKED_AT)
                .map((p) => p.id.slice(0, 8))
                .join(',')}`,
            ),
        }
      : null,
  };
  useCommands(bindings);

  if (!sheet.rows.length || !columns.length) return <Nothing noColumns={!columns.length} />;
  const template = `${NAME}px repeat(${columns.length}, minmax(${COLUMN}px, 1fr))`;
  const groups = groupsOf(columns);
  const first = (i: number) => groups.some((g) => g.from === i);
  return (
    <div className="grid h-full min-h-0" style={{ gridTemplateColumns: openId ? '1fr 356px' : '1fr' }}>
      <section className="grid min-h-0 min-w-0 grid-rows-[auto_1fr]">
        <div className="flex min-h-[51px] items-center gap-3 px-[18px] py-2">
          <h1 className="text-[22px]">Sheet</h1>
          <span className="whitespace-nowrap text-soft">
            {count(rows.length, 'artwork')}
            {only && (
              <button className="ml-2 underline" onClick={() => router.replace('/sheet')}>
                show all
              </button>
            )}
          </span>
          <SearchField label="Find in this sheet" hint="find in this sheet" value={find} change={setFind} />
          {range ? (
            <div className="ml-auto">
              <SelectionBar says={`${inRange.length} selected`}>
                <CommandButton id="sheet.look" of={bindings}>
                  Look through
                </CommandButton>
                <CommandButton id="sheet.draft" of={bindings} tone={ready.length ? 'plain' : 'go'} />
                <CommandButton id="sheet.pass" of={bindings} tone="go" />
              </SelectionBar>
            </div>
          ) : (
            <span className="ml-auto text-soft">Drag over cells, or use the arrow keys with Shift, to select a range.</span>
          )}
        </div>
        <div
          ref={scroller}
          className="overflow-auto border-t border-rule bg-paper"
          role="grid"
          aria-label="Sheet"
          aria-multiselectable
          aria-rowcount={rows.length + 2}
          aria-colcount={columns.length + 1}
        >
          <SheetHead columns={columns} groups={groups} template={template} whole={whole} />
          <div className="relative w-fit min-w-full select-none" role="rowgroup" style={{ height: virtual.getTotalSize() }}>
            {virtual.getVirtualItems().map((v) => {
              const row = rows[v.index]!;
              return (
                <div
                  key={row.id}
                  role="row"
                  className="absolute left-0 grid w-full"
                  style={{ transform: `translateY(${v.start}px)`, height: ROW, gridTemplateColumns: template }}
                >
                  <button
                    role="rowheader"
                    className="sticky left-0 z-10 grid grid-cols-[30px_60px_1fr] items-center overflow-hidden border-r border-b border-rule2 bg-paper text-left"
                    onClick={() => {
                      setAnchor({ r: v.index, c: 0 });
                      setFocus({ r: v.index, c: columns.length - 1 });
                    }}
                  >
                    <span className="pr-1.5 text-right text-[11px] text-faint">{String(v.index + 1).padStart(2, '0')}</span>
                    <span className={`grid h-[62px] w-[54px] place-items-center p-[3px] ${groundFor(row)}`}>
                      <img
                        src={pictureAddress(row.thumb)}
                        alt=""
                        className="max-h-[56px] max-w-[48px] object-contain"
                        loading="lazy"
                      />
                    </span>
                    <span className="min-w-0 px-2 leading-tight">
                      <b className="line-clamp-2 font-semibold">{row.name}</b>
                      <span className="block truncate text-[11.5px] text-soft">{row.about}</span>
                    </span>
                  </button>
                  {columns.map((c, i) => {
                    const cell = row.cells[i] ?? null;
                    const on = holds(range, v.index, i);
                    return (
                      <div
                        key={`${c.outlet}${c.docket}`}
                        role="gridcell"
                        aria-selected={on}
                        aria-label={`${row.name}, ${c.docketName}, ${c.outletName}: ${said(cell)}`}
                        onPointerDown={(e) => {
                          dragging.current = true;
                          setFocus({ r: v.index, c: i });
                          if (!e.shiftKey || !anchor) setAnchor({ r: v.index, c: i });
                          if (search.get('open')) slip(null);
                        }}
                        onPointerEnter={() => dragging.current && setFocus({ r: v.index, c: i })}
                        onDoubleClick={() => cell && 'id' in cell && router.push(`/proofs?open=${cell.id}`)}
                        className={`relative cursor-default border-b border-rule2 ${first(i) ? 'border-l-[1.5px] border-l-ink' : 'border-l border-l-rule2'} ${on ? 'bg-teal-t/60' : ''} ${cell && 'why' in cell ? 'hatched' : ''} ${cropMarks(range, v.index, i)}`}
                      >
                        <Cell cell={cell} />
                        <i className="corner-l" />
                        <i className="corner-r" />
                      </div>
                    );
                  })}
                </div>
              );
            })}
          </div>
        </div>
      </section>
      {openId && (
        <ProofSlip
          key={openId}
          id={openId}
          close={() => {
            setFocus(null);
            setAnchor(null);
            slip(null);
          }}
        />
      )}
    </div>
  );
}

const Nothing = ({ noColumns }: { noColumns: boolean }) => (
  <EmptyState
    title="The sheet is empty"
    action={
      <ButtonLink tone="go" href={noColumns ? '/stockroom' : '/artwork'}>
        {noColumns ? 'To the stockroom' : 'Bring in artwork'}
      </ButtonLink>
    }
  >
    {noColumns
      ? 'Its columns are dockets within outlets. Connect an outlet and make a docket in the stockroom.'
      : 'Its rows are artworks. Bring some in, then choose here what each becomes.'}
  </EmptyState>
);
