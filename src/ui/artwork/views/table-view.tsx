'use client';
import { useCallback, useEffect, useRef } from 'react';
import { Table } from '../../parts/lists/table';
import type { Shown } from '../../parts/lists/layout';
import { COLUMNS } from './columns';
import type { Grip } from './contact-sheet';
import { useCardsChange, type Cards } from '../store';
import { groundStyle } from '../types';

const ROW = 44;

/** Artworks as a table with chosen columns. */
export function TableView({
  ids,
  cards,
  layout,
  put,
  sort,
  sortBy,
  ground,
  openId,
  picked,
  grip,
}: {
  ids: string[];
  cards: Cards;
  layout: readonly Shown[];
  put: (shown: Shown[]) => void;
  sort: string;
  sortBy: (sort: string) => void;
  ground: string;
  openId: string | null;
  picked: ReadonlySet<string>;
  grip: Grip;
}) {
  const changed = useCardsChange(cards);
  const wanted = useRef<[number, number]>([0, 0]);
  const want = useCallback(
    (from: number, to: number) => {
      wanted.current = [from, to];
      cards.want(ids.slice(from, to));
    },
    [cards, ids],
  );
  // what is on the screen is asked for again when it has become out of date
  useEffect(() => want(...wanted.current), [want, changed]);
  const text = (id: string, c: string) => {
    const a = cards.get(id);
    return a ? COLUMNS[c]!.text(a) : '';
  };
  const sorted = ['name', ...Object.keys(COLUMNS)].find((c) => (COLUMNS[c]?.sort ?? c) === sort);
  return (
    <Table<{ id: string }>
      label="Artworks"
      rows={{ total: ids.length, row: (i) => (ids[i] === undefined ? undefined : { id: ids[i] }) }}
      layout={{ shown: layout, put }}
      rowHeight={ROW}
      sorting={sorted ? [{ id: sorted, desc: false }] : []}
      sortBy={(c) => sortBy(COLUMNS[c]?.sort ?? c)}
      onWindow={want}
      hands={{
        openId,
        openAt: openId ? ids.indexOf(openId) : -1,
        picked,
        press: (id, e) => (e.ctrlKey || e.metaKey || e.shiftKey ? grip.toggle(id, e.shiftKey) : grip.open(id)),
        enlarge: grip.enlarge,
      }}
      columns={[
        {
          id: 'picture',
          header: () => <span className="sr-only">Picture</span>,
          size: 44,
          enableSorting: false,
          meta: { fixed: 'first' },
          cell: ({ row }) => {
            const a = cards.get(row.id);
            const under = a ? groundStyle(ground, a) : { className: '' };
            return (
              <span className={`grid h-[38px] w-[44px] place-items-center ${under.className}`} style={under.style}>
                {a?.thumb && <img src={a.mini!} alt="" draggable={false} className="max-h-[34px] max-w-[40px] object-contain" />}
              </span>
            );
          },
        },
        {
          id: 'name',
          header: 'Name',
          size: 150,
          meta: { wide: true, fixed: 'first' },
          cell: ({ row }) => <b className="font-semibold">{cards.get(row.id)?.name}</b>,
        },
        ...Object.keys(COLUMNS).map((c) => ({
          id: c,
          header: COLUMNS[c]!.word,
          size: COLUMNS[c]!.width,
          meta: { right: COLUMNS[c]!.right },
          enableSorting: Boolean(COLUMNS[c]!.sort),
          cell: ({ row }: { row: { id: string } }) => <span title={text(row.id, c)}>{text(row.id, c)}</span>,
        })),
      ]}
    />
  );
}
