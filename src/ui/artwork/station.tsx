'use client';
import { thousands } from '@/core/thousands';
import { FolderOpen, Upload as UploadIcon } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useCallback, useRef, useState } from 'react';
import { toast } from 'sonner';
import { CommandButton } from '../commands/commands';
import { count } from '../parts/format';
import { SelectionBar } from '../parts/lists/selection-bar';
import { useShown } from './address';
import { Asked } from './asked';
import { Bar } from './bar';
import { useChange, useDone, usePressKey } from './changes';
import { MarkKeyLine } from './dialogs/mark-keys';
import { Carrying, Liftable } from './carrying';
import { FileInputs } from './file-inputs';
import { Floor } from './floor';
import { useMoving } from './keys';
import { usePicking } from './picking';
import { Rail } from './rail';
import { useStationCommands, type Asking } from './station-commands';
import { useCards, useFound, useLive } from './store';
import type { Cloth, First } from './types';
import { IntakeList } from './uploads/intake-list';
import { UploadList } from './uploads/upload-list';
import { filesOf, useUploads, type Incoming } from './uploads/uploads';

// fetched with the first artwork that is looked at
const ArtworkSlip = dynamic(() => import('./slip/slip').then((m) => m.ArtworkSlip));

// which tables each part of the screen follows
const FILING = ['artwork', 'drawer'];
const VIEWS = ['kept_view'];
const ARTWORKS = ['artwork'];
const SETTINGS = ['setting'];
const INTAKE = ['artwork', 'parcel'];
const ALIKE = ['likeness', 'artwork'];
const NO_GROUPS: { items: unknown[] } = { items: [] };

