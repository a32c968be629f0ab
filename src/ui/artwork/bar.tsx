'use client';
import { thousands } from '@/core/thousands';
import { Columns2, LayoutGrid, Maximize2, Rows3, Shapes } from 'lucide-react';

import { ChoiceField, type Option } from '../parts/fields/field';
import { Find } from '../parts/fields/find';
import { ColumnsChooser } from '../parts/lists/columns-chooser';
import { layoutOf, layoutText } from '../parts/lists/layout';
import { COLUMN_CHOICES, COLUMNS, FIRST_COLUMNS } from './views/columns';
import type { Shown } from './address';
import type { Cloth, View } from './types';

const VIEWS: [View, string, React.ComponentType<{ size?: number }>][] = [
  ['contact', 'Contact sheet', LayoutGrid],
  ['table', 'Table', Rows3],
  ['large', 'One large', Maximize2],
  ['pair', 'Side by side', Columns2],
  ['alike', 'Alike', Shapes],
];

const ORDERS: readonly Option[] = [
  ['newest', 'arrival, newest first'],
  ['oldest', 'arrival, oldest first'],
  'name',
  'subject',
  ['largest', 'size'],
  'lightness',
];

/** What is shown and how: search, view, size, order, ground. */
export function Bar({
  shown: { search, put, view, size, ground },
  found,
  total,
  cloths,
  alike,
  children,
}: {
  shown: Shown;
  found: number;
  total: number;
  cloths: Cloth[];
  /** Groups that wait for a decision. */
  alike: number;
  children: React.ReactNode;
}) {
  return (
    <div className="px-3.5 pt-2.5 pb-2">
      <div className="flex items-center gap-3">
        <h1 className="text-[22px]">Artwork</h1>
        <span className="whitespace-nowrap text-soft">
          {thousands(found)}
          {found === total ? '' : ` of ${thousands(total)}`}
        </span>
        <Find
          label="Find artwork"
          hint="words on it, name, subject, file"
          value={search.get('find') ?? ''}
          change={(find) => put({ find: find || null })}
        />
        <div className="ml-auto flex gap-2">{children}</div>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <div role="group" aria-label="View" className="flex border border-ink">
          {VIEWS.map(([v, word, Icon]) => (
            <button
              key={v}
              aria-pressed={view === v}
              title={word}
              aria-label={word}
              disabled={v === 'large' && !search.get('open')}
              className={`px-2 py-[5px] disabled:text-faint ${view === v ? 'bg-ink text-paper' : 'hover:bg-paper2'} ${v === 'pair' && view !== 'pair' ? 'hidden' : ''}`}
              onClick={() => put({ view: v === 'contact' ? null : v })}
            >
              <span className="flex items-center gap-1.5 text-[12px]">
                <Icon size={15} />
                {v === 'alike' && alike > 0 && <b>{alike}</b>}
              </span>
            </button>
          ))}
        </div>
        {view === 'contact' && (
          <div role="group" aria-label="Size" className="flex items-baseline gap-2.5 text-[12.5px]">
            {(['small', 'medium', 'large'] as const).map((s) => (
              <button
                key={s}
                aria-pressed={size === s}
                className={size === s ? 'font-semibold underline' : 'text-soft hover:text-ink'}
                onClick={() => put({ size: s === 'medium' ? null : s })}
              >
                {s}
              </button>
            ))}
          </div>
        )}
        {view === 'table' && (
          <ColumnsChooser
            choices={COLUMN_CHOICES}
            shown={layoutOf(search.get('cols'), Object.keys(COLUMNS), FIRST_COLUMNS)}
            put={(next) => put({ cols: layoutText(next, FIRST_COLUMNS) })}
            reset={search.get('cols') ? () => put({ cols: null }) : null}
          />
        )}
        <span className="flex items-center gap-1.5 text-[12.5px]">
          <span className="text-soft">on</span>
          <ChoiceField
            hideLabel
            quiet
            label="Ground"
            value={ground}
            onChange={(e) => put({ ground: e.target.value === 'fitting' ? null : e.target.value })}
            options={[
              ['fitting', 'what suits each'],
              'paper',
              'black',
              'chequer',
              { group: 'cloth', options: cloths.map((c) => [c.hex, c.name] as const) },
            ]}
          />
        </span>
        {(view === 'contact' || view === 'table') && (
          <span className="flex items-center gap-1.5 text-[12.5px]">
            <span className="text-soft">in order of</span>
            <ChoiceField
              hideLabel
              quiet
              label="Order"
              value={search.get('sort') ?? 'newest'}
              onChange={(e) => put({ sort: e.target.value === 'newest' ? null : e.target.value })}
              options={ORDERS}
            />
          </span>
        )}
      </div>
    </div>
  );
}
