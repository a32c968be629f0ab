'use client';
import { useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import type { OutletView, ProofView } from '@/api/views';
import { act, api } from '../api';
import { count } from '../parts/format';
import { WindowedList } from '../parts/lists/list';
import { Mark } from '../parts/marks';
import { Picture } from '../parts/picture';
import { typing } from '../parts/keyboard';
import { ProofSheet } from './proof-sheet';
import { ChoiceField } from '../parts/fields/field';
import { CommandButton, useCommands, type Bindings } from '../commands/commands';
import { usePass } from './passing';
import { draftAgain, sendChanges } from './orders';

const ROW = 68;

/** The proofs that wait: a list to step through, and the one under the cursor in full, edited in place. */
export function ProofStation({
  proofs,
  runs,
  outlets,
}: {
  proofs: ProofView[];
  runs: { id: string; name: string }[];
  outlets: OutletView[];
}) {
  const router = useRouter();
  const search = useSearchParams();
  const [openId, setOpenId] = useState(search.get('open'));
  const at = Math.max(
    0,
    proofs.findIndex((p) => p.id === openId),
  );
  const proof = proofs[at];
  const ready = proofs.filter((p) => p.state === 'ready');
  const held = proofs.filter((p) => p.state === 'held');
  const outdated = proofs.filter((p) => p.outOfDate && ['held', 'ready', 'refused', 'listed'].includes(p.state));
  const [closer, setCloser] = useState(false);

  const open = useCallback((id: string) => {
    setOpenId(id);
    const next = new URLSearchParams(window.location.search);
    next.set('open', id);
    window.history.replaceState(null, '', `/proofs?${next}`);
  }, []);
  const filter = (name: string, value: string) => {
    const next = new URLSearchParams();
    for (const k of ['run', 'state']) if (search.get(k)) next.set(k, search.get(k)!);
    if (value) next.set(name, value);
    else next.delete(name);
    router.push(`/proofs?${next}`);
  };
  const pass = usePass();
  const goTo = (p: ProofView | undefined) => {
    if (p) open(p.id);
  };
  const bindings: Bindings = {
    'proofs.pass':
      proof?.state === 'ready'
        ? {
            says: `Pass “${proof.artwork}”`,
            does: () => {
              pass([proof.id]);
              goTo(proofs.slice(at + 1).find((p) => p.state === 'ready') ?? proofs[at + 1]);
            },
          }
        : null,
    'proofs.pass-all': ready.length
      ? { says: `Pass all ${ready.length} that are ready`, does: () => pass(ready.map((p) => p.id)) }
      : null,
    'proofs.take-back':
      proof?.state === 'passed'
        ? {
            says: `Take back “${proof.artwork}”`,
            does: () =>
              void act(() =>
                api('POST', '/proofs/unpass', { ids: [proof.id] }).then(() => 'Taken back; it can be changed again.'),
              ),
          }
        : null,
    'proofs.held': held.length
      ? { says: `Step through ${held.length} held`, does: () => goTo(held.find((p) => proofs.indexOf(p) > at) ?? held[0]) }
      : null,
    'proofs.draft-again': outdated.length
      ? {
          says:
            proof?.outOfDate && outdated.length === 1
              ? `Draft “${proof.artwork}” again`
              : `Draft ${outdated.length} again that are out of date`,
          does: () => void draftAgain(outdated.map((p) => p.id)),
        }
      : null,
    'proofs.send-change':
      proof?.listing && proof.changed.length && !['sending', 'drafting', 'held'].includes(proof.state)
        ? {
            says: `Send the change of “${proof.artwork}”`,
            does: () => void sendChanges([proof.listing!.id], proof.refusalCode === 'changed-there'),
          }
        : null,
    'proofs.closer': proof ? { says: 'Look closer', does: () => setCloser((c) => !c) } : null,
  };
  useCommands(bindings);

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (typing(e) || e.ctrlKey || e.metaKey) return;
      const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
      if (step) {
        e.preventDefault();
        const to = Math.max(0, Math.min(proofs.length - 1, at + step));
        if (proofs[to]) open(proofs[to].id);
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });

  return (
    <div className="grid h-full min-h-0 grid-cols-[372px_1fr]">
      <section className="grid min-h-0 grid-rows-[auto_1fr] border-r border-rule">
        <div className="px-[18px] pt-2.5 pb-2">
          <div className="flex items-baseline gap-3">
            <h1 className="text-[22px]">Proofs</h1>
            <span className="text-soft">
              {count(proofs.length, 'proof')}
              {held.length > 0 && <b className="text-ochre"> · {held.length} held</b>}
            </span>
          </div>
          <div className="mt-1.5 flex items-center gap-2">
            <ChoiceField
              hideLabel
              label="Run"
              className="grow"
              value={search.get('run') ?? ''}
              onChange={(e) => filter('run', e.target.value)}
              options={[['', 'every run'], ...runs.map((r) => [r.id, r.name] as const)]}
            />
            <ChoiceField
              hideLabel
              label="State"
              className="w-[104px]"
              value={search.get('state') ?? ''}
              onChange={(e) => filter('state', e.target.value)}
              options={[['', 'waiting'], 'held', 'ready', 'passed', 'refused', 'listed']}
            />
          </div>
          {ready.length > 0 && (
            <div className="mt-2.5 grid">
              <CommandButton id="proofs.pass-all" of={bindings} tone="go" />
            </div>
          )}
        </div>
        <div className="min-h-0 border-t border-rule bg-paper">
          {proofs.length === 0 ? (
            <p className="p-8 text-center text-soft">No proofs wait here. Select cells in the sheet and draft them.</p>
          ) : (
            <WindowedList
              label="Proofs that wait"
              items={proofs}
              rowHeight={ROW}
              keyOf={(p) => p.id}
              at={at}
              row={(p) => <Row proof={p} on={p.id === proof?.id} open={() => open(p.id)} />}
            />
          )}
        </div>
      </section>
      {proof ? (
        <ProofSheet
          key={proof.id}
          proof={proof}
          outlet={outlets.find((o) => o.id === proof.outletId)!}
          bindings={bindings}
          closer={closer}
          setCloser={setCloser}
        />
      ) : (
        <div />
      )}
    </div>
  );
}

function Row({ proof: p, on, open }: { proof: ProofView; on: boolean; open: () => void }) {
  return (
    <button
      onClick={open}
      aria-current={on}
      className={`grid h-full w-full grid-cols-[64px_1fr_auto] items-center gap-2 border-b border-rule2 px-2.5 text-left ${on ? 'bg-teal-t' : 'hover:bg-paper2'}`}
    >
      <Picture src={p.pictures[0]?.small} alt="" className="h-14 w-14" />
      <span className="min-w-0 leading-tight">
        <b className="block truncate font-semibold">{p.artwork}</b>
        <span className="block truncate text-[11.5px] text-soft">
          {p.outlet} · {p.docket}
        </span>
        {p.outOfDate && <span className="mr-1.5 bg-ochre-t px-1 text-[11px] text-ochre">out of date</span>}
        {p.listing && p.changed.length > 0 && (
          <span className="mr-1.5 bg-teal-t px-1 text-[11px] text-teal">stands, changed</span>
        )}
        {p.problems[0]?.stops && <span className="block truncate text-[11.5px] text-ochre">{p.problems[0].sentence}</span>}
      </span>
      <Mark state={p.state} />
    </button>
  );
}
