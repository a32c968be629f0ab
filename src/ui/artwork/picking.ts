import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Put } from '../parts/use-address';
import type { Grip } from './views/contact-sheet';

/** What stands on the screen right now: read by keys when they are pressed, not when they were bound. */
export interface Latest {
  ids: string[];
  openId: string | null;
  /** The selection, else the artwork under the cursor. */
  target: string[];
  picked: ReadonlySet<string>;
}

/** What is selected, and what a hand does to it. */
export function usePicking(ids: string[], openId: string | null, put: Put) {
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const selection = useMemo(() => (picked.size ? ids.filter((id) => picked.has(id)) : []), [ids, picked]);
  // what a key or a button acts on: the selection, else the artwork under the cursor
  const target = useMemo(() => (selection.length ? selection : openId ? [openId] : []), [selection, openId]);
  const drawn = useRef({ ids, selection, picked });
  useEffect(() => {
    drawn.current = { ids, selection, picked };
  }, [ids, selection, picked]);
  const latest = useCallback((): Latest => {
    // the address is ahead of what is drawn: a key that follows a click at once means the artwork just clicked
    const at = new URLSearchParams(window.location.search).get('open');
    return { ...drawn.current, openId: at, target: drawn.current.selection.length ? drawn.current.selection : at ? [at] : [] };
  }, []);
  const grip = useMemo<Grip>(
    () => ({
      open: (id) => put({ open: id }),
      enlarge: (id) => put({ open: id, view: 'large' }),
      toggle: (id, range) => {
        const { ids: all, openId: at } = latest();
        setPicked((old) => {
          const next = new Set(old);
          if (range && at) {
            const [a, b] = [all.indexOf(at), all.indexOf(id)].sort((x, y) => x - y) as [number, number];
            for (const one of all.slice(Math.max(0, a), b + 1)) next.add(one);
          } else if (!next.delete(id)) next.add(id);
          return next;
        });
        put({ open: id });
      },
    }),
    [put, latest],
  );
  /** Takes an artwork into the hand, with the selection if it is of it; says how many that makes. */
  const take = useCallback(
    (id: string): number => {
      const { picked: now, ids: all } = latest();
      const taken = now.has(id) ? all.filter((one) => now.has(one)) : [id];
      setPicked(new Set(taken));
      return taken.length;
    },
    [latest],
  );
  return { picked, setPicked, selection, target, latest, grip, take };
}
