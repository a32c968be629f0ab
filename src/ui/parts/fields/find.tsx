'use client';
import { useEffect, useRef, useState } from 'react';
import { useSettled } from '../use-settled';
import { SearchField } from './search-field';

/** So long after somebody typed, what the screen says otherwise is not taken over: an address may flicker while it is changed. */
const OWN_MS = 2500;

/**
 * What is looked for on a screen. It is told once typing rests; what the screen says by itself later, after going back or from a kept
 * view, is taken over.
 */
export function Find({
  label,
  hint,
  value,
  change,
}: {
  label: string;
  hint: string;
  value: string;
  change: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  const typed = useRef(-Infinity);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    // somebody may have begun to type since the screen said something else: looked at when it is taken over, not before
    const adopt = () => {
      const left = typed.current + OWN_MS - performance.now();
      if (left > 0) timer = setTimeout(adopt, left);
      else setText((mine) => (mine.trim() === value ? mine : value));
    };
    adopt();
    return () => clearTimeout(timer);
  }, [value]);
  const settled = useSettled(text.trim());
  useEffect(() => {
    if (settled !== value && settled === text.trim()) change(settled);
    // only when typing has come to rest
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [settled]);
  return (
    <SearchField
      label={label}
      hint={hint}
      value={text}
      change={(next) => {
        typed.current = performance.now();
        setText(next);
      }}
    />
  );
}
