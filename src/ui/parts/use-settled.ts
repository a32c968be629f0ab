import { useEffect, useState } from 'react';

const SETTLES_MS = 140;

/** A value as it was when it last stood still for a moment: what is asked of the house while somebody types. */
export function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), SETTLES_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}
