'use client';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { DemandTakenView, DemandWindowView, PhraseSeenView } from '@/api/shapes/words';
import { thousands } from '@/core/thousands';
import { act, api, sentenceOf } from '../../api';
import { Find } from '../../parts/fields/find';
import { ChoiceField } from '../../parts/fields/field';
import { count, visits } from '../../parts/format';
import { WindowedList } from '../../parts/lists/list';
import { useWindows, type Source } from '../../parts/lists/windows';
import { Menu } from '../../parts/menu';
import { Notice } from '../../parts/notice';
import { Slip, Line } from '../../parts/slip';
import { Tabs } from '../../parts/tabs';
import { useAddress } from '../../parts/use-address';
import { Months } from './months';
import { BLOCK, demandSearch, monthName, ORDERS, worthSum, type DemandAsked, type Shown } from './search';

type Row = DemandWindowView['rows'][number] & { id: string };
interface Window extends Omit<DemandWindowView, 'rows'> {
  rows: Row[];
}
const withIds = (w: DemandWindowView): Window => ({ ...w, rows: w.rows.map((r) => ({ ...r, id: r.phrase })) });
const ROW = 38;
const COLUMNS = 'grid grid-cols-[minmax(0,1fr)_92px_84px_72px_70px_110px_74px] items-center gap-x-3 px-4';

const sourceOf = (asked: DemandAsked): Source<Row, Window> => ({
  block: BLOCK,
  tables: ['demand', 'listing'],
  fetch: async (from, most) => withIds(await api<DemandWindowView>('GET', `/demand?${new URLSearchParams({ ...asked, from: String(from), count: String(most) })}`)), // prettier-ignore
  touches: () => true,
});
const ORDER_WORDS: Record<DemandAsked['order'], string> = {
  worth: 'worth most first',
  searches: 'searched most first',
  competing: 'fewest others first',
  phrase: 'by the alphabet',
};

