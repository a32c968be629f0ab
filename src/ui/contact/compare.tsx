'use client';
import { useEffect } from 'react';
import { WRONGS, type Wrong } from '@/core/listing/mends';
import { Dialog } from '../parts/dialog';
import { Picture } from '../parts/picture';
import type { Spot } from './spots';

/** As wide as so many pictures need, px. */
const WIDTH: Record<number, number> = { 1: 620, 2: 1180, 3: 1180 };

/** One picture large, or two or four pulled out side by side; what is wrong with each is said in place. */
export function Compare({
  spots,
  mark,
  step,
  close,
}: {
  spots: readonly Spot[];
  mark: (spot: Spot, wrong: Wrong | null) => void;
  /** To the next or the last one; only where one is looked at. */
  step?: (by: 1 | -1) => void;
  close: () => void;
}) {
  useEffect(() => {
    if (!step) return;
    const key = (e: KeyboardEvent) => {
      const by = { ArrowRight: 1, ArrowLeft: -1 }[e.key] as 1 | -1 | undefined;
      const wrong = WRONGS[Number(e.key) - 1];
      if (!by && !wrong) return;
      e.preventDefault();
      e.stopPropagation();
      if (by) step(by);
      else mark(spots[0]!, spots[0]!.frame.wrong === wrong ? null : wrong!);
    };
    window.addEventListener('keydown', key, true);
    return () => window.removeEventListener('keydown', key, true);
  }, [step, spots, mark]);
  const one = spots.length === 1;
  return (
    <Dialog open onClose={close} label={one ? 'Looked at closely' : 'Side by side'} width={WIDTH[spots.length] ?? 720} flush>
      <div className={`film grid gap-3 p-4 ${one ? '' : spots.length === 3 ? 'grid-cols-3' : 'grid-cols-2'}`}>
        {spots.map((s) => (
          <figure key={`${s.proof}/${s.frame.at}`} className="min-w-0">
            <Picture
              src={s.frame.picture}
              alt={`${s.of.artwork}, ${s.frame.colour || s.frame.shows}`}
              className="aspect-square w-full"
              loupe={s.frame.picture ?? undefined}
            />
            <figcaption className="flex flex-wrap items-center gap-x-2 gap-y-1 pt-1.5 text-[12px] text-[#cfc4ad]">
              <b className="text-[#f0c26a]">{s.frame.at + 1}</b>
              <span className="min-w-0 grow truncate">
                {s.of.artwork}, {s.frame.colour || s.frame.shows} <span className="text-[#b3a78f]">· {s.of.outlet}</span>
              </span>
              {WRONGS.map((w, i) => (
                <button
                  key={w}
                  type="button"
                  aria-pressed={s.frame.wrong === w}
                  className={`btn h-6 px-1.5 font-normal btn-xs ${s.frame.wrong === w ? 'border-[#e8502f] bg-[#e8502f] text-[#1c0d07]' : 'border-[#54493b] bg-transparent text-[#cfc4ad]'}`}
                  onClick={() => mark(s, s.frame.wrong === w ? null : w)}
                >
                  {one && <span className="opacity-60">{i + 1}</span>} {w}
                </button>
              ))}
            </figcaption>
          </figure>
        ))}
      </div>
    </Dialog>
  );
}
