'use client';
import { useRef } from 'react';

/** What is selected and what can be done with it (WAI-ARIA APG, toolbar: left and right move between its buttons). */
export function SelectionBar({
  says,
  more,
  none,
  children,
}: {
  says: string;
  /** Below that: what is known of it. */
  more?: React.ReactNode;
  none?: () => void;
  children: React.ReactNode;
}) {
  const ref = useRef<HTMLDivElement>(null);
  return (
    <div
      ref={ref}
      role="toolbar"
      aria-label="Selection"
      className="flex min-w-0 flex-wrap items-center gap-1 bg-teal-t py-1 pr-1.5 pl-3"
      onKeyDown={(e) => {
        const step = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
        if (!step || !(e.target instanceof HTMLButtonElement)) return;
        e.stopPropagation();
        e.preventDefault();
        const all = [...ref.current!.querySelectorAll<HTMLButtonElement>('button:not(:disabled)')];
        all[(all.indexOf(e.target) + step + all.length) % all.length]?.focus();
      }}
    >
      <span className="mr-1 leading-tight">
        <b className="block text-teal">{says}</b>
        {more}
      </span>
      {none && (
        <button className="btn btn-ghost btn-sm text-soft hover:text-ink" onClick={none}>
          None
        </button>
      )}
      <span className="grow" />
      {children}
    </div>
  );
}
