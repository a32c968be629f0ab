'use client';
import Link from 'next/link';
import { useState } from 'react';
import type { WhenEnded } from '@/core/docket/docket';
import type { BlankChangesView, MendedView } from '@/api/shapes/stockroom';
import { act, api } from '../../api';
import { CommandButton, useCommands, type Bindings } from '../../commands/commands';
import { sayStep } from '../../commands/steps';
import { ButtonLink } from '../../parts/button';
import { EmptyState } from '../../parts/empty';
import { count } from '../../parts/format';
import { suiting, type Sample } from '../area-drawing';
import { fetchCatalogues } from '../blanks/browse';
import { ChangeRow } from './change-row';

/** What print houses offer otherwise than before, what that touches, and what is to become of it: one list to look through. */
export function Changes({ changes, more, samples }: { changes: BlankChangesView; more: number | null; samples: Sample[] }) {
  const { items, open, ended } = changes;
  const [taken, take] = useState<string | null>(null);
  const [keep, setKeep] = useState(true);
  const here = items.find((c) => c.id === taken) ?? items[0];
  const asking = [...new Set(items.flatMap((c) => c.dockets.filter((d) => d.answers.length > 0).map((d) => d.id)))];

  const step = (by: number) => {
    const at = items.findIndex((c) => c.id === here?.id);
    const next = items[Math.max(0, Math.min(items.length - 1, at + by))];
    if (!next) return;
    take(next.id);
    document.getElementById(`change-${next.id}`)?.focus();
  };
  const looked = (ids?: string[]) =>
    void act(async () => {
      const done = await api<{ looked: number; undo: string | null }>(
        'POST',
        '/blank-changes/looked',
        ids ? { changes: ids } : {},
      );
      if (done.undo) sayStep(`${count(done.looked, 'change')} looked at.`, done.undo);
    });
  const mend = (dockets: string[], rule: WhenEnded, kept = keep) =>
    void act(async () => {
      const { changed, did, left, undo } = await api<MendedView>('POST', '/blank-changes/mend', { dockets, rule, keep: kept });
      const says = [
        did.length
          ? `${did.join(', ')}.`
          : changed
            ? `${count(changed, 'docket')} ${changed === 1 ? 'keeps' : 'keep'} that rule.`
            : '',
        left.length ? left.join(' ') : '',
      ]
        .filter(Boolean)
        .join(' ');
      if (undo) sayStep(says, undo);
      else return says || 'Nothing was to be changed.';
    });
  const bindings: Bindings = {
    'stockroom.catalogues': { says: 'Fetch the print houses’ catalogues', does: () => void act(fetchCatalogues) },
    'stockroom.looked': here ? { says: `${here.blank.name}: looked at`, does: () => (step(1), looked([here.id])) } : null,
    'stockroom.looked-all': open ? { says: `All ${count(open, 'change')} looked at`, does: () => looked() } : null,
  };
  useCommands(bindings);
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_1fr]">
      <div className="flex min-h-[52px] items-center gap-3 border-b border-rule px-[18px] py-2">
        <Link href="/stockroom" className="text-teal underline">
          Stockroom
        </Link>
        <h1 className="text-[22px]">Changes</h1>
        <span className="text-soft">
          {open ? `${count(open, 'blank')} to look at` : 'at print houses'}
          {ended > 0 && <b className="text-spot">, something ended on {ended}</b>}
        </span>
        <span className="grow" />
        {asking.length > 1 && <AllAlike dockets={asking.length} mend={(rule) => mend(asking, rule)} />}
        {asking.length > 0 && (
          <label className="flex cursor-pointer items-center gap-2 whitespace-nowrap">
            <input type="checkbox" className="toggle toggle-sm" checked={keep} onChange={(e) => setKeep(e.target.checked)} />
            for next time too
          </label>
        )}
        <CommandButton id="stockroom.looked-all" of={bindings}>
          All looked at
        </CommandButton>
        <CommandButton id="stockroom.catalogues" of={bindings}>
          Fetch catalogues
        </CommandButton>
      </div>
      {items.length === 0 ? (
        <EmptyState title="Nothing has changed" action={<ButtonLink href="/stockroom/blanks">To the blanks</ButtonLink>}>
          When a print house asks more, ends a colour or brings something out, it stands here with the dockets and listings that
          it touches.
        </EmptyState>
      ) : (
        <ul
          className="min-h-0 overflow-auto bg-paper"
          aria-label="What changed"
          onKeyDown={(e) => {
            const by = { ArrowDown: 1, ArrowUp: -1 }[e.key];
            if (!by || !(e.target instanceof HTMLLIElement)) return;
            e.preventDefault();
            step(by);
          }}
        >
          {items.map((c) => (
            <ChangeRow
              key={c.id}
              change={c}
              sample={suiting(samples, c.blank.area)}
              here={c.id === here?.id}
              take={() => take(c.id)}
              looked={() => looked([c.id])}
              mend={mend}
            />
          ))}
          {more !== null && (
            <li className="px-[18px] py-3">
              <ButtonLink href={`/stockroom/changes?show=${more}`}>Further changes</ButtonLink>
            </li>
          )}
        </ul>
      )}
    </div>
  );
}

/** The same for all dockets that ask. */
function AllAlike({ dockets, mend }: { dockets: number; mend: (rule: WhenEnded) => void }) {
  return (
    <span className="flex items-center gap-2 whitespace-nowrap">
      <span className="text-soft">All {dockets} dockets:</span>
      <span className="join">
        <button className="btn join-item btn-outline btn-sm" onClick={() => mend('drop colour')}>
          leave out
        </button>
        <button className="btn join-item btn-outline btn-sm" onClick={() => mend('nearest colour')}>
          take the nearest
        </button>
      </span>
    </span>
  );
}
