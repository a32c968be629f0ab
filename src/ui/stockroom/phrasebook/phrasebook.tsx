'use client';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { PhraseInShortView, PhraseOfferedView, PhrasesTakenView, PhraseView } from '@/api/shapes/words';
import { act, api } from '../../api';
import { useCommands } from '../../commands/commands';
import { Button } from '../../parts/button';
import { SearchField } from '../../parts/fields/search-field';
import { count } from '../../parts/format';
import { Menu } from '../../parts/menu';
import { Notice } from '../../parts/notice';
import { useAddress } from '../../parts/use-address';
import { EntryForm, NEW_DRAFT, type Draft } from './entry-form';
import { IndexList } from './index-list';
import { asTree, found } from './tree';

/** Reusable wording by subject: the index at the left, an entry at the right. */
export function Phrasebook({
  entries,
  offered,
  first,
}: {
  entries: PhraseInShortView[];
  offered: PhraseOfferedView[];
  first: PhraseView | null;
}) {
  const router = useRouter();
  const queries = useQueryClient();
  const { search, put } = useAddress('/stockroom/phrasebook');
  const [typed, setTyped] = useState('');
  const [begun, setBegun] = useState<Draft | null>(null);
  const [taken, setTaken] = useState<PhrasesTakenView | null>(null);
  const [unsaved, setUnsaved] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const at = search.get('entry');
  const lines = found(asTree(entries), typed);
  const entry = useQuery({
    queryKey: ['phrase', at],
    queryFn: () => api<PhraseView>('GET', `/phrases/${at}`),
    enabled: at !== null,
    meta: { tables: ['phrase'] },
    ...(first && first.key === at && { initialData: first }),
  });
  /** What is being written is not thrown away by a click beside it. */
  const leave = (): boolean => !unsaved || window.confirm('What you changed in this entry is not saved. Leave it?');
  const open = (key: string) => {
    if (key === at && !begun) return;
    if (!leave()) return;
    setBegun(null);
    setUnsaved(false);
    put({ entry: key });
  };
  const begin = (draft: Draft) => {
    if (!leave()) return;
    setBegun(draft);
  };
  const take = (file: File) =>
    void act(async () => {
      const done = await api<PhrasesTakenView>('POST', '/phrases/table', file);
      setTaken(done);
      router.refresh();
      return `${count(done.added, 'entry', 'entries')} new, ${done.changed} changed.`;
    });
  const out = (form: 'csv' | 'json') => window.location.assign(`/api/v1/phrases/table?form=${form}`);
  useCommands({
    'stockroom.new-phrase': { says: 'Write a new entry', does: () => begin(NEW_DRAFT) },
    'stockroom.phrases-in': { says: 'Bring entries in from a table or JSON', does: () => chooser.current?.click() },
    'stockroom.phrases-out': { says: 'Take the phrasebook away as a table', does: () => out('csv') },
  });
  const shown = begun ?? (at ? (entry.data ?? null) : null);
  return (
    <section className="grid h-full min-h-0 grid-rows-[auto_minmax(0,1fr)]" aria-label="Phrasebook">
      <div className="flex h-[52px] items-center gap-3 px-[18px]">
        <h1 className="text-[22px]">Phrasebook</h1>
        <span className="grow text-[12px] text-soft">
          <Link href="/stockroom" className="underline">
            Stockroom
          </Link>{' '}
          · {count(entries.length, 'entry', 'entries')} · wording by subject, called up by the words of an artwork
        </span>
        <SearchField label="Find an entry" hint="name, key, call-up word" value={typed} change={setTyped} />
        <Menu
          label="In and out"
          items={[
            { word: 'Bring in a table or JSON…', does: () => chooser.current?.click() },
            { word: 'Take away as a table (CSV)', does: () => out('csv') },
            { word: 'Take away as JSON', does: () => out('json') },
          ]}
        />
        <Button onClick={() => begin(NEW_DRAFT)}>New entry</Button>
        <input
          ref={chooser}
          type="file"
          hidden
          accept=".csv,.tsv,.json,text/csv,application/json"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) take(file);
          }}
        />
      </div>
      <div className="grid min-h-0 grid-cols-[300px_minmax(0,1fr)] border-t border-rule">
        <div className="grid min-h-0 grid-rows-[minmax(0,1fr)_auto] border-r border-rule">
          {lines.length ? (
            <IndexList lines={lines} at={begun ? null : at} open={open} />
          ) : (
            <p className="p-4 text-soft">
              {entries.length ? `Nothing is called “${typed.trim()}”.` : 'The phrasebook is empty.'}
            </p>
          )}
          {offered.length > 0 && <Offered offered={offered} begin={(entry) => begin({ ...entry })} />}
        </div>
        <div className="min-h-0 overflow-auto">
          {taken && taken.faults.length > 0 && (
            <div className="px-6 pt-4">
              <Notice
                tone="bad"
                action={
                  <Button tone="quiet" onClick={() => setTaken(null)}>
                    Close
                  </Button>
                }
              >
                {count(taken.faults.length, 'row')} made no sense and {taken.faults.length === 1 ? 'was' : 'were'} left out.{' '}
                {taken.faults
                  .slice(0, 5)
                  .map((f) => `Row ${f.row}: ${f.sentence}`)
                  .join(' ')}
              </Notice>
            </div>
          )}
          {shown ? (
            <EntryForm
              key={begun ? `new ${begun.key}` : `${shown.key} ${shown.revision}`}
              draft={shown}
              entries={entries}
              dirty={setUnsaved}
              saved={(key) => {
                setBegun(null);
                setUnsaved(false);
                void queries.invalidateQueries({ queryKey: ['phrase', key] });
                put({ entry: key });
                router.refresh();
              }}
              removed={() => {
                setUnsaved(false);
                put({ entry: null });
                router.refresh();
              }}
            />
          ) : (
            <p className="max-w-[520px] px-6 pt-6 text-soft">
              Open an entry at the left. What it says goes into titles, descriptions and tags of every artwork whose words call it
              up: fish, angler and tackle, say, call “Fishing”.
            </p>
          )}
        </div>
      </div>
    </section>
  );
}

/** Subjects that are seen often and call nothing up: entries are begun from what one’s own listings say. */
function Offered({
  offered,
  begin,
}: {
  offered: readonly PhraseOfferedView[];
  begin: (entry: PhraseOfferedView['entry']) => void;
}) {
  return (
    <div className="border-t-[1.5px] border-ink p-3">
      <p className="mb-1.5 text-[11.5px] text-soft">Seen often, not in the book yet</p>
      <ul className="flex flex-wrap gap-1.5">
        {offered.map((o) => (
          <li key={o.subject}>
            <button type="button" className="btn btn-outline btn-xs" onClick={() => begin(o.entry)}>
              {o.subject} <span className="text-soft">{o.artworks}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
