'use client';
import { thousands } from '@/core/thousands';
import { FolderPlus } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import type { DrawerRow } from '@/services/artwork/drawers';
import { act, api } from '../api';
import { DrawerTarget } from './carrying';
import type { Put } from '../parts/use-address';

/** A line of the rail that can be chosen. */
export function Row({
  on,
  count,
  go,
  depth = 0,
  children,
}: {
  on: boolean;
  count?: number;
  go: () => void;
  depth?: number;
  children: React.ReactNode;
}) {
  return (
    <button
      aria-pressed={on}
      className={`flex w-full min-w-0 items-baseline gap-2 px-1.5 py-[3px] text-left ${on ? 'bg-ink text-paper' : 'hover:bg-paper2'}`}
      style={{ paddingLeft: 6 + depth * 13 }}
      onClick={go}
    >
      <span className="grow truncate">{children}</span>
      {count !== undefined && <span className={`tabular-nums ${on ? '' : 'text-soft'}`}>{thousands(count)}</span>}
    </button>
  );
}

/** The drawers: looked into by a click, filed into by dragging, renamed and moved by a double click. */
export function Drawers({
  drawers,
  here,
  search,
  put,
}: {
  drawers: DrawerRow[];
  here: number;
  search: URLSearchParams;
  put: Put;
}) {
  const [making, setMaking] = useState(false);
  const [renaming, setRenaming] = useState<string | null>(null);
  const now = search.get('drawer');
  const rename = (d: DrawerRow, path: string) => {
    setRenaming(null);
    if (path.trim() && path !== d.path)
      void act(() =>
        api<{ path: string }>('PATCH', `/drawers/${d.id}`, { path }).then((to) => {
          if (now === d.path) put({ drawer: to.path });
          return `“${d.path}” is “${to.path}” now.`;
        }),
      );
  };
  return (
    <>
      <DrawerTarget path="">
        <Row on={now === null && !search.get('standing')} count={here} go={() => put({ drawer: null, standing: null })}>
          Everything
        </Row>
      </DrawerTarget>
      {drawers.map((d) =>
        renaming === d.id ? (
          <input
            key={d.id}
            autoFocus
            aria-label={`New path of ${d.path}`}
            className="input"
            defaultValue={d.path}
            onBlur={(e) => rename(d, e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') e.currentTarget.blur();
              if (e.key === 'Escape') setRenaming(null);
            }}
          />
        ) : (
          <DrawerTarget
            key={d.id}
            path={d.path}
            title={`${d.path}: double-click to rename or move`}
            onDoubleClick={() => setRenaming(d.id)}
          >
            <Row
              on={now === d.path}
              count={d.within}
              depth={d.path.split('/').length - 1}
              go={() => put({ drawer: now === d.path ? null : d.path, standing: null })}
            >
              {d.name}
            </Row>
          </DrawerTarget>
        ),
      )}
      {making ? (
        <input
          autoFocus
          aria-label="Name of the new drawer"
          placeholder={now && now !== '-' ? `in ${now}` : 'name'}
          className="input mt-1"
          onBlur={(e) => {
            setMaking(false);
            const name = e.target.value.trim();
            if (name)
              void act(() =>
                api('POST', '/drawers', { path: now && now !== '-' ? `${now}/${name}` : name }).then(() => undefined),
              );
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') e.currentTarget.blur();
            if (e.key === 'Escape') setMaking(false);
          }}
        />
      ) : (
        <div className="flex gap-3 px-1.5 pt-1">
          <button
            className="flex min-h-[24px] items-center gap-1.5 text-[12px] text-soft hover:text-ink"
            onClick={() => setMaking(true)}
          >
            <FolderPlus size={13} /> New drawer
          </button>
          {now && now !== '-' && (
            <button
              className="min-h-[24px] text-[12px] text-soft hover:text-spot"
              onClick={() => {
                const d = drawers.find((x) => x.path === now);
                if (!d) return;
                if (d.within)
                  toast(`“${d.path}” holds ${d.within} artworks. Move them first; a drawer is taken away only when it is empty.`);
                else
                  void act(() =>
                    api('DELETE', `/drawers/${d.id}`).then(() => {
                      put({ drawer: null });
                      return `“${d.path}” is gone.`;
                    }),
                  );
              }}
            >
              Take away
            </button>
          )}
        </div>
      )}
    </>
  );
}
