import { useCallback, useState } from 'react';
import { between, type Range, type Spot } from '../parts/lists/range';

const FIRST: Spot = { r: 0, c: 0 };

/** The cell that a hand is at, and the range it has marked from there; another list begins with its first. */
export function useMarked(query: string): { at: Spot; range: Range; move: (to: Spot, extend: boolean) => void } {
  const [at, setAt] = useState(FIRST);
  const [anchor, setAnchor] = useState(FIRST);
  const [shown, setShown] = useState(query);
  if (shown !== query) {
    setShown(query);
    setAt(FIRST);
    setAnchor(FIRST);
  }
  const move = useCallback((to: Spot, extend: boolean) => {
    setAt(to);
    if (!extend) setAnchor(to);
  }, []);
  return { at, range: between(anchor, at), move };
}
