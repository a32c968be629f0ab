'use client';
import type { ShownCountView } from '@/api/shapes/pictures';
import { thousands } from '@/core/thousands';

/** What the pictures show, the most frequent first. */
export function Rail({
  groups,
  shown,
  choose,
}: {
  groups: readonly ShownCountView[];
  shown: { kind: string; scene: string } | null;
  choose: (shown: ShownCountView) => void;
}) {
  return (
    <nav aria-label="What pictures show" className="min-h-0 overflow-auto border-r border-rule bg-paper">
      {groups.map((g) => {
        const on = shown?.kind === g.kind && shown.scene === g.scene;
        return (
          <button
            key={`${g.kind}:${g.scene}`}
            type="button"
            aria-current={on || undefined}
            className={`grid w-full grid-cols-[44px_1fr] items-center gap-2 border-b border-rule2 px-2.5 py-1.5 text-left ${on ? 'bg-teal-t' : 'hover:bg-paper2'}`}
            onClick={() => choose(g)}
          >
            {g.kind === 'scene' ? (
              <img src={`/api/v1/scenes/${g.scene}/plate-800.jpg`} alt="" className="size-[44px] object-cover" />
            ) : (
              <span className="hatched block size-[44px]" />
            )}
            <span className="min-w-0">
              <span className={`block truncate ${on ? 'font-semibold' : ''}`}>{g.word}</span>
              <span className="text-[11.5px] text-soft">
                {thousands(g.count)}
                {g.wrong > 0 && <b className="text-spot"> · {thousands(g.wrong)} flagged</b>}
              </span>
            </span>
          </button>
        );
      })}
    </nav>
  );
}
