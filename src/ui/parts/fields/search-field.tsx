'use client';
import { useLayoutEffect, useRef } from 'react';

/** The search of a screen; `/` leads to it from anywhere on the screen. What is typed before the page is alive counts as well. */
export function SearchField({
  label,
  hint,
  value,
  change,
}: {
  label: string;
  hint: string;
  value: string;
  change: (value: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  useLayoutEffect(() => {
    const typed = input.current!.value;
    if (typed !== value) change(typed);
    // once, when the page comes alive, and before anything drawn anew puts back what the server wrote
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return (
    <label className="flex min-w-0 items-center gap-2 border-b-[1.5px] border-ink px-0.5 py-[3px] text-soft">
      <kbd className="kbd kbd-xs">/</kbd>
      <input
        ref={input}
        type="search"
        aria-label={label}
        placeholder={hint}
        value={value}
        onChange={(e) => change(e.target.value)}
        className="w-[210px] min-w-0 bg-transparent text-ink outline-none placeholder:text-faint"
      />
    </label>
  );
}
