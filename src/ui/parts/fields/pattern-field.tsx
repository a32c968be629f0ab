'use client';
import { useEffect, useId, useRef, useState } from 'react';
import { Field, type Told } from './field';

/** Something that a pattern may say: what is written between its braces, and what it stands for. */
export interface Completion {
  value: string;
  says: string;
}

/** So many are shown at once. */
const SHOWN = 8;

/** What is being typed between braces that are still open before the cursor; null where none are. */
export function openValue(text: string, at: number): { from: number; typed: string } | null {
  const before = text.slice(0, at);
  const from = before.lastIndexOf('{{');
  if (from < 0 || before.indexOf('}}', from) >= 0) return null;
  const typed = before.slice(from + 2);
  // after a bar come filters, which are not completed
  return /[|\n]/.test(typed) ? null : { from, typed: typed.trimStart() };
}

/** Those that go on with what is typed: by their beginning first, then by their words. */
export function completionsFor(all: readonly Completion[], typed: string): Completion[] {
  const t = typed.trim().toLowerCase();
  const begins = all.filter((c) => c.value.toLowerCase().startsWith(t));
  const says = all.filter((c) => !begins.includes(c) && (c.value.toLowerCase().includes(t) || c.says.toLowerCase().includes(t)));
  return [...begins, ...says].slice(0, SHOWN);
}

/**
 * A pattern: a text with values in braces, which are completed while they are typed (WAI-ARIA APG, combobox with a list: arrows move,
 * Enter or Tab takes, Esc closes).
 */
export function PatternField({
  completions,
  value,
  put,
  rows,
  ...told
}: Told & { completions: readonly Completion[]; value: string; put: (text: string) => void; rows: number }) {
  const id = useId();
  const area = useRef<HTMLTextAreaElement>(null);
  const [begun, setBegun] = useState<{ from: number; typed: string } | null>(null);
  // what arrives while somebody types is offered as well
  const found = begun ? completionsFor(completions, begun.typed) : [];
  const open = begun !== null && found.length > 0;
  const [at, setAt] = useState(0);
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    if (open) list.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  const look = () => {
    const el = area.current!;
    setBegun(el.selectionStart === el.selectionEnd ? openValue(el.value, el.selectionStart) : null);
    setAt(0);
  };
  const take = (c: Completion) => {
    const el = area.current!;
    const rest = el.value.slice(el.selectionStart).replace(/^\s*\}\}/, '');
    const said = `${el.value.slice(0, begun!.from)}{{ ${c.value} }}`;
    put(said + rest);
    setBegun(null);
    // the cursor goes on behind the braces, once the field says so
    requestAnimationFrame(() => {
      el.focus();
      el.setSelectionRange(said.length, said.length);
    });
  };
  return (
    <Field {...told}>
      {(wired) => (
        <div className="relative">
          <textarea
            {...wired}
            ref={area}
            role="combobox"
            aria-expanded={open}
            aria-controls={`${id}-list`}
            aria-autocomplete="list"
            aria-activedescendant={open ? `${id}-${at}` : undefined}
            className="textarea min-h-0"
            rows={rows}
            value={value}
            spellCheck={false}
            onChange={(e) => {
              put(e.target.value);
              look();
            }}
            onClick={look}
            onBlur={() => setBegun(null)}
            onKeyDown={(e) => {
              if (!open) return;
              const by = { ArrowDown: 1, ArrowUp: -1 }[e.key];
              if (by) setAt((i) => (i + by + found.length) % found.length);
              else if (e.key === 'Enter' || e.key === 'Tab') take(found[at]!);
              else if (e.key === 'Escape') setBegun(null);
              else return;
              e.preventDefault();
              e.stopPropagation();
            }}
          />
          <ul
            ref={list}
            id={`${id}-list`}
            role="listbox"
            aria-label={`Values for ${told.label}`}
            hidden={!open}
            className="menu menu-sm absolute top-full left-0 z-30 w-[440px] max-w-full flex-nowrap border-[1.5px] border-ink bg-paper p-0"
          >
            {found.map((c, i) => (
              <li
                key={c.value}
                id={`${id}-${i}`}
                role="option"
                aria-selected={i === at}
                className={`flex-row gap-3 px-2.5 py-1 ${i === at ? 'bg-teal-t' : ''}`}
                onMouseDown={(e) => {
                  e.preventDefault();
                  take(c);
                }}
              >
                <code className="shrink-0">{c.value}</code>
                <span className="truncate text-soft">{c.says}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </Field>
  );
}
