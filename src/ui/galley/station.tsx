'use client';
import dynamic from 'next/dynamic';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { GalleyWindowView } from '@/api/shapes/galley';
import type { OutletView } from '@/api/views';
import { thousands } from '@/core/thousands';
import { useAddress } from '../parts/use-address';
import { writableAt } from '../proofs/writable';
import { cellValue } from './block';
import { useCells } from './cells';
import { ChecksSlip } from './checks-slip';
import { useGalleyCommands, type SlipShown } from './commands';
import { useCorrecting, useSteps } from './correcting';
import { CorrectionSlip } from './correction-slip';
import { useFound } from './found';
import { HouseWordsDialog } from './house-words-dialog';
import { GalleyGrid } from './grid';
import { Head } from './head';
import { useGalley } from './list';
import { useMarked } from './marked';
import { BLOCK, columnsOf, columnsShown, galleySearch, languageOf, languagesOf } from './search';

const WritingDialog = dynamic(() => import('../proofs/writing-dialog').then((m) => m.WritingDialog));
const SLIP = 352;

/** What the server found for the first paint. */
export interface FirstGalley {
  window: GalleyWindowView;
  runs: { id: string; name: string }[];
  outlets: OutletView[];
}

/** Words of many listings side by side: corrected all at once, or written into cell by cell. */
export function GalleyStation({ first }: { first: FirstGalley }) {
  const { search: address, put } = useAddress('/galley');
  const outlets = useMemo(() => new Map(first.outlets.map((o) => [o.id, o])), [first.outlets]);
  const columns = useMemo(() => columnsOf(first.outlets), [first.outlets]);
  const shown = columnsShown(address, columns);
  const languages = useMemo(() => languagesOf(first.outlets), [first.outlets]);
  const language = languageOf(address, languages);
  const search = useMemo(() => galleySearch(address, language), [address, language]);

  const [slip, setSlip] = useState<SlipShown>(address.get('found') ? 'checks' : null);
  const [writing, setWriting] = useState(false);
  const [listing, setListing] = useState(false);
  const found = useFound({ open: slip === 'checks', address, put, columns, shown, language });
  const steps = useSteps(slip === 'correction');
  const looked = { search, language, fields: shown.map((c) => c.name) };
  const list = useGalley({ ...looked, steps: steps.asked }, first.window);
  const { total } = list;
  const { at, range, move } = useMarked(JSON.stringify([search, language]));
  const marked = Math.min(range.r1, total - 1) - range.r0 + 1;
  const cells = useCells({ list, looked, shown, range });
  const correcting = useCorrecting({ steps, search, language, total, range, cells });
  const closeChecks = () => {
    setSlip(null);
    put({ found: null });
  };
  const bindings = useGalleyCommands({
    slip,
    setSlip,
    closeChecks,
    found,
    steps,
    correcting,
    cells,
    range,
    marked,
    total,
    language,
    write: () => setWriting(true),
    openLists: () => setListing(true),
  });

  const [seenRows, setSeenRows] = useState<[number, number]>([0, BLOCK]);
  const look = useCallback((from: number, to: number) => setSeenRows([from, to]), []);
  const { want, version } = list;
  // what is on the screen is asked for again when it has become out of date
  useEffect(() => want(...seenRows), [want, seenRows, version]);

  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_1fr]">
      <Head
        address={address}
        put={put}
        runs={first.runs}
        outlets={first.outlets}
        languages={languages}
        language={language}
        columns={columns}
        shown={shown}
        total={total}
        bindings={bindings}
      />
      <div className="grid min-h-0" style={{ gridTemplateColumns: slip ? `1fr ${SLIP}px` : '1fr' }}>
        {total === 0 ? (
          <p className="p-10 text-center text-soft">
            {found.isAt
              ? 'None of that is left.'
              : address.get('picked')
                ? 'What was picked is not kept any more, after three days, or none of it answers to the rest of what is asked. Pick it again.'
                : 'No listing answers to that. Draft proofs on the sheet, or look at every state.'}
          </p>
        ) : (
          <GalleyGrid
            total={total}
            row={list.row}
            columns={shown}
            outlets={outlets}
            language={language}
            onWindow={look}
            hands={{
              at,
              range,
              move,
              write: (spot, text) => cells.write(spot, cellValue(text, shown[spot.c]!.name)),
              mend: cells.write,
              clear: () => void cells.fill((_, field) => cellValue('', field)),
              copy: cells.copied,
              copyLater: () => void cells.copy(),
              paste: (text) => void cells.paste(text),
              toggle: steps.open ? correcting.toggle : null,
              isOut: (id) => steps.open && correcting.without.has(id),
            }}
          />
        )}
        {steps.open && (
          <CorrectionSlip
            steps={steps}
            correcting={correcting}
            columns={columns}
            total={total}
            marked={marked}
            bindings={bindings}
            close={() => setSlip(found.isAt ? 'checks' : null)}
          />
        )}
        {slip === 'checks' && (
          <ChecksSlip
            seen={found.seen}
            at={found.thing}
            isAt={found.isAt}
            go={found.goTo}
            bindings={bindings}
            close={closeChecks}
          />
        )}
      </div>
      {listing && <HouseWordsDialog outlets={first.outlets} close={() => setListing(false)} />}
      {writing && (
        <WritingDialog
          choices={[
            { says: `All ${thousands(total)} of this list`, meant: { search } },
            ...(list.row(at.r) ? [{ says: `“${list.row(at.r)!.artwork}”`, meant: { ids: [list.row(at.r)!.id] } }] : []),
          ].sort((a, b) => (found.thing ? 0 : Number('search' in a.meant) - Number('search' in b.meant)))}
          fields={writableAt(first.outlets)}
          close={() => setWriting(false)}
        />
      )}
    </div>
  );
}
