'use client';
import Link from 'next/link';
import { Mark } from '../parts/marks';
import { Progress } from '../parts/progress';
import { useLine } from './use-line';

/** What is running, how far, how fast, how long still, and what went wrong. It never blocks. */
export function Tray() {
  const now = useLine();
  const work = now?.work ?? [];
  const rates = now?.rates ?? {};
  return (
    <footer
      className="flex min-h-[33px] items-center gap-6 overflow-hidden border-t border-ink bg-paper2 px-[18px] py-1.5 text-[12px]"
      aria-label="Running work"
    >
      {work.length === 0 && <span className="text-soft">Nothing is running.</span>}
      {work.slice(0, 3).map((w) => (
        <Link
          key={w.key}
          href={
            w.kind === 'measuring' || w.kind === 'reading'
              ? '/artwork'
              : w.kind === 'drafting'
                ? '/proofs'
                : w.kind === 'correcting' || w.kind === 'looking'
                  ? '/galley'
                  : '/press'
          }
          className="flex min-w-0 items-center gap-2.5"
        >
          {w.kind === 'sending' && <Mark state="sending" />}
          <b className="max-w-[190px] truncate">{w.label}</b>
          <span className="w-[110px] shrink-0">
            <Progress label={w.label} done={w.done - w.refused} total={w.total} bad={w.refused} />
          </span>
          <span className="whitespace-nowrap">
            {w.done} of {w.total}
            {w.paused ? ' · paused' : w.waits ? ` · ${w.waits}` : pace(rates[w.key], w.total - w.done)}
          </span>
          {w.refused > 0 && <span className="whitespace-nowrap text-spot">{w.refused} refused</span>}
        </Link>
      ))}
      {work.length > 3 && <span className="text-soft">and {work.length - 3} more</span>}
      <button
        className="ml-auto min-h-6 whitespace-nowrap text-soft hover:text-ink"
        onClick={() => window.dispatchEvent(new Event('press:keys'))}
      >
        <kbd className="kbd kbd-xs">?</kbd> keys and marks
      </button>
    </footer>
  );
}

function pace(rate: number | undefined, left: number): string {
  if (!rate || rate < 0.02) return '';
  const seconds = Math.ceil(left / rate);
  return ` · ${rate < 10 ? rate.toFixed(1) : Math.round(rate)}/s · ${seconds > 90 ? `${Math.round(seconds / 60)} min` : `${seconds} s`} left`;
}
