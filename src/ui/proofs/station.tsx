'use client';
import { thousands } from '@/core/thousands';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import type { OutletView, ProofView } from '@/api/views';
import type { ProofWindow } from '@/services/line/proof-windows';
import { act, api } from '../api';
import { CommandButton, useCommands, type Bindings } from '../commands/commands';
import { count } from '../parts/format';
import { typing } from '../parts/keyboard';
import { WindowedList } from '../parts/lists/list';
import { useAddress } from '../parts/use-address';
import type { PicturesChoice } from './pictures-dialog';
import type { WritingChoice } from './writing-dialog';
import type { PrintChoice } from '../prints/prints-dialog';
import { ProofFilters } from './filters';
import { ProofRow } from './row';
import { writableAt } from './writable';
import { useProofs } from './list';
import { draftAgain, sendChanges } from './orders';
import { usePass, usePassMeant } from './passing';
import { ProofSheet } from './proof-sheet';
import { proofSearch } from './search-text';

const PicturesDialog = dynamic(() => import('./pictures-dialog').then((m) => m.PicturesDialog));
const WritingDialog = dynamic(() => import('./writing-dialog').then((m) => m.WritingDialog));
const PrintsDialog = dynamic(() => import('../prints/prints-dialog').then((m) => m.PrintsDialog));

const ROW = 68;
/** What a proof in full is made from. */
const TABLES = ['proof', 'run', 'outlet', 'listing', 'outlet_order', 'artwork', 'docket', 'price_plan', 'blank'];
const proofKey = (id: string) => ['/proofs', id];
const proofOf = (id: string) => api<ProofView>('GET', `/proofs/${id}`);

/** What the server found for the first paint. */
export interface FirstProofs {
  window: ProofWindow;
  /** The one that is open, and its place in the list; -1 when it is none of these. */
  open: ProofView | null;
  at: number;
  runs: { id: string; name: string }[];
  outlets: OutletView[];
}

