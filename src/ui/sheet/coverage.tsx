import { thousands } from '@/core/thousands';
import type { Coverage } from '@/core/planning/cells';
import { Mark } from '../parts/marks';

const INK = { stands: 'bg-teal', waits: 'bg-soft', held: 'bg-ochre' } as const;
const WORDS = { stands: 'stand', waits: 'wait', held: 'held', open: 'could be made' } as const;
const HOWS = ['stands', 'waits', 'held', 'open'] as const;

/** How cells stand, in words. */
export const coverageSaid = (c: Coverage): string =>
  HOWS.filter((h) => c[h] > 0)
    .map((h) => `${thousands(c[h])} ${WORDS[h]}`)
    .join(', ') || 'nothing yet';

/** A thin bar: what of so many cells stands, waits and is held. */
export function CoverageBar({ of: total, coverage: c }: { of: number; coverage: Coverage }) {
  return (
    <span className="flex h-[3px] w-full overflow-hidden bg-rule2" title={coverageSaid(c)} aria-hidden>
      {(['stands', 'waits', 'held'] as const).map((how) =>
        c[how] > 0 ? <i key={how} className={INK[how]} style={{ width: `${(100 * c[how]) / Math.max(1, total)}%` }} /> : null,
      )}
    </span>
  );
}

/** A group of columns folded to one, in a row: how many of each, with the mark that stands for it. */
export function FoldedCell({ coverage: c }: { coverage: Coverage | undefined }) {
  if (!c) return null;
  const total = c.stands + c.waits + c.held + c.open;
  if (!total) return <span className="grid h-full items-center px-2 text-[11px] text-faint">nothing fits</span>;
  return (
    <span className="grid h-full content-center gap-1.5 px-2">
      <span className="flex items-center gap-2.5 text-[12.5px] tabular-nums">
        {c.stands > 0 && (
          <span className="flex items-center gap-1">
            <Mark state="listed" size={14} /> {c.stands}
          </span>
        )}
        {c.waits > 0 && (
          <span className="flex items-center gap-1">
            <Mark state="ready" size={13} /> {c.waits}
          </span>
        )}
        {c.held > 0 && (
          <span className="flex items-center gap-1 text-ochre">
            <Mark state="held" size={13} /> {c.held}
          </span>
        )}
        {c.open > 0 && (
          <span className="flex items-center gap-1 text-soft">
            <i className="block h-3 w-2.5 border-[1.5px] border-dashed border-faint" /> {c.open}
          </span>
        )}
      </span>
      <CoverageBar of={total} coverage={c} />
    </span>
  );
}
