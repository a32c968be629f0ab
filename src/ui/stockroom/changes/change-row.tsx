'use client';
import { CalendarDays, CirclePlus, CircleX, Info, TrendingUp, type LucideIcon } from 'lucide-react';
import Link from 'next/link';
import type { WhenEnded } from '@/core/docket/docket';
import type { BlankChangedView } from '@/api/shapes/stockroom';
import { act, api } from '../../api';
import { Button } from '../../parts/button';
import { count } from '../../parts/format';
import { AreaDrawing, groundOf, usually, type Sample } from '../area-drawing';

type Touched = BlankChangedView['dockets'][number];
type Change = BlankChangedView['changes'][number];

const LOOKS: Record<Change['weight'], [icon: LucideIcon, ink: string]> = {
  ended: [CircleX, 'text-spot'],
  worse: [TrendingUp, 'text-ochre'],
  better: [CirclePlus, 'text-teal'],
  other: [Info, 'text-soft'],
};

/** One blank with what is otherwise about it, and the dockets that this touches. */
export function ChangeRow({
  change,
  sample,
  here,
  take,
  looked,
  mend,
}: {
  change: BlankChangedView;
  sample: Sample | null;
  here: boolean;
  take: () => void;
  looked: () => void;
  mend: (dockets: string[], rule: WhenEnded, keep?: boolean) => void;
}) {
  const { blank, changes, dockets, mended } = change;
  return (
    <li
      id={`change-${change.id}`}
      tabIndex={here ? 0 : -1}
      aria-current={here || undefined}
      aria-label={`${blank.name}: ${changes.map((c) => c.says).join('; ')}`}
      onFocus={take}
      className={`grid grid-cols-[84px_minmax(260px,0.8fr)_minmax(420px,1.2fr)_112px] gap-x-5 border-b border-rule px-[18px] py-3 outline-offset-[-3px] ${here ? 'bg-paper2' : ''}`}
    >
      <AreaDrawing
        area={blank.area}
        roomMm={Math.max(blank.area.widthMm, blank.area.heightMm)}
        size={80}
        ground={groundOf(blank.colours, sample)}
        layers={usually(sample, blank.area)}
      />
      <div className="min-w-0">
        <Link href={`/stockroom/blanks/${blank.id}`} className="font-slab text-[15px] font-semibold hover:underline">
          {blank.name}
        </Link>
        <span className="block text-soft">{blank.house}</span>
        <ul className="mt-1.5 grid gap-1">
          {changes.map((c, i) => {
            const [Icon, ink] = c.code === 'day' ? [CalendarDays, 'text-soft'] : LOOKS[c.weight];
            return (
              <li key={i} className="grid grid-cols-[18px_1fr]">
                <Icon aria-hidden size={14} className={`mt-[3px] ${ink}`} />
                <span className={c.weight === 'ended' ? 'font-semibold text-spot' : ''}>{c.says}</span>
              </li>
            );
          })}
        </ul>
      </div>
      <div className="min-w-0">
        {dockets.length === 0 && <p className="text-soft">No docket of yours prints on it.</p>}
        <ul className="grid gap-2.5">
          {dockets.map((d) => (
            <Docket key={d.id} docket={d} mend={(rule, keep) => mend([d.id], rule, keep)} />
          ))}
          {mended.map((m) => (
            <li key={m.step ?? m.docket} className="bg-teal-t px-2.5 py-1.5">
              <b>{m.name}</b>, by its rule: {[...m.did, ...m.left].join(', ') || 'nothing was to be changed'}
              {m.undone && <span className="text-soft">, taken back</span>}
              {m.step && (
                <button
                  className="btn ml-1 btn-ghost btn-sm text-soft hover:text-ink"
                  onClick={() =>
                    void act(() => api('POST', `/activity/${m.undone ? 'redo' : 'undo'}`, { id: m.step! }).then(() => undefined))
                  }
                >
                  {m.undone ? 'Again' : 'Take back'}
                </button>
              )}
            </li>
          ))}
        </ul>
      </div>
      <Button className="btn-sm justify-self-end" tone="quiet" keys={here ? 'L' : undefined} onClick={looked}>
        Looked at
      </Button>
    </li>
  );
}

/** A docket that prints on the blank: what it made, what of it ended, and what is to become of that. */
function Docket({ docket: d, mend }: { docket: Touched; mend: (rule: WhenEnded, keep?: boolean) => void }) {
  const answer = (rule: WhenEnded) => d.answers.find((a) => a.rule === rule)!;
  const colours = d.ended.filter((e) => e.what === 'colour');
  const partly = colours.filter((c) => c.says !== c.name);
  const near = colours.filter((c) => c.nearest?.near);
  return (
    <li>
      <div className="flex flex-wrap items-baseline gap-x-2">
        <Link href={`/stockroom/dockets/${d.id}`} className="font-semibold underline">
          {d.name}
        </Link>
        <span className="text-soft">
          {d.proofs ? `${count(d.proofs, 'proof')}, ${count(d.live, 'live listing')}` : 'nothing made of it yet'}
          {d.offering > 0 && <b className="text-spot">, {d.offering} of them offer what ended</b>}
        </span>
      </div>
      {d.answers.length > 0 && (
        <>
          <ul className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
            {d.ended.map((e) => (
              <li key={`${e.what} ${e.name}`} className="flex items-center gap-1.5">
                {e.hex && <i aria-hidden className="size-4 border border-rule" style={{ background: e.hex }} />}
                <s className="decoration-spot">{e.says}</s>
                {e.nearest && (
                  <span className="flex items-center gap-1.5 text-soft">
                    nearest
                    <i aria-hidden className="size-4 border border-rule" style={{ background: e.nearest.hex }} />
                    {e.nearest.name}, {e.nearest.apart} apart{!e.nearest.near && ': too far'}
                  </span>
                )}
              </li>
            ))}
          </ul>
          <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
            {answer('drop colour').says.length > 0 && (
              <button
                className="btn btn-outline btn-sm"
                title={answer('drop colour').says.join(', ')}
                onClick={() => mend('drop colour')}
              >
                Leave {d.ended.length === 1 ? d.ended[0]!.name : 'them'} out
              </button>
            )}
            {partly.length > 0 && (
              // nothing of the docket changes by that: it is the rule that lets it be
              <button className="btn btn-outline btn-sm" onClick={() => mend('drop sizes', true)}>
                Keep {partly.length === 1 ? partly[0]!.name : 'what is left'} in its other sizes
              </button>
            )}
            {near.length > 0 && (
              <button
                className="btn btn-outline btn-sm"
                title={answer('nearest colour').says.join(', ')}
                onClick={() => mend('nearest colour')}
              >
                {near.length === 1 ? `Take ${near[0]!.nearest!.name}` : 'Take the nearest'}
              </button>
            )}
            {answer('drop colour').left.map((left) => (
              <span key={left} className="text-ochre">
                {left}
              </span>
            ))}
          </div>
        </>
      )}
    </li>
  );
}