/** The proofs that wait: a list to step through, and the one under the cursor in full, edited in place. */
export function ProofStation({ first }: { first: FirstProofs }) {
  const router = useRouter();
  const { search, put } = useAddress('/proofs');
  const meant = proofSearch(search);
  const query = new URLSearchParams(meant).toString();
  const list = useProofs(query, first.window);
  const [openId, setOpenId] = useState(first.open?.id ?? null);
  const [place, setPlace] = useState(Math.max(0, first.at));
  const [shownQuery, setShownQuery] = useState(query);
  // another search begins with its first proof
  if (shownQuery !== query) {
    setShownQuery(query);
    setPlace(0);
    setOpenId(null);
  }
  const found = openId ? list.indexOf(openId) : -1;
  const at = found >= 0 ? found : place;
  // as soon as it is here, the one at that place is open
  const line = found >= 0 || !openId ? list.row(at) : undefined;
  if (!openId && line) setOpenId(line.id);
  const id = openId ?? line?.id ?? null;
  const { data: proof } = useQuery({
    queryKey: id ? proofKey(id) : ['/proofs', 'none'],
    queryFn: () => proofOf(id!),
    enabled: id !== null,
    ...(first.open?.id === id && { initialData: first.open }),
    // the last one stays while the next is on its way
    placeholderData: (last: ProofView | undefined) => last,
    meta: { tables: TABLES },
  });
  const { total, states } = list.told;

  // the next ones are asked for before somebody steps to them
  const client = useQueryClient();
  const [before, after] = [list.row(at - 1)?.id, list.row(at + 1)?.id];
  useEffect(() => {
    for (const near of [after, before])
      if (near) void client.prefetchQuery({ queryKey: proofKey(near), queryFn: () => proofOf(near), meta: { tables: TABLES } });
  }, [client, before, after]);

  const open = useCallback(
    (to: string | null, where: number) => {
      setOpenId(to);
      setPlace(where);
      put({ open: to });
    },
    [put],
  );
  const step = (to: number) => {
    const where = Math.max(0, Math.min(total - 1, to));
    open(list.row(where)?.id ?? null, where);
  };
  const [closer, setCloser] = useState(false);
  const [printing, setPrinting] = useState(false);
  const [taking, setTaking] = useState(false);
  const [writing, setWriting] = useState(false);
  const pass = usePass();
  const passMeant = usePassMeant();
  // what a key acts on is the one under the cursor, not one that is still shown while that is on its way
  const here = proof?.id === id ? proof : undefined;
  const nextReady = () => {
    for (let to = at + 1; to < total && list.row(to); to++) if (list.row(to)!.state === 'ready') return to;
    return at + 1;
  };
  const state = line?.state ?? here?.state;
  const named = `“${line?.artwork ?? here?.artwork}”`;
  const bindings: Bindings = {
    'proofs.pass':
      id && state === 'ready'
        ? {
            says: `Pass ${named}`,
            does: () => {
              pass([id]);
              step(nextReady());
            },
          }
        : null,
    'proofs.pass-all': states.ready
      ? { says: `Pass all ${thousands(states.ready)} that are ready`, does: () => passMeant({ search: meant }) }
      : null,
    'proofs.take-back':
      id && state === 'passed'
        ? {
            says: `Take back ${named}`,
            does: () =>
              void act(() => api('POST', '/proofs/unpass', { ids: [id] }).then(() => 'Taken back; it can be changed again.')),
          }
        : null,
    'proofs.held': states.held
      ? {
          says: `Step through ${thousands(states.held)} held`,
          does: () =>
            void act(async () => {
              const { next } = await api<{ next: { id: string; at: number } | null }>('GET', `/proofs/next?${query}&wanted=held${id ? `&after=${id}` : ''}`); // prettier-ignore
              if (next) open(next.id, next.at);
            }),
        }
      : null,
    'proofs.draft-again':
      search.get('stale') && total
        ? {
            says: `Draft ${thousands(total)} again that are out of date`,
            does: () => void draftAgain({ search: meant }),
          }
        : id && (line?.outOfDate ?? here?.outOfDate) && ['held', 'ready', 'refused', 'listed'].includes(state ?? '')
          ? { says: `Draft ${named} again`, does: () => void draftAgain({ ids: [id] }) }
          : null,
    'proofs.send-change':
      here?.listing && here.changed.length && !['sending', 'drafting', 'held'].includes(here.state)
        ? {
            says: `Send the change of ${named}`,
            does: () => void sendChanges({ ids: [here.listing!.id] }, here.refusalCode === 'changed-there'),
          }
        : null,
    'proofs.prints': total ? { says: 'Make print files', does: () => setPrinting(true) } : null,
    'proofs.galley': total ? { says: 'Galley', does: () => router.push(`/galley?${new URLSearchParams(search)}`) } : null,
    'proofs.write': total ? { says: 'Write from the artwork', does: () => setWriting(true) } : null,
    'proofs.pictures': total ? { says: 'Take pictures away', does: () => setTaking(true) } : null,
    'proofs.contact': total
      ? {
          says: 'Contact sheet',
          does: () =>
            router.push(`/contact?${new URLSearchParams(id && !meant.run ? { ...(here && { run: here.runId }) } : meant)}`),
        }
      : null,
    'proofs.bench': here
      ? {
          says: `Place ${named} otherwise`,
          does: () => router.push(`/bench?on=${here.docketId}&rows=${here.artworkId.slice(0, 8)}`),
        }
      : null,
    'proofs.closer': here ? { says: 'Look closer', does: () => setCloser((c) => !c) } : null,
  };
  useCommands(bindings);

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (typing(e) || e.ctrlKey || e.metaKey) return;
      const by = { ArrowDown: 1, ArrowUp: -1 }[e.key];
      if (by) {
        e.preventDefault();
        step(at + by);
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });
  const want = useCallback((from: number, to: number) => list.want(from, to), [list]);
  // what is on the screen is asked for again when it has become out of date
  const [seen, setSeen] = useState<[number, number]>([0, 0]);
  const look = useCallback(
    (from: number, to: number) => {
      setSeen([from, to]);
      want(from, to);
    },
    [want],
  );
  useEffect(() => want(...seen), [want, seen, list.version]);

  const choices: PrintChoice[] = [
    ...(id ? [{ says: `What ${named} prints`, of: { proofs: { ids: [id] } } }] : []),
    ...(total > 1 ? [{ says: `What all ${thousands(total)} proofs of this list print`, of: { proofs: { search: meant } } }] : []),
  ];
  const taken: PicturesChoice[] = [
    ...(total > 1 ? [{ says: `Those of all ${thousands(total)} proofs of this list`, search: meant }] : []),
    ...(id ? [{ says: `Those of ${named}`, search: { ids: id } }] : []),
  ];
  const written: WritingChoice[] = [
    ...(id ? [{ says: named, meant: { ids: [id] } }] : []),
    ...(total > 1 ? [{ says: `All ${thousands(total)} proofs of this list`, meant: { search: meant } }] : []),
  ];
  const outlet = proof && first.outlets.find((o) => o.id === proof.outletId);
  return (
    <div className="grid h-full min-h-0 grid-cols-[372px_1fr]">
      <section className="grid min-h-0 grid-rows-[auto_1fr] border-r border-rule">
        <div className="px-[18px] pt-2.5 pb-2">
          <div className="flex items-baseline gap-2">
            <h1 className="grow text-[22px]">Proofs</h1>
            <CommandButton id="proofs.contact" of={bindings}>
              Contact sheet
            </CommandButton>
            <CommandButton id="proofs.prints" of={bindings}>
              Print files
            </CommandButton>
          </div>
          <div className="flex items-center gap-2">
            <p className="grow leading-tight whitespace-nowrap text-soft">
              {count(total, 'proof')}
              {states.held ? <b className="block text-ochre">{thousands(states.held)} held</b> : null}
            </p>
            <CommandButton id="proofs.galley" of={bindings} tone="quiet">
              Galley
            </CommandButton>
            <CommandButton id="proofs.write" of={bindings} tone="quiet">
              Write from the artwork
            </CommandButton>
          </div>
          <ProofFilters search={search} put={put} runs={first.runs} outlets={first.outlets} />
          {states.ready ? (
            <div className="mt-2.5 grid">
              <CommandButton id="proofs.pass-all" of={bindings} tone="go" />
            </div>
          ) : null}
          {search.get('stale') && total > 0 && (
            <div className="mt-2.5 grid">
              <CommandButton id="proofs.draft-again" of={bindings} />
            </div>
          )}
        </div>
        <div className="min-h-0 border-t border-rule bg-paper">
          {total === 0 ? (
            <Nothing list={list} searched={Boolean(search.get('find') ?? search.get('outlet') ?? search.get('state'))} />
          ) : (
            <WindowedList
              label="Proofs that wait"
              total={total}
              item={(i) => list.row(i)}
              rowHeight={ROW}
              at={at}
              onWindow={look}
              row={(p, i) => <ProofRow proof={p} on={p.id === id} open={() => open(p.id, i)} />}
            />
          )}
        </div>
      </section>
      {proof && outlet ? (
        <div className={`min-h-0 overflow-hidden ${here ? '' : 'opacity-55'}`} aria-busy={!here}>
          <ProofSheet key={proof.id} proof={proof} outlet={outlet} bindings={bindings} closer={closer} setCloser={setCloser} />
        </div>
      ) : (
        <div />
      )}
      {writing && <WritingDialog choices={written} fields={writableAt(first.outlets)} close={() => setWriting(false)} />}
      {taking && <PicturesDialog choices={taken} close={() => setTaking(false)} />}
      {printing && <PrintsDialog choices={choices} close={() => setPrinting(false)} />}
    </div>
  );
}

/** While there are no rows nothing looks at the first of them: they may come. */
function Nothing({ list, searched }: { list: ReturnType<typeof useProofs>; searched: boolean }) {
  useEffect(() => list.want(0, 1), [list, list.version]);
  return (
    <p className="p-8 text-center text-soft">
      {searched ? 'No proof answers to that.' : 'No proofs wait here. Select cells in the sheet and draft them.'}
    </p>
  );
}
