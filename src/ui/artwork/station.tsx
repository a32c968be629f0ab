'use client';
import { FolderOpen, Upload as UploadIcon } from 'lucide-react';
import { useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { ChangeReport } from '@/services/artwork/changing';
import { act, api, Refusal } from '../api';
import { count } from '../parts/format';
import { AlikeView } from './views/alike-view';
import { Bar, SelectionBar } from './bar';
import { ChangeDialog } from './dialogs/change-dialog';
import { ContactSheet, type Grip } from './views/contact-sheet';
import { DeleteDialog } from './dialogs/delete-dialog';
import { Empty, IntakeList } from './uploads/intake-list';
import { useStationKeys, type Asking, type Latest } from './keys';
import { LargeView } from './views/large-view';
import { MarkKeyLine, MarkKeysDialog } from './dialogs/mark-keys';
import { PairView } from './views/pair-view';
import { PatternDialog } from './dialogs/pattern-dialog';
import { DRAGGED } from './drawers';
import { Rail, searchText } from './rail';
import { ArtworkSlip } from './slip';
import { useCards, useFound, useLive } from './store';
import { FIRST_COLUMNS, TableView } from './views/table-view';
import type { Cloth, First, Size, View } from './types';
import { UploadList } from './uploads/upload-list';
import { filesOf, useUploads, type Incoming } from './uploads/uploads';
import { Button } from '../parts/button';

// which tables each part of the screen follows
const FILING = ['artwork', 'drawer'];
const SEARCHES = ['saved_search'];
const ARTWORKS = ['artwork'];
const SETTINGS = ['setting'];
const INTAKE = ['artwork', 'parcel'];
const ALIKE = ['likeness', 'artwork'];
const NO_GROUPS: { items: unknown[] } = { items: [] };

/** So long after a change of the address nothing else may put an older one back. */
const ADDRESS_SETTLES_MS = 2000;

/** The artwork station: bring in, look through, put right, file. What is shown and how stands in the address. */
export function ArtworkStation({ first, cloths }: { first: First; cloths: Cloth[] }) {
  const router = useRouter();
  const address = useSearchParams();
  const search = useMemo(() => new URLSearchParams(address.toString()), [address]);
  const query = searchText(search);
  const found = useFound(query, first);
  const { ids } = found;
  const cards = useCards(first.cards);
  const { items: drawers } = useLive('/drawers', { items: first.drawers }, FILING);
  const { items: searches } = useLive('/searches', { items: first.searches }, SEARCHES);
  const choices = useLive('/artworks/choices', first.choices, ARTWORKS);
  const settings = useLive('/artworks/settings', first.settings, SETTINGS);
  const intake = useLive('/artworks/intake', first.intake, INTAKE);
  const { items: groups } = useLive<{ items: unknown[] }>('/artworks/alike', NO_GROUPS, ALIKE);
  const { uploads, paused, queue } = useUploads();

  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [asking, setAsking] = useState<Asking>(null);
  const [over, setOver] = useState(false);
  const [columnsShown, setColumnsShown] = useState(5);
  const folderInput = useRef<HTMLInputElement>(null);
  const fileInput = useRef<HTMLInputElement>(null);

  const view = (search.get('view') ?? 'contact') as View;
  const size = (search.get('size') ?? 'medium') as Size;
  const ground = search.get('ground') ?? 'fitting';
  const openId = search.get('open');
  const beside = search.get('beside');
  const total = choices.standing?.reduce((n, s) => n + s.count, 0) ?? 0;

  /** Says what was done, with the way back. */
  const done = useCallback((undo: string | null, said: string) => {
    toast(said, undo ? { action: { label: 'Undo', onClick: () => takeBack(undo) }, duration: 8000 } : undefined);
  }, []);
  const change = useCallback(
    async (to: string[], what: object, said: (r: ChangeReport) => string) => {
      await act(async () => {
        const report = await api<ChangeReport>('POST', '/artworks/change', { ids: to, change: what });
        done(report.undo, report.changed ? said(report) : 'They were so already.');
      });
    },
    [done],
  );

  // what a key or a button acts on: the selection, else the artwork under the cursor
  const selection = useMemo(() => (picked.size ? ids.filter((id) => picked.has(id)) : []), [ids, picked]);
  const target = useMemo(() => (selection.length ? selection : openId ? [openId] : []), [selection, openId]);
  const drawn = useRef({ ids, selection, picked });
  useEffect(() => {
    drawn.current = { ids, selection, picked };
  }, [ids, selection, picked]);
  const latest = useCallback((): Latest => {
    // the address is ahead of what is drawn: a key that follows a click at once means the artwork just clicked
    const at = new URLSearchParams(window.location.search).get('open');
    return { ...drawn.current, openId: at, target: drawn.current.selection.length ? drawn.current.selection : at ? [at] : [] };
  }, []);

  const wanted = useRef({ search: '', at: -Infinity });
  const put = useCallback((change: Record<string, string | null>) => {
    const next = new URLSearchParams(window.location.search);
    for (const [k, v] of Object.entries(change))
      if (v) next.set(k, v);
      else next.delete(k);
    wanted.current = { search: next.size ? `?${next}` : '', at: performance.now() };
    window.history.replaceState(null, '', `/artwork${wanted.current.search}`);
  }, []);
  useEffect(() => {
    const back = () => (wanted.current.at = -Infinity);
    window.addEventListener('popstate', back);
    return () => window.removeEventListener('popstate', back);
  }, []);
  // a refresh that was under way may put the address back that it began with: what was asked for last counts
  useEffect(() => {
    const { search: asked, at } = wanted.current;
    if (performance.now() - at < ADDRESS_SETTLES_MS && window.location.search !== asked)
      window.history.replaceState(null, '', `/artwork${asked}`);
  }, [search]);

  const grip = useMemo<Grip>(
    () => ({
      open: (id) => put({ open: id }),
      enlarge: (id) => put({ open: id, view: 'large' }),
      toggle: (id, range) => {
        const { ids: all, openId: at } = latest();
        setPicked((old) => {
          const next = new Set(old);
          if (range && at) {
            const [a, b] = [all.indexOf(at), all.indexOf(id)].sort((x, y) => x - y) as [number, number];
            for (const one of all.slice(Math.max(0, a), b + 1)) next.add(one);
          } else if (!next.delete(id)) next.add(id);
          return next;
        });
        put({ open: id });
      },
      drag: (id, e) => {
        const { picked: now, ids: all } = latest();
        const dragged = now.has(id) ? all.filter((one) => now.has(one)) : [id];
        e.dataTransfer.setData(DRAGGED, String(dragged.length));
        e.dataTransfer.effectAllowed = 'move';
        setPicked(new Set(dragged));
      },
    }),
    [put, latest],
  );

  const take = useCallback(
    (files: Incoming[]) => {
      const into = search.get('drawer');
      const inside = into && into !== '-' ? into : null;
      if (files.length) queue.bringIn(files.map((f) => ({ ...f, drawer: [inside, f.drawer].filter(Boolean).join('/') || null })));
      else toast('There are no files in that. Choose pictures, a folder or a ZIP with pictures in it.');
    },
    [search, queue],
  );

  const pressKey = useCallback(
    (key: string) => {
      const mark = settings.markKeys[key];
      const to = latest().target;
      if (!mark || !to.length) return false;
      const some = to.map((id) => cards.get(id)).filter((a) => a !== undefined);
      const has = (a: (typeof some)[number]) =>
        mark.field === 'mark' ? a.marks.includes(mark.value) : a[mark.field] === mark.value;
      const off = some.length > 0 && some.every(has);
      const what =
        mark.field === 'mark' ? { [off ? 'removeMarks' : 'addMarks']: [mark.value] } : { [mark.field]: off ? '' : mark.value };
      void change(to, what, (r) => `${count(r.changed, 'artwork')}: ${off ? 'no longer ' : ''}${mark.value}.`);
      return true;
    },
    [settings.markKeys, cards, change, latest],
  );

  const putAside = useCallback(
    (to: string[]) =>
      void change(to, { standing: 'aside' }, (r) => `${count(r.changed, 'artwork')} put aside.`).then(() => setPicked(new Set())),
    [change],
  );
  const across = view === 'contact' ? columnsShown : 1;
  useStationKeys({ view, across, latest, put, setPicked, pressKey, putAside, undo: undoLast, take, ask: setAsking });

  const file = (drawer: string | null) =>
    void change(
      latest().target,
      { drawer },
      (r) => `${count(r.changed, 'artwork')} filed ${drawer ? `in ${drawer}` : 'in no drawer'}.`,
    );
  const finish = (report: ChangeReport) => {
    setAsking(null);
    done(report.undo, `${count(report.changed, 'artwork')} changed.`);
  };
  const nothing = !found.stale && total === 0 && !uploads.length;
  const pair: [string, string] | null =
    openId && beside ? [openId, beside] : selection.length >= 2 ? [selection[0]!, selection[1]!] : null;
  return (
    <div
      className="grid h-full min-h-0"
      style={{ gridTemplateColumns: `208px minmax(0, 1fr) ${openId && view !== 'pair' && view !== 'alike' ? '356px' : ''}` }}
      onDragOver={(e) => {
        if (e.dataTransfer.types.includes(DRAGGED)) return;
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={(e) => !e.currentTarget.contains(e.relatedTarget as Node | null) && setOver(false)}
      onDrop={(e) => {
        setOver(false);
        if (e.dataTransfer.types.includes(DRAGGED)) return;
        e.preventDefault();
        void filesOf(e.dataTransfer).then(take);
      }}
    >
      <Rail drawers={drawers} searches={searches} choices={choices} search={search} put={put} file={file} />
      <section className="grid min-h-0 min-w-0 grid-rows-[auto_auto_1fr_auto]" aria-label="Artworks">
        {selection.length > 0 ? (
          <SelectionBar
            n={selection.length}
            standing={search.get('standing') ?? 'here'}
            none={() => setPicked(new Set())}
            toSheet={() => router.push(`/sheet?rows=${selection.map((id) => id.slice(0, 8)).join(',')}`)}
            edit={() => setAsking({ what: 'change', field: 'subject' })}
            fileIn={() => setAsking({ what: 'change', field: 'drawer' })}
            readNames={() => setAsking({ what: 'pattern' })}
            pair={selection.length === 2 ? () => put({ view: 'pair', open: selection[0]!, beside: selection[1]! }) : null}
            link={
              selection.length >= 2 && selection.length <= 6
                ? () =>
                    void act(async () => {
                      const { undo } = await api<{ undo: string }>('POST', '/artworks/alike', {
                        ids: selection,
                        decision: 'link',
                      });
                      done(undo, 'Linked: one motif now.');
                    })
                : null
            }
            stand={(standing) =>
              standing === 'deleted'
                ? setAsking({ what: 'delete' })
                : void change(
                    selection,
                    { standing },
                    (r) => `${count(r.changed, 'artwork')} ${standing === 'aside' ? 'put aside' : 'brought back'}.`,
                  ).then(() => setPicked(new Set()))
            }
          />
        ) : (
          <Bar
            search={search}
            put={put}
            found={ids.length}
            total={total}
            view={view}
            size={size}
            ground={ground}
            cloths={cloths}
            alike={groups.length}
          >
            {search.get('standing') === 'deleted' && ids.length > 0 && (
              <Button onClick={() => setAsking({ what: 'empty' })}>Empty the bin…</Button>
            )}
            <Button onClick={() => folderInput.current?.click()}>
              <FolderOpen size={15} /> A folder
            </Button>
            <Button tone="go" onClick={() => fileInput.current?.click()}>
              <UploadIcon size={15} /> Bring in
            </Button>
          </Bar>
        )}
        <div>
          <UploadList uploads={uploads} paused={paused} queue={queue} />
          <IntakeList intake={intake} />
        </div>
        <div
          className={`min-h-0 border-t border-rule bg-paper ${over ? 'outline-[3px] -outline-offset-8 outline-dashed outline-teal' : ''}`}
        >
          {nothing ? (
            <Empty choose={() => fileInput.current?.click()} />
          ) : view === 'alike' ? (
            <AlikeView
              cards={cards}
              ground={ground}
              compare={(a, b) => put({ view: 'pair', open: a, beside: b })}
              undone={done}
            />
          ) : view === 'pair' && pair ? (
            <PairView ids={pair} ground={ground} />
          ) : view === 'large' && openId ? (
            <LargeView key={openId} id={openId} ground={ground} />
          ) : ids.length === 0 ? (
            <p className="p-12 text-center text-soft">
              {found.stale ? '' : 'No artwork answers to that. Show all, or look in another drawer.'}
            </p>
          ) : view === 'table' ? (
            <TableView
              ids={ids}
              cards={cards}
              columns={(search.get('cols') ?? FIRST_COLUMNS).split(',')}
              sort={search.get('sort') ?? 'newest'}
              sortBy={(sort) => put({ sort })}
              ground={ground}
              openId={openId}
              picked={picked}
              grip={grip}
            />
          ) : (
            <ContactSheet
              ids={ids}
              cards={cards}
              size={size}
              ground={ground}
              openId={openId}
              picked={picked}
              grip={grip}
              onColumns={setColumnsShown}
            />
          )}
        </div>
        <MarkKeyLine
          keys={settings.markKeys}
          active={target.length > 0}
          press={pressKey}
          edit={() => setAsking({ what: 'keys' })}
        />
        <input
          ref={fileInput}
          type="file"
          multiple
          hidden
          accept=".png,.jpg,.jpeg,.webp,.avif,.tif,.tiff,.svg,.psd,.ora,.pdf,.zip"
          data-testid="files"
          onChange={(e) => {
            take([...(e.target.files ?? [])].map((f) => ({ file: f, drawer: null })));
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
              [...(e.target.files ?? [])].map((f) => ({
                file: f,
                drawer: f.webkitRelativePath.split('/').slice(0, -1).join('/') || null,
              })),
            );
            e.target.value = '';
          }}
        />
      </section>
      {openId && view !== 'pair' && view !== 'alike' && (
        <ArtworkSlip key={openId} id={openId} ground={ground} close={() => put({ open: null })} changed={done} />
      )}
      {asking?.what === 'change' && (
        <ChangeDialog ids={target} drawers={drawers} start={asking.field} close={() => setAsking(null)} done={finish} />
      )}
      {asking?.what === 'pattern' && (
        <PatternDialog ids={target} pattern={settings.fileNamePattern} close={() => setAsking(null)} done={finish} />
      )}
      {asking?.what === 'keys' && <MarkKeysDialog keys={settings.markKeys} close={() => setAsking(null)} />}
      {asking?.what === 'empty' && (
        <DeleteDialog
          ids={ids}
          forGood
          close={() => setAsking(null)}
          remove={() => {
            setAsking(null);
            void act(async () => {
              const { removed } = await api<{ removed: number }>('POST', '/artworks/empty-bin');
              return `${count(removed, 'artwork')} removed for good.`;
            });
          }}
        />
      )}
      {asking?.what === 'delete' && (
        <DeleteDialog
          ids={target}
          close={() => setAsking(null)}
          remove={() => {
            setAsking(null);
            void change(target, { standing: 'deleted' }, (r) => `${count(r.changed, 'artwork')} in the bin.`).then(() => {
              setPicked(new Set());
              put({ open: null });
            });
          }}
        />
      )}
    </div>
  );
}

const undoLast = () => takeBack(null);

/** Takes a change back: the one named, or the last. */
function takeBack(id: string | null): void {
  void api<{ label: string; sentence: string }>('POST', '/artworks/undo', id ? { id } : {}).then(
    ({ label, sentence }) => toast(`Taken back: ${label}. ${sentence}`.trim()),
    (e: unknown) => toast.error(e instanceof Refusal ? e.sentence : 'That did not work.'),
  );
}
