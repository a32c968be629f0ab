'use client';
import { isKept, type Source as From } from '@/core/listing/proof';
import { X } from 'lucide-react';

/** The torn ticket at the right: the thing under the cursor in full. */
export function Slip({
  kicker,
  title,
  close,
  foot,
  children,
  label,
}: {
  kicker: React.ReactNode;
  title: string;
  close?: () => void;
  foot?: React.ReactNode;
  children: React.ReactNode;
  label: string;
}) {
  return (
    <div className="min-h-0 py-2.5 pr-3.5 pl-1">
      <aside aria-label={label} className="slip grid h-full min-h-0 grid-rows-[auto_1fr_auto]">
        <div className="relative px-4 pt-4 pb-2">
          <small className="text-[11.5px] text-soft">{kicker}</small>
          <h2 className="mt-0.5 pr-6 text-[16px] leading-tight">{title}</h2>
          {close && (
            <button aria-label="Close the slip" className="absolute top-3.5 right-3 p-1 text-soft hover:text-ink" onClick={close}>
              <X size={15} />
            </button>
          )}
        </div>
        <div className="cut min-h-0 overflow-auto px-4 py-3">{children}</div>
        {foot && <div className="cut flex flex-wrap gap-2 px-4 py-2.5">{foot}</div>}
      </aside>
    </div>
  );
}

/** A labelled line of a slip, with where its value comes from. */
export function Line({
  label,
  from,
  note,
  children,
  bad = false,
}: {
  label: React.ReactNode;
  from?: React.ReactNode;
  note?: React.ReactNode;
  children: React.ReactNode;
  bad?: boolean;
}) {
  return (
    <div className="mt-3 first:mt-0">
      <div className="mb-0.5 flex items-baseline justify-between text-[11.5px] text-soft">
        <span className="flex items-baseline gap-2">
          {label} {from}
        </span>
        {note && <span className={bad ? 'font-semibold text-spot' : ''}>{note}</span>}
      </div>
      {children}
    </div>
  );
}

const FROM: Record<From, string> = {
  pattern: 'pattern',
  plan: 'plan',
  phrasebook: 'phrasebook',
  drafted: 'written',
  correction: 'corrected',
  table: 'from a table',
  outlet: 'the outlet',
  hand: 'by hand',
  translated: 'by machine',
};

/** Where a value comes from. */
export const Source = ({ from, plan }: { from: From; plan?: string }) => (
  <span className={`source ${isKept(from) ? 'hand' : ''}`}>{plan && !isKept(from) ? `plan: ${plan}` : FROM[from]}</span>
);