/** The artwork station: bring in, look through, put right, file. What is shown and how stands in the address. */
export function ArtworkStation({ first, cloths }: { first: First; cloths: Cloth[] }) {
  const shown = useShown();
  const { search, view, openId, put } = shown;
  const found = useFound(shown.query, first);
  const { ids } = found;
  const cards = useCards(first.cards);
  const { items: drawers } = useLive('/drawers', { items: first.drawers }, FILING);
  const { items: views } = useLive('/views?station=artwork', { items: first.views }, VIEWS);
  const choices = useLive('/artworks/choices', first.choices, ARTWORKS);
  const settings = useLive('/artworks/settings', first.settings, SETTINGS);
  const intake = useLive('/artworks/intake', first.intake, INTAKE);
  const { items: groups } = useLive<{ items: unknown[] }>('/artworks/alike', NO_GROUPS, ALIKE);
  const { uploads, paused, queue } = useUploads();

  const [asking, setAsking] = useState<Asking>(null);
  const [over, setOver] = useState(false);
  const [columnsShown, setColumnsShown] = useState(5);
  const folderInput = useRef<HTMLInputElement>(null);
  const fileInput = useRef<HTMLInputElement>(null);

  const hand = usePicking(ids, openId, put);
  const { setPicked, selection, target, latest } = hand;
  const done = useDone();
  const change = useChange(done);
  const pressKey = usePressKey(settings.markKeys, cards, latest, change);
  const take = useCallback(
    (files: Incoming[]) => {
      const into = search.get('drawer');
      const inside = into && into !== '-' ? into : null;
      if (files.length) queue.bringIn(files.map((f) => ({ ...f, drawer: [inside, f.drawer].filter(Boolean).join('/') || null })));
      else toast('There are no files in that. Choose pictures, a folder or a ZIP with pictures in it.');
    },
    [search, queue],
  );
  useMoving({ view, across: view === 'contact' ? columnsShown : 1, latest, put, setPicked, pressKey, take });
  const standing = search.get('standing') ?? 'here';
  const bindings = useStationCommands({
    ids,
    target,
    selection,
    standing,
    put,
    pick: (some) => setPicked(new Set(some)),
    ask: setAsking,
    change,
    done,
    chooseFiles: () => fileInput.current?.click(),
    chooseFolder: () => folderInput.current?.click(),
  });

  const file = (drawer: string | null) =>
    void change(
      latest().target,
      { drawer },
      (r) => `${count(r.changed, 'artwork')} filed ${drawer ? `in ${drawer}` : 'in no drawer'}.`,
    );
  const total = choices.standing?.reduce((n, s) => n + s.count, 0) ?? 0;
  const withSlip = openId && view !== 'pair' && view !== 'alike';
  return (
    <div
      className="grid h-full min-h-0"
      style={{ gridTemplateColumns: `208px minmax(0, 1fr) ${withSlip ? '356px' : ''}` }}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={(e) => !e.currentTarget.contains(e.relatedTarget as Node | null) && setOver(false)}
      onDrop={(e) => {
        setOver(false);
        e.preventDefault();
        void filesOf(e.dataTransfer).then(take);
      }}
    >
      <Carrying take={hand.take} file={file}>
        <Rail drawers={drawers} views={views} choices={choices} search={search} put={put} />
        <section className="grid min-h-0 min-w-0 grid-rows-[auto_auto_1fr_auto]" aria-label="Artworks">
          {selection.length > 0 ? (
            <div className="px-3.5 pt-2.5 pb-2">
              <SelectionBar says={`${thousands(selection.length)} selected`} none={() => setPicked(new Set())}>
                <CommandButton id="artwork.change" of={bindings} tone="quiet">
                  Change…
                </CommandButton>
                <CommandButton id="artwork.file" of={bindings} tone="quiet">
                  File in…
                </CommandButton>
                <CommandButton id="artwork.read-names" of={bindings} tone="quiet">
                  Read names…
                </CommandButton>
                <CommandButton id="artwork.pair" of={bindings} tone="quiet">
                  Side by side
                </CommandButton>
                <CommandButton id="artwork.link" of={bindings} tone="quiet">
                  Link
                </CommandButton>
                <CommandButton id="artwork.bring-back" of={bindings} tone="quiet">
                  Bring back
                </CommandButton>
                <CommandButton id="artwork.aside" of={bindings} tone="quiet">
                  Put aside
                </CommandButton>
                <CommandButton id="artwork.delete" of={bindings} tone="quiet">
                  Delete…
                </CommandButton>
                <CommandButton id="artwork.bench" of={bindings}>
                  Place on goods
                </CommandButton>
                <CommandButton id="artwork.to-sheet" of={bindings} tone="go">
                  To the sheet
                </CommandButton>
              </SelectionBar>
            </div>
          ) : (
            <Bar shown={shown} found={ids.length} total={total} cloths={cloths} alike={groups.length}>
              <CommandButton id="artwork.empty-bin" of={bindings} />
              <CommandButton id="artwork.bring-folder" of={bindings}>
                <FolderOpen size={15} /> A folder
              </CommandButton>
              <CommandButton id="artwork.bring-in" of={bindings} tone="go">
                <UploadIcon size={15} /> Bring in
              </CommandButton>
            </Bar>
          )}
          <div>
            <UploadList uploads={uploads} paused={paused} queue={queue} />
            <IntakeList intake={intake} />
          </div>
          <Liftable
            className={`min-h-0 border-t border-rule bg-paper ${over ? 'outline-[3px] -outline-offset-8 outline-dashed outline-teal' : ''}`}
          >
            <Floor
              shown={shown}
              ids={ids}
              cards={cards}
              hand={hand}
              stale={found.stale}
              nothing={!found.stale && total === 0 && !uploads.length}
              bringIn={() => fileInput.current?.click()}
              done={done}
              onColumns={setColumnsShown}
            />
          </Liftable>
          <MarkKeyLine
            keys={settings.markKeys}
            active={target.length > 0}
            press={pressKey}
            edit={() => setAsking({ what: 'keys' })}
          />
          <FileInputs files={fileInput} folder={folderInput} take={take} />
        </section>
      </Carrying>
      {withSlip && (
        <ArtworkSlip key={openId} id={openId} ground={shown.ground} close={() => put({ open: null })} changed={done} />
      )}
      <Asked
        asking={asking}
        ids={ids}
        target={target}
        drawers={drawers}
        settings={settings}
        close={() => setAsking(null)}
        change={change}
        done={done}
        gone={() => {
          setPicked(new Set());
          put({ open: null });
        }}
      />
    </div>
  );
}
