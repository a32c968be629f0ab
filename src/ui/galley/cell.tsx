'use client';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { GalleyCellView } from '@/api/shapes/galley';
import type { OutletView } from '@/api/views';
import { piecePattern } from '@/core/checking/piece';
import { inMargin, marksOf, type Mark } from '@/core/correcting/marks';
import { lengthOf } from '@/core/outlet/length';
import { isKept } from '@/core/listing/proof';
import { cellText } from './block';

type Rules = NonNullable<OutletView['rulesDocument']>;

/** How full a field is by its outlet's rule: so many of so many, and whether they are too many. */
export function fullness(value: string | string[], field: string, rules: Rules): { has: number; of: number } | null {
  if (Array.isArray(value)) return rules.tags && { has: value.length, of: rules.tags.max };
  const rule = rules.texts[field];
  return rule ? { has: lengthOf(value, rule.counted), of: rule.limit } : null;
}

/** A thin rule that fills up, vermilion once it is over, with the count beside it. */
export function Fullness({ has, of }: { has: number; of: number }) {
  const over = has > of;
  return (
    <span className="flex items-center gap-2 text-[11px]">
      <i aria-hidden className="relative block h-[3px] grow bg-rule2">
        <i
          className={`absolute inset-y-0 left-0 ${over ? 'bg-spot' : 'bg-ink'}`}
          style={{ width: `${Math.min(100, (has / of) * 100)}%` }}
        />
      </i>
      <span className={over ? 'font-semibold text-spot' : 'text-soft'}>
        {has} / {of}
      </span>
    </span>
  );
}

const MARK: Record<Mark['is'], string> = {
  same: '',
  out: 'text-spot line-through decoration-[1.5px]',
  in: 'font-semibold text-teal underline decoration-teal decoration-[1.5px] underline-offset-[3px]',
};

/** A text with its corrections in the line, as a proof-reader marks them. */
function Marked({ marks }: { marks: readonly Mark[] }) {
  return marks.map((m, i) =>
    m.is === 'same' ? (
      m.text
    ) : m.is === 'out' ? (
      <del key={i} className={MARK.out}>
        {m.text}
      </del>
    ) : (
      <ins key={i} className={MARK.in}>
        {m.text}
      </ins>
    ),
  );
}

/** A text in which what was found is underlined, as a proof-reader queries it. */
function Pointed({ text, pieces }: { text: string; pieces: readonly string[] }) {
  const pattern = piecePattern(pieces);
  if (!pattern) return text;
  return text.split(new RegExp(`(${pattern.source})`, pattern.flags)).map((part, i) =>
    i % 2 ? (
      <mark key={i} className="bg-transparent text-inherit underline decoration-spot decoration-wavy underline-offset-[3px]">
        {part}
      </mark>
    ) : (
      part
    ),
  );
}

/** Marks of the margin, after ISO 5776: a loop for what goes, a caret for what comes; drawn for Union Press. */
const MarginMarks = ({ out, put }: { out: boolean; put: boolean }) => (
  <span aria-hidden className="absolute top-2 -left-[9px] z-[1] grid gap-1.5 bg-paper">
    {out && (
      <svg width="17" height="13" viewBox="0 0 17 13" fill="none" className="text-spot" stroke="currentColor" strokeWidth="1.6">
        <path d="M1 9.5c3.4.4 7-1.4 8.6-4.2C10.800 3.200 9.900 1.200 8.200 1.400 6.300 1.600 5.400 4.700 6.400 7.300c1 2.600 4.600 4 9.100 1.200" />
      </svg>
    )}
    {put && (
      <svg width="17" height="12" viewBox="0 0 17 12" fill="none" className="text-teal" stroke="currentColor" strokeWidth="1.6">
        <path d="M2.500 10.500L8.500 2l6 8.500" />
      </svg>
    )}
  </span>
);

/** What a cell has room for; where its words run on below, they fade out. */
function Words({ children }: { children: React.ReactNode }) {
  const ref = useRef<HTMLDivElement>(null);
  const [runsOn, setRunsOn] = useState(false);
  // after each drawing: the words, their marks and the width of the column may be others
  useLayoutEffect(() => {
    const el = ref.current!;
    setRunsOn(el.scrollHeight > el.clientHeight + 2);
  }, [children]);
  return (
    <div ref={ref} className={`min-h-0 overflow-hidden ${runsOn ? 'runs-on' : ''}`}>
      {children}
    </div>
  );
}

