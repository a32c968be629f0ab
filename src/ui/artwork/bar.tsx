'use client';
import { Columns2, LayoutGrid, Maximize2, Rows3, Shapes } from 'lucide-react';
import { useEffect, useState } from 'react';
import { SearchField } from '../parts/search-field';
import { COLUMNS, FIRST_COLUMNS } from './views/table-view';
import type { Cloth, Put, Size, View } from './types';
import { Button } from '../parts/button';

const VIEWS: [View, string, React.ComponentType<{ size?: number }>][] = [
  ['contact', 'Contact sheet', LayoutGrid],
  ['table', 'Table', Rows3],
  ['large', 'One large', Maximize2],
  ['pair', 'Side by side', Columns2],
  ['alike', 'Alike', Shapes],
];

/** What is shown and how: search, view, size, order, ground. */
export function Bar({
  search,
  put,
  found,
  total,
  view,
  size,
  ground,
  cloths,
  alike,
  children,
}: {
  search: URLSearchParams;
  put: Put;
  found: number;
  total: number;
  view: View;
  size: Size;
  ground: string;
  cloths: Cloth[];
  /** Groups that wait for a decision. */
  alike: number;
  children: React.ReactNode;
}) {
  const [text, setText] = useState(search.get('find') ?? '');
  useEffect(() => {
    const timer = setTimeout(() => text !== (search.get('find') ?? '') && put({ find: text.trim() || null }), 120);
    return () => clearTimeout(timer);
  }, [text, search, put]);
  const columns = (search.get('cols') ?? FIRST_COLUMNS).split(',');
  const select = 'border-b border-rule bg-transparent py-[2px] text-[12.5px]';
  return (
    <div className="px-3.5 pt-2.5 pb-2">
      <div className="flex items-center gap-3">
        <h1 className="text-[22px]">Artwork</h1>
        <span className="whitespace-nowrap text-soft">
          {found.toLocaleString('en')}
          {found === total ? '' : ` of ${total.toLocaleString('en')}`}
        </span>
        <SearchField label="Find artwork" hint="words on it, name, subject, file" value={text} change={setText} />
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
          <details className="relative text-[12.5px]">
            <summary className="cursor-pointer">columns</summary>
            <div className="absolute z-20 grid w-[290px] grid-cols-2 gap-1 border border-ink bg-paper p-2.5">
              {Object.entries(COLUMNS).map(([c, { word }]) => (
                <label key={c} className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    checked={columns.includes(c)}
                    onChange={(e) => {
                      const next = Object.keys(COLUMNS).filter((k) => (k === c ? e.target.checked : columns.includes(k)));
                      put({ cols: next.join(',') || 'subject' });
                    }}
                  />
                  {word}
                </label>
              ))}
            </div>
          </details>
        )}
        <label className="flex items-baseline gap-1.5 text-[12.5px]">
          <span className="text-soft">on</span>
          <select
            aria-label="Ground"
            className={select}
            value={ground}
            onChange={(e) => put({ ground: e.target.value === 'fitting' ? null : e.target.value })}
          >
            <option value="fitting">what suits each</option>
            <option>paper</option>
            <option>black</option>
            <option>chequer</option>
            <optgroup label="cloth">
              {cloths.map((c) => (
                <option key={c.hex} value={c.hex}>
                  {c.name}
                </option>
              ))}
            </optgroup>
          </select>
        </label>
        {(view === 'contact' || view === 'table') && (
          <label className="flex items-baseline gap-1.5 text-[12.5px]">
            <span className="text-soft">in order of</span>
            <select
              aria-label="Order"
              className={select}
              value={search.get('sort') ?? 'newest'}
              onChange={(e) => put({ sort: e.target.value === 'newest' ? null : e.target.value })}
            >
              <option value="newest">arrival, newest first</option>
              <option value="oldest">arrival, oldest first</option>
              <option value="name">name</option>
              <option value="subject">subject</option>
              <option value="largest">size</option>
              <option value="lightness">lightness</option>
            </select>
          </label>
        )}
      </div>
    </div>
  );
}

/** What is selected and what can be done to it. */
export function SelectionBar({
  n,
  standing,
  none,
  toSheet,
  edit,
  fileIn,
  readNames,
  pair,
  link,
  stand,
}: {
  n: number;
  standing: string;
  none: () => void;
  toSheet: () => void;
  edit: () => void;
  fileIn: () => void;
  readNames: () => void;
  pair: (() => void) | null;
  link: (() => void) | null;
  stand: (standing: 'here' | 'aside' | 'deleted') => void;
}) {
  return (
    <div className="px-3.5 pt-2.5 pb-2" role="toolbar" aria-label="Selection">
      <div className="flex flex-wrap items-center gap-2 bg-teal-t py-1.5 pr-1.5 pl-3">
        <b className="mr-1 text-teal">{n.toLocaleString('en')} selected</b>
        <Button tone="quiet" onClick={none}>
          None
        </Button>
        <span className="grow" />
        <Button tone="quiet" onClick={edit}>
          Change…
        </Button>
        <Button tone="quiet" onClick={fileIn}>
          File in…
        </Button>
        <Button tone="quiet" onClick={readNames}>
          Read names…
        </Button>
        {pair && (
          <Button tone="quiet" onClick={pair}>
            Side by side
          </Button>
        )}
        {link && (
          <Button tone="quiet" onClick={link}>
            Link
          </Button>
        )}
        {standing !== 'here' ? (
          <Button tone="quiet" onClick={() => stand('here')}>
            Bring back
          </Button>
        ) : (
          <Button tone="quiet" onClick={() => stand('aside')}>
            Put aside
          </Button>
        )}
        {standing !== 'deleted' && (
          <Button tone="quiet" onClick={() => stand('deleted')}>
            Delete…
          </Button>
        )}
        {standing === 'here' && (
          <Button tone="go" onClick={toSheet}>
            To the sheet
          </Button>
        )}
      </div>
    </div>
  );
}
