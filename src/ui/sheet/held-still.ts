import { useEffect, useState } from 'react';

/** A second press of a double click may come so much later: common practice, no single source. */
const DOUBLE_MS = 300;

/**
 * What stands beside a grid comes and goes as cells are chosen, and moves the grid. Under a pressed pointer, and as long as a press may still
 * become a double one, nothing may come that was not there: else a drag ends on another cell than its hand points to.
 */
export function useHeldStill(open: string | null): { open: string | null; press: () => void } {
  /** What was open when the pointer was pressed; undefined where none is. */
  const [held, setHeld] = useState<string | null>();
  const [isDown, setDown] = useState(false);
  useEffect(() => {
    const up = () => setDown(false);
    window.addEventListener('pointerup', up);
    window.addEventListener('pointercancel', up);
    return () => {
      window.removeEventListener('pointerup', up);
      window.removeEventListener('pointercancel', up);
    };
  }, []);
  useEffect(() => {
    if (isDown || held === undefined) return;
    const timer = setTimeout(() => setHeld(undefined), DOUBLE_MS);
    return () => clearTimeout(timer);
  }, [isDown, held]);
  return {
    open: held === undefined ? open : held && (open ?? held),
    press: () => {
      setDown(true);
      setHeld((now) => (now === undefined ? open : now));
    },
  };
}
