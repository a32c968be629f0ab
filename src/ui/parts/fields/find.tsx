'use client';
import { useEffect, useState } from 'react';
import { useSettled } from '../use-settled';
import { SearchField } from './search-field';

/**
 * What is looked for on a screen. It is told once typing rests; what the screen says by itself meanwhile, after going back or from a
 * kept view, is taken over.
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
  const [known, setKnown] = useState(value);
  if (known !== value) {
    setKnown(value);
    if (value !== text.trim()) setText(value);
  }
  const settled = useSettled(text.trim());
  useEffect(() => {
    if (settled !== value && settled === text.trim()) change(settled);
    // only when typing has come to rest
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [settled]);
  return <SearchField label={label} hint={hint} value={text} change={setText} />;
}