/** What is searched, how much each phrase is worth and why, when its time is, which listings say it, and which good ones none says. */
export function DemandStation({ first, month }: { first: DemandWindowView; month: number }) {
  const { search: address, put } = useAddress('/stockroom/demand');
  const asked = useMemo(() => demandSearch(address, month), [address, month]);
  const list = useWindows(JSON.stringify(asked), sourceOf(asked), { window: withIds(first) });
  const at = address.get('phrase');
  const [taken, setTaken] = useState<DemandTakenView | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const { counts } = list.told;
  const [seen, setSeen] = useState<[number, number]>([0, BLOCK]);
  const look = useCallback((from: number, to: number) => setSeen([from, to]), []);
  useEffect(() => list.want(...seen), [list, seen, list.version]);
  const take = (file: File) =>
    void act(async () => {
      const done = await api<DemandTakenView>('POST', '/demand/table', file);
      setTaken(done);
      return `${count(done.count, 'phrase')} of your own.`;
    });
  return (
    <section className="grid h-full min-h-0 grid-rows-[auto_minmax(0,1fr)]" aria-label="What is searched">
      <div className="flex flex-wrap items-end gap-x-3 gap-y-1.5 border-b border-rule px-[18px] pt-2 pb-2">
        <div className="mr-1">
          <h1 className="text-[20px] leading-tight">What is searched</h1>
          <p className="text-[12px] text-soft">
            <Link href="/stockroom" className="underline">
              Stockroom
            </Link>{' '}
            · {count(list.total, 'phrase')}
            {address.get('shown') === 'missed' && ' of your artwork, unsaid'}
            {counts.own > 0 && `, ${thousands(counts.own)} of your own`}
          </p>
        </div>
        <Tabs<Shown>
          label="Which phrases"
          value={(address.get('shown') as Shown | null) ?? 'all'}
          change={(shown) => put({ shown: shown === 'all' ? null : shown, phrase: null })}
          tabs={[
            { value: 'all', word: 'All' },
            { value: 'missed', word: 'Missed' },
            { value: 'ours', word: 'Yours say it' },
            { value: 'ahead', word: 'Seasons ahead' },
          ]}
        />
        <span className="w-[170px]">
          <Find
            label="Find a phrase"
            hint="find a phrase"
            value={address.get('find') ?? ''}
            change={(find) => put({ find: find || null })}
          />
        </span>
        <ChoiceField
          hideLabel
          label="Order"
          className="w-[170px]"
          value={asked.order}
          options={ORDERS.map((o) => [o, ORDER_WORDS[o]] as const)}
          onChange={(e) => put({ order: e.target.value === 'worth' ? null : e.target.value })}
        />
        <span className="grow" />
        <Menu
          label="In and out"
          items={[
            { word: 'Bring in a table of your own (CSV)…', does: () => chooser.current?.click() },
            { word: 'Fetch what is searched anew', does: () => void act(async () => `${count((await api<{ count: number }>('POST', '/demand/refresh')).count, 'phrase')} fetched.`) }, // prettier-ignore
            ...(counts.own ? [{ word: `Throw your own ${thousands(counts.own)} away`, does: () => void act(async () => `${count((await api<{ count: number }>('DELETE', '/demand/own')).count, 'phrase')} thrown away.`) }] : []), // prettier-ignore
          ]}
        />
        <input
          ref={chooser}
          type="file"
          hidden
          accept=".csv,.tsv,text/csv"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) take(file);
          }}
        />
      </div>
      <div className="grid min-h-0" style={{ gridTemplateColumns: at ? 'minmax(0,1fr) 372px' : '1fr' }}>
        <div className="grid min-h-0 grid-rows-[auto_auto_minmax(0,1fr)]">
          {taken && taken.faults.length > 0 ? (
            <div className="p-3">
              <Notice tone="bad">
                {count(taken.faults.length, 'row')} left out:{' '}
                {taken.faults
                  .slice(0, 4)
                  .map((f) => `row ${f.row}: ${f.sentence}`)
                  .join(' ')}
              </Notice>
            </div>
          ) : (
            <span />
          )}
          <div className={`${COLUMNS} border-b border-ink bg-paper py-1.5 text-[12px] font-semibold`} aria-hidden>
            <span>Phrase</span>
            <span className="text-right">Searches</span>
            <span className="text-right">Listings</span>
            <span className="text-right">Look closer</span>
            <span className="text-right">Worth</span>
            <span>Searched more</span>
            <span className="text-right">Yours</span>
          </div>
          {list.total ? (
            <WindowedList<Row>
              label="Phrases"
              total={list.total}
              item={(i) => list.row(i)}
              rowHeight={ROW}
              onWindow={look}
              row={(r) => (
                <button
                  aria-current={r.phrase === at}
                  className={`${COLUMNS} h-full w-full border-b border-rule2 text-left hover:bg-paper2 ${r.phrase === at ? 'bg-paper2 shadow-[inset_3px_0_0_var(--spot)]' : ''}`}
                  onClick={() => put({ phrase: r.phrase === at ? null : r.phrase })}
                >
                  <span className="truncate">
                    {r.phrase}
                    {r.source === 'own' && <i className="source hand ml-2">yours</i>}
                  </span>
                  <span className="text-right">{thousands(r.searches)}</span>
                  <span className="text-right">{thousands(r.competing)}</span>
                  <span className="text-right">{(r.clickRate * 100).toFixed(1)}%</span>
                  <span className="text-right font-slab text-[15px]">{visits(r.worth)}</span>
                  <span className="text-soft">{r.season === null ? '' : `from ${monthName(r.season)}`}</span>
                  <span className={`text-right ${r.used ? '' : 'text-soft'}`}>{r.used ? thousands(r.used) : 'none'}</span>
                </button>
              )}
            />
          ) : (
            <p className="p-10 text-center text-soft">No phrase answers to that.</p>
          )}
        </div>
        {at && <PhraseSlip phrase={at} month={month} go={(phrase) => put({ phrase })} close={() => put({ phrase: null })} />}
      </div>
    </section>
  );
}

