'use client';
import Link from 'next/link';
import { useState } from 'react';
import { dayName } from '@/core/day';
import type { RunView } from '@/api/views';
import type { ProofState, Refused } from '@/services/line/runs';
import type { OutletView } from '@/api/views';
import { act, api } from '../api';
import { count, pictureAddress } from '../parts/format';
import { Mark, STATES } from '../parts/marks';
import { SendDialog } from './send-dialog';
import { Button, ButtonLink } from '../parts/button';
import { useCommands, type Bound } from '../commands/commands';
import { EmptyState } from '../parts/empty';
import { Progress } from '../parts/progress';

/** The press: every run, how far it is at each outlet, and what can be done with it. */
export function PressStation({
  runs,
  pictures,
  outlets,
  refused,
  total,
  more,
}: {
  runs: RunView[];
  pictures: Record<string, string[]>;
  outlets: OutletView[];
  /** The first of what was refused of each run. */
  refused: Refused[];
  /** How many runs there are in all, and how many to ask for to see older ones. */
  total: number;
  more: number | null;
}) {
  const [sending, setSending] = useState<string | null>(null);
  const tell = (run: RunView, what: string, body?: object, said?: string) =>
    void act(() => api('POST', `/runs/${run.id}/${what}`, body ?? {}).then(() => said));
  const busy = (r: RunView) => (r.counts.sending ?? 0) + (r.counts.drafting ?? 0) > 0;
  const bad = (r: RunView) => r.counts.refused ?? 0;
  // a key acts on the newest run that it applies to
  const first = (when: (r: RunView) => boolean, says: (r: RunView) => string, does: (r: RunView) => void): Bound | null => {
    const run = runs.find(when);
    return run ? { says: says(run), does: () => does(run) } : null;
  };
  const stop = (r: RunView) => tell(r, 'stop', {}, 'Stopped. What had not gone out is back among the passed proofs.');
  const again = (r: RunView) => tell(r, 'retry', { as: 'draft' }, `${count(bad(r), 'proof')} tried again.`);
  useCommands({
    'press.send': first(
      (r) => (r.counts.passed ?? 0) > 0 && r.state !== 'paused',
      (r) => `Send ${count(r.counts.passed!, 'proof')} of “${r.name}”…`,
      (r) => setSending(r.id),
    ),
    'press.pause': first(
      (r) => busy(r) && r.state === 'going',
      (r) => `Pause “${r.name}”`,
      (r) => tell(r, 'pause', {}, `“${r.name}” is paused.`),
    ),
    'press.go-on': first(
      (r) => r.state === 'paused',
      (r) => `Go on with “${r.name}”`,
      (r) => tell(r, 'resume', {}, `“${r.name}” goes on.`),
    ),
    'press.stop': first(
      (r) => busy(r) || r.state === 'paused',
      (r) => `Stop “${r.name}”`,
      stop,
    ),
    'press.again': first(
      (r) => bad(r) > 0,
      (r) => `Try ${bad(r)} refused of “${r.name}” again`,
      again,
    ),
  });
  const name = (id: string) => outlets.find((o) => o.id === id)?.name ?? id;
  if (!runs.length)
    return (
      <EmptyState
        title="The press is cold"
        action={
          <ButtonLink tone="go" href="/sheet">
            To the sheet
          </ButtonLink>
        }
      >
        Runs stand here: batches of proofs being drafted or sent. Select cells in the sheet to begin one.
      </EmptyState>
    );
  const waiting = runs.find((r) => r.id === sending);
  return (
    <div className="h-full overflow-auto">
      <div className="flex items-baseline gap-3 px-[18px] pt-2.5 pb-2">
        <h1 className="text-[22px]">Press</h1>
        <span className="text-soft">{count(total, 'run')}</span>
      </div>
      <ul className="border-t border-rule bg-paper">
        {runs.map((run) => {
          const c = run.counts;
          const lost = bad(run);
          const told = refused.filter((x) => x.runId === run.id);
          return (
            <li key={run.id} className="grid grid-cols-[270px_1fr_auto] gap-x-8 border-b border-rule px-[18px] py-3.5">
              <div>
                <h2 className="text-[17px] leading-tight">{run.name}</h2>
                <p className="mt-0.5 text-soft">
                  {count(run.total, 'proof')} ·{' '}
                  {new Date(run.createdAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
                </p>
                {run.state !== 'going' && <p className="mt-0.5 font-semibold text-ochre">{run.state}</p>}
                {run.leftOut.length > 0 && (
                  <details className="mt-1 text-soft">
                    <summary className="cursor-pointer">{count(run.leftOutCount, 'cell')} left out</summary>
                    <ul className="mt-1 max-h-[120px] overflow-auto text-[12px]">
                      {run.leftOut.map((l, i) => (
                        <li key={i}>
                          {l.artwork}, {l.outlet}: {l.why}
                        </li>
                      ))}
                    </ul>
                  </details>
                )}
              </div>
              <div className="grid content-start gap-2">
                {Object.entries(run.outlets).map(([id, counts]) => (
                  <OutletBar key={id} name={name(id)} counts={counts} />
                ))}
                {run.later && (
                  <p className="text-teal">
                    {count(run.later.count, 'listing')} {run.later.count === 1 ? 'waits' : 'wait'} for {dayName(run.later.day)}:
                    announced, and on offer by {run.later.count === 1 ? 'itself' : 'themselves'} then.
                  </p>
                )}
                {pictures[run.id] && (
                  <div className="mt-1 flex gap-1.5 overflow-hidden">
                    {pictures[run.id]!.map((small) => (
                      <img
                        key={small}
                        src={pictureAddress(small)}
                        alt=""
                        className="h-[60px] w-[60px] shrink-0 object-cover"
                        loading="lazy"
                      />
                    ))}
                  </div>
                )}
                {lost > 0 && (
                  <ul className="grid gap-1 bg-spot-t px-3 py-2 text-[12.5px]">
                    {told.map((r) => (
                      <li key={r.id}>
                        <Link href={`/proofs?open=${r.id}`} className="font-semibold underline">
                          {r.artwork}
                        </Link>{' '}
                        {r.why}
                      </li>
                    ))}
                    {lost > told.length && (
                      <li className="text-soft">
                        <Link href={`/proofs?run=${run.id}&state=refused`} className="underline">
                          and {lost - told.length} more
                        </Link>
                      </li>
                    )}
                  </ul>
                )}
              </div>
              <div className="flex flex-wrap items-start justify-end gap-2">
                {(c.ready ?? 0) + (c.held ?? 0) > 0 && (
                  <ButtonLink href={`/proofs?run=${run.id}`}>Look through {(c.ready ?? 0) + (c.held ?? 0)}</ButtonLink>
                )}
                {busy(run) && run.state === 'going' && <Button onClick={() => tell(run, 'pause')}>Pause</Button>}
                {run.state === 'paused' && (
                  <Button tone="go" onClick={() => tell(run, 'resume')}>
                    Go on
                  </Button>
                )}
                {(busy(run) || run.state === 'paused') && (
                  <Button tone="quiet" onClick={() => stop(run)}>
                    Stop
                  </Button>
                )}
                {lost > 0 && <Button onClick={() => again(run)}>Try {lost} again</Button>}
                {(c.passed ?? 0) > 0 && run.state !== 'paused' && (
                  <Button tone="go" onClick={() => setSending(run.id)}>
                    Send {count(c.passed!, 'proof')}…
                  </Button>
                )}
              </div>
            </li>
          );
        })}
      </ul>
      {more !== null && (
        <p className="px-[18px] py-3">
          <ButtonLink href={`/press?runs=${more}`}>Older runs</ButtonLink>
        </p>
      )}
      {waiting && <SendDialog run={waiting} outlets={outlets} close={() => setSending(null)} />}
    </div>
  );
}

const DONE: ProofState[] = ['listed'];

/** How one outlet's part of a run stands: a bar of what is there, and the states in words. */
function OutletBar({ name, counts }: { name: string; counts: Partial<Record<ProofState, number>> }) {
  const total = Object.values(counts).reduce((n, c) => n + c, 0);
  const done = DONE.reduce((n, s) => n + (counts[s] ?? 0), 0);
  return (
    <div className="grid grid-cols-[104px_minmax(90px,1fr)_minmax(210px,auto)] items-center gap-3">
      <b className="font-slab font-semibold">{name}</b>
      <Progress label={name} done={done} total={total} bad={counts.refused ?? 0} />
      <span className="flex flex-wrap gap-x-3">
        {STATES.filter((s) => counts[s]).map((s) => (
          <span key={s} className="inline-flex items-center gap-1">
            {counts[s]} <Mark state={s} word />
          </span>
        ))}
      </span>
    </div>
  );
}