/** What a field says, with its corrections, how full it is, and what is wrong with it. */
export function GalleyCell({
  cell,
  field,
  rules,
  left,
  mend,
}: {
  cell: GalleyCellView;
  field: string;
  rules: Rules;
  /** It is left out of the correction. */
  left: boolean;
  mend: ((value: string | string[]) => void) | null;
}) {
  const next = left ? null : cell.next;
  const shown = next ?? cell.value;
  const marks = next === null ? null : marksOf(cell.value, next);
  const margin = marks && inMargin(marks);
  const full = fullness(shown, field, rules);
  const problem = left && cell.next !== null ? null : cell.problems[0];
  const tags = Array.isArray(cell.value);
  const pieces = cell.problems.flatMap((p) => p.pieces);
  return (
    <>
      {margin && <MarginMarks out={margin.out} put={margin.in} />}
      <Words>
        {tags ? (
          <span className="flex flex-wrap gap-x-2.5 gap-y-0.5">
            {(marks ?? (cell.value as string[]).map((text): Mark => ({ text, is: 'same' }))).map((m, i) => (
              <span key={i} className={m.is === 'same' ? 'border-b border-rule' : MARK[m.is]}>
                {m.is === 'same' ? <Pointed text={m.text} pieces={pieces} /> : m.text}
              </span>
            ))}
          </span>
        ) : (
          <span className="whitespace-pre-line" dir="auto">
            {marks ? <Marked marks={marks} /> : <Pointed text={cellText(cell.value)} pieces={pieces} />}
          </span>
        )}
      </Words>
      <div className="grid gap-0.5 pt-1">
        {problem && (
          <span className="truncate text-[11.5px] text-spot" title={problem.says}>
            {problem.mend && mend && (
              <button
                tabIndex={-1}
                className="mr-1 font-semibold underline"
                onClick={(e) => {
                  e.stopPropagation();
                  mend(problem.mend!.value);
                }}
              >
                {problem.mend.label}
              </button>
            )}
            {problem.says}
          </span>
        )}
        {cell.lacks && !left && (
          <span className="truncate text-[11.5px] text-ochre" title={cell.lacks}>
            {cell.lacks}
          </span>
        )}
        <span className="flex items-center gap-2">
          {cell.from && isKept(cell.from) && (
            <i title={cell.from === 'translated' ? 'a machine translated it' : 'a hand wrote it'} className="source hand">
              {cell.from === 'correction' ? 'corrected' : cell.from === 'translated' ? 'by machine' : 'by hand'}
            </i>
          )}
          <span className="grow">{full && <Fullness {...full} />}</span>
        </span>
      </div>
    </>
  );
}

/** Editing in place: Enter or leaving it keeps, Esc does not, Shift + Enter begins a line. */
export function CellEditor({
  label,
  first,
  field,
  rules,
  keep,
  drop,
}: {
  label: string;
  first: string;
  field: string;
  rules: Rules;
  keep: (text: string, then: 'down' | 'right' | 'left' | null) => void;
  drop: () => void;
}) {
  const ref = useRef<HTMLTextAreaElement>(null);
  const [text, setText] = useState(first);
  const done = useRef(false);
  useEffect(() => {
    const el = ref.current!;
    el.focus();
    el.setSelectionRange(el.value.length, el.value.length);
  }, []);
  // a row that is scrolled far away takes its editor along: what was typed is kept
  const latest = useRef({ text, keep });
  useEffect(() => {
    latest.current = { text, keep };
  });
  useEffect(() => {
    const [it, over] = [latest, done];
    return () => {
      if (!over.current) it.current.keep(it.current.text, null);
    };
  }, []);
  const end = (then: Parameters<typeof keep>[1]) => {
    done.current = true;
    keep(text, then);
  };
  const value = field === 'tags' ? text.split(/[,\n]/).filter((t) => t.trim()) : text.trim();
  const full = fullness(value, field, rules);
  return (
    <div className="absolute top-0 left-0 z-20 w-full min-w-[260px] border-2 border-teal bg-paper p-1.5">
      <textarea
        ref={ref}
        aria-label={label}
        className="block w-full resize-none bg-transparent outline-none"
        dir="auto"
        rows={Math.min(14, Math.max(4, Math.ceil(text.length / 38) + text.split('\n').length - 1))}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => done.current || end(null)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Escape') {
            done.current = true;
            drop();
          } else if (e.key === 'Enter' && !e.shiftKey) end('down');
          else if (e.key === 'Tab') end(e.shiftKey ? 'left' : 'right');
          else return;
          e.preventDefault();
        }}
      />
      {full && <Fullness {...full} />}
    </div>
  );
}