/** A phrase in full: what it is worth and how that is reckoned, its year, what says it, and what might. */
function PhraseSlip({
  phrase,
  month,
  go,
  close,
}: {
  phrase: string;
  month: number;
  go: (phrase: string) => void;
  close: () => void;
}) {
  const { data, error } = useQuery({
    queryKey: ['demand', phrase],
    queryFn: () => api<PhraseSeenView>('GET', `/demand/phrase?${new URLSearchParams({ phrase })}`),
    retry: false,
    meta: { tables: ['demand', 'proof', 'listing'] },
  });
  const { row, related, proofs, suits } = data ?? {};
  const unused = related?.filter((r) => !r.used) ?? [];
  return (
    <Slip
      label="Phrase"
      kicker={row?.source === 'own' ? 'Phrase · of your own table' : 'Phrase · as fetched'}
      title={phrase}
      close={close}
    >
      {error && <p className="text-spot">{sentenceOf(error)}</p>}
      {row && proofs && suits && (
        <>
          <Line label="Worth: visits in a month that one more listing may hope for">
            <p className="font-slab text-[22px] leading-tight">{visits(row.worth)}</p>
            <p className="text-[12px] text-soft">searches × look closer ÷ √(1 + listings)</p>
            <p className="text-[12.5px]">{worthSum(row)}</p>
          </Line>
          {row.months.length === 12 && (
            <Line
              label="When it is searched"
              note={row.season === null ? 'all the year' : `searched from ${monthName(row.season)} on`}
            >
              <Months months={row.months} searches={row.searches} now={month} />
            </Line>
          )}
          <Line
            label="Yours that say it"
            note={proofs.total ? `${thousands(proofs.live)} live of ${thousands(proofs.total)}` : ''}
          >
            {proofs.total ? (
              <ul className="grid gap-0.5">
                {proofs.listings.slice(0, 6).map((p) => (
                  <li key={p.proof} className="flex items-baseline gap-2">
                    <Link className="min-w-0 grow truncate underline decoration-rule" href={`/galley?state=any&ids=${p.proof}`}>
                      {p.title || p.artwork}
                    </Link>
                    <span className="text-[11.5px] whitespace-nowrap text-soft">{p.outlet}</span>
                  </li>
                ))}
                {proofs.total > 6 && (
                  <li>
                    <Link className="text-teal underline" href={`/galley?${new URLSearchParams({ state: 'any', says: phrase })}`}>
                      All {thousands(proofs.total)} in the galley
                    </Link>
                  </li>
                )}
              </ul>
            ) : (
              <p className="text-soft">None has it as a tag.</p>
            )}
          </Line>
          {suits.length > 0 && (
            <Line label="Artwork that it speaks of" note={suits.length > 6 ? `${suits.length}` : ''}>
              <p>
                {suits.slice(0, 6).map((a, i) => (
                  <span key={a.id}>
                    {i > 0 && ', '}
                    <Link className="underline decoration-rule" href={`/proofs?state=any&find=${encodeURIComponent(a.name)}`}>
                      {a.name}
                    </Link>
                  </span>
                ))}
              </p>
            </Line>
          )}
          <Line label="Beside it" note={unused.length ? `${unused.length} of ${related!.length} none of yours says` : ''}>
            <ul>
              {related!.slice(0, 12).map((r) => (
                <li key={r.phrase}>
                  <button
                    className="grid min-h-[26px] w-full grid-cols-[1fr_auto_54px] items-center gap-x-2 border-b border-rule2 py-0.5 text-left hover:bg-paper2"
                    onClick={() => go(r.phrase)}
                  >
                    <span className="truncate">{r.phrase}</span>
                    <span className="text-[11.5px] text-soft">{r.used ? count(r.used, 'listing') : ''}</span>
                    <span className="text-right font-slab">{visits(r.worth)}</span>
                  </button>
                </li>
              ))}
            </ul>
          </Line>
        </>
      )}
    </Slip>
  );
}
