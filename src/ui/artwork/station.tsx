'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { FolderOpen, Upload as UploadIcon } from 'lucide-react';
import { useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { ArtworkView } from '@/services/views';
import { act, api } from '../api';
import { count, groundFor } from '../format';
import { typing } from '../shell/dialog';
import { ArtworkSlip } from './slip';
import { filesOf, useUploads } from './uploads';
import { UploadList } from './upload-list';

const CARD = 168;
const ROW = 214;

/** The artwork station: drop a folder, watch it arrive, look it over on a contact sheet. */
export function ArtworkStation({ artworks }: { artworks: ArtworkView[] }) {
  const router = useRouter();
  const search = useSearchParams();
  const [find, setFind] = useState(search.get('find') ?? '');
  const drawer = search.get('drawer');
  const tone = search.get('tone');
  const openId = search.get('open');
  const [picked, setPicked] = useState<Set<string>>(new Set());
  const [over, setOver] = useState(false);
  const { uploads, bringIn, clear } = useUploads();
  const fileInput = useRef<HTMLInputElement>(null);
  const folderInput = useRef<HTMLInputElement>(null);

  const refused = artworks.filter((a) => a.state === 'refused');
  const here = useMemo(() => artworks.filter((a) => a.state !== 'refused'), [artworks]);
  const drawers = useMemo(() => [...new Set(here.map((a) => a.drawer).filter((d) => d !== null))].sort(), [here]);
  const shown = useMemo(() => {
    const words = find.toLowerCase();
    return here.filter(
      (a) =>
        (!drawer || a.drawer === drawer) &&
        (!tone || a.measured?.tone === tone) &&
        (!words || `${a.name} ${a.subject} ${a.keywords.join(' ')} ${a.fileName}`.toLowerCase().includes(words)),
    );
  }, [here, drawer, tone, find]);

  const put = useCallback(
    (change: Record<string, string | null>) => {
      const next = new URLSearchParams(window.location.search);
      for (const [k, v] of Object.entries(change))
        if (v) next.set(k, v);
        else next.delete(k);
      router.replace(`/artwork?${next}`, { scroll: false });
    },
    [router],
  );

  const take = (files: { file: File; drawer: string | null }[]) => {
    if (files.length) bringIn(files);
    else toast('There are no files in that folder. Choose one with PNG, JPEG or SVG files in it.');
  };

  // a grid of cards, only the rows in view are drawn
  const scroller = useRef<HTMLDivElement>(null);
  const [columns, setColumns] = useState(6);
  useEffect(() => {
    const el = scroller.current;
    if (!el) return;
    const watch = new ResizeObserver(() => setColumns(Math.max(2, Math.floor((el.clientWidth - 24) / (CARD + 10)))));
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  const rows = useVirtualizer({
    count: Math.ceil(shown.length / columns),
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 4,
  });

  const cursor = shown.findIndex((a) => a.id === openId);
  const toggle = (id: string) =>
    setPicked((old) => {
      const next = new Set(old);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (typing(e)) return;
      const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns }[e.key];
      if (step) {
        e.preventDefault();
        const to = Math.max(0, Math.min(shown.length - 1, cursor < 0 ? 0 : cursor + step));
        const target = shown[to];
        if (!target) return;
        put({ open: target.id });
        rows.scrollToIndex(Math.floor(to / columns));
        if (e.shiftKey)
          setPicked((old) => new Set([...old, ...shown.slice(Math.min(cursor, to), Math.max(cursor, to) + 1).map((a) => a.id)]));
      } else if (e.key === ' ' && cursor >= 0 && !(e.target instanceof HTMLButtonElement)) {
        e.preventDefault();
        toggle(shown[cursor]!.id);
      } else if (e.key.toLowerCase() === 'a' && (e.ctrlKey || e.metaKey)) {
        e.preventDefault();
        setPicked(new Set(shown.map((a) => a.id)));
      } else if (e.key === 'Escape') {
        if (picked.size) setPicked(new Set());
        else put({ open: null });
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [shown, cursor, columns, picked.size, put, rows]);

  const opened = here.find((a) => a.id === openId);
  const selected = shown.filter((a) => picked.has(a.id));
  return (
    <div
      className="grid h-full min-h-0"
      style={{ gridTemplateColumns: opened ? '1fr 356px' : '1fr' }}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={(e) => e.currentTarget === e.target && setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        void filesOf(e.dataTransfer).then(take);
      }}
    >
      <section className="grid min-h-0 min-w-0 grid-rows-[auto_auto_1fr]">
        <div className="flex flex-wrap items-center gap-3 px-[18px] pt-2.5 pb-2">
          <h1 className="text-[22px]">Artwork</h1>
          <span className="text-soft">
            {shown.length === here.length ? count(here.length, 'artwork') : `${shown.length} of ${count(here.length, 'artwork')}`}
          </span>
          <label className="flex items-center gap-2 border-b-[1.5px] border-ink px-0.5 py-[3px] text-soft">
            <span className="key">/</span>
            <input
              type="search"
              aria-label="Find artwork"
              placeholder="find by name, subject, file"
              value={find}
              onChange={(e) => setFind(e.target.value)}
              className="w-[180px] bg-transparent outline-none"
            />
          </label>
          <select
            aria-label="Drawer"
            className="border-b-[1.5px] border-ink bg-transparent py-[3px]"
            value={drawer ?? ''}
            onChange={(e) => put({ drawer: e.target.value || null })}
          >
            <option value="">every drawer</option>
            {drawers.map((d) => (
              <option key={d}>{d}</option>
            ))}
          </select>
          <select
            aria-label="Tone"
            className="border-b-[1.5px] border-ink bg-transparent py-[3px]"
            value={tone ?? ''}
            onChange={(e) => put({ tone: e.target.value || null })}
          >
            <option value="">every tone</option>
            <option>light</option>
            <option>dark</option>
            <option>colourful</option>
          </select>
          {selected.length > 0 ? (
            <div className="ml-auto flex items-center gap-2.5 bg-teal-t py-1 pr-1.5 pl-3">
              <b className="text-teal">{selected.length} selected</b>
              <button className="button quiet" onClick={() => setPicked(new Set())}>
                None
              </button>
              <button
                className="button go"
                onClick={() => router.push(`/sheet?rows=${selected.map((a) => a.id.slice(0, 8)).join(',')}`)}
              >
                To the sheet
              </button>
            </div>
          ) : (
            <div className="ml-auto flex gap-2">
              <button className="button" onClick={() => folderInput.current?.click()}>
                <FolderOpen size={15} /> A folder
              </button>
              <button className="button go" onClick={() => fileInput.current?.click()}>
                <UploadIcon size={15} /> Bring in files
              </button>
            </div>
          )}
          <input
            ref={fileInput}
            type="file"
            multiple
            hidden
            accept=".png,.jpg,.jpeg,.svg"
            data-testid="files"
            onChange={(e) => {
              take([...(e.target.files ?? [])].map((file) => ({ file, drawer: null })));
              e.target.value = '';
            }}
          />
          <input
            ref={folderInput}
            type="file"
            multiple
            hidden
            {...{ webkitdirectory: '' }}
            onChange={(e) => {
              take(
                [...(e.target.files ?? [])].map((file) => ({ file, drawer: file.webkitRelativePath.split('/').at(-2) ?? null })),
              );
              e.target.value = '';
            }}
          />
        </div>
        <div>
          <UploadList uploads={uploads} clear={clear} />
          {refused.length > 0 && (
            <div role="alert" className="mx-[18px] mb-2 flex gap-3 bg-spot-t px-3 py-2">
              <ul className="max-h-[96px] grow overflow-auto">
                {refused.map((a) => (
                  <li key={a.id}>{a.problem}</li>
                ))}
              </ul>
              <button
                className="button quiet shrink-0 self-start"
                onClick={() => void act(() => api('POST', '/artworks/dismiss', {}).then(() => undefined))}
              >
                Take off the list
              </button>
            </div>
          )}
        </div>
        <div
          ref={scroller}
          className={`relative overflow-auto border-t border-rule bg-paper px-3 ${over ? 'outline-[3px] -outline-offset-8 outline-dashed outline-teal' : ''}`}
        >
          {here.length === 0 && <Empty choose={() => fileInput.current?.click()} />}
          {here.length > 0 && shown.length === 0 && (
            <p className="p-10 text-center text-soft">No artwork answers to that. Clear the search or choose every drawer.</p>
          )}
          <div
            className="relative"
            style={{ height: rows.getTotalSize() }}
            role="listbox"
            aria-label="Artworks"
            aria-multiselectable
          >
            {rows.getVirtualItems().map((r) => (
              <div
                key={r.key}
                className="absolute top-0 left-0 grid w-full gap-2.5 pt-2.5"
                style={{
                  transform: `translateY(${r.start}px)`,
                  height: ROW,
                  gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
                }}
              >
                {shown.slice(r.index * columns, (r.index + 1) * columns).map((a) => (
                  <Card
                    key={a.id}
                    artwork={a}
                    on={a.id === openId}
                    picked={picked.has(a.id)}
                    open={() => put({ open: a.id })}
                    toggle={() => toggle(a.id)}
                  />
                ))}
              </div>
            ))}
          </div>
        </div>
      </section>
      {opened && <ArtworkSlip key={opened.id} artwork={opened} close={() => put({ open: null })} />}
    </div>
  );
}

function Card({
  artwork: a,
  on,
  picked,
  open,
  toggle,
}: {
  artwork: ArtworkView;
  on: boolean;
  picked: boolean;
  open: () => void;
  toggle: () => void;
}) {
  const marks = on || picked;
  return (
    <div
      role="option"
      aria-selected={picked}
      tabIndex={0}
      onClick={(e) => (e.ctrlKey || e.metaKey || e.shiftKey ? toggle() : open())}
      onKeyDown={(e) => e.key === 'Enter' && open()}
      className={`relative cursor-pointer p-1.5 ${picked ? 'bg-teal-t' : on ? 'bg-paper2' : 'hover:bg-paper2'} ${marks ? 'crop-tl crop-tr crop-bl crop-br' : ''}`}
    >
      {marks && (
        <>
          <i className="corner-l" />
          <i className="corner-r" />
        </>
      )}
      <div className={`grid h-[150px] place-items-center p-2 ${groundFor(a.measured)}`}>
        {a.thumb ? (
          <img src={a.thumb} alt={a.name} className="max-h-[134px] max-w-full object-contain" loading="lazy" />
        ) : (
          <span className="text-[12px] text-soft">being measured…</span>
        )}
      </div>
      <b className="mt-1.5 block truncate font-semibold">{a.name}</b>
      <span className="block truncate text-[11.5px] text-soft">
        {a.widthPx ? `${a.widthPx} × ${a.heightPx} · ${a.measured?.tone}` : 'arriving'}
      </span>
    </div>
  );
}

function Empty({ choose }: { choose: () => void }) {
  return (
    <div className="grid place-items-center py-20 text-center">
      <svg
        width="74"
        height="74"
        viewBox="0 0 30 30"
        fill="none"
        stroke="currentColor"
        strokeWidth="1"
        className="mb-4 text-faint"
        aria-hidden
      >
        <path d="M3 9V3h6M21 3h6v6M27 21v6h-6M9 27H3v-6" />
        <path d="M15 20V9.5M10.5 14L15 9.5 19.5 14" strokeWidth="1.4" />
      </svg>
      <h2 className="text-[20px]">Drop a folder of designs here</h2>
      <p className="mt-2 mb-5 max-w-[420px] text-soft">
        PNG with transparency at 4500 × 5400 px suits shirts; JPEG and SVG are welcome too. Each file is kept as it is, measured,
        and sorted into light, dark or colourful. Folders become drawers.
      </p>
      <button className="button go" onClick={choose}>
        Choose files
      </button>
    </div>
  );
}
