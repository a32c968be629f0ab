import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { GivenView } from '@/api/shapes/bench';
import type { AreaPlacement } from '@/core/placement/form';
import { api, sentenceOf } from '../api';
import { tellStep } from '../commands/steps';
import { Gesture } from './gesture';
import type { AreaOf, Placed } from './store';

/** What is moved without an end of its own is kept so soon after the last move. */
const KEPT_AFTER_MS = 350;

interface Draft {
  id: string;
  name: string;
  placement: AreaPlacement;
}
export type Saving = 'kept' | 'being kept' | null;

/**
 * How the artwork in hand sits while it is being moved. It is kept by itself once a gesture, or when another artwork is taken in hand:
 * nothing is lost by leaving.
 */
export function useDraft(at: AreaOf, store: Placed) {
  const [draft, setDraft] = useState<Draft | null>(null);
  const [saving, setSaving] = useState<Saving>(null);
  const latest = useRef<Draft | null>(null);
  const { docket, line, area } = at;

  const keeping = useRef<Promise<void>>(Promise.resolve());

  /** How many places wait to be kept, or are being kept. */
  const waiting = useRef(0);

  const keepPlace = useCallback(
    async (mine: Draft) => {
      setSaving('being kept');
      try {
        const body = { line, area, artwork: mine.id, placement: mine.placement };
        const { undo } = await api<GivenView>('PUT', `/dockets/${docket}/placements`, body, true);
        if (undo) tellStep(`“${mine.name}” placed otherwise`, undo, () => store.again([mine.id]));
        await store.again([mine.id]);
        setSaving('kept');
      } catch (error) {
        toast.error(sentenceOf(error));
        setSaving(null);
      }
      waiting.current -= 1;
      // what has been moved meanwhile goes on
      setDraft((d) => (latest.current || waiting.current ? d : null));
    },
    [docket, line, area, store],
  );
  // One after the other: an earlier place must not arrive after a later one. What is kept is what was there when it was let go, and not
  // where the next drag has got to by the time that the one before is kept.
  const keep = useCallback(() => {
    const mine = latest.current;
    latest.current = null;
    if (mine) {
      waiting.current += 1;
      keeping.current = keeping.current.then(() => keepPlace(mine));
    }
    return keeping.current;
  }, [keepPlace]);

  const [gesture] = useState(() => new Gesture(KEPT_AFTER_MS));
  useEffect(() => gesture.keepBy(keep), [gesture, keep]);
  const put = useCallback(
    (next: Draft) => {
      latest.current = next;
      setDraft(next);
      gesture.moved();
    },
    [gesture],
  );
  useEffect(() => {
    const leave = () => gesture.flush();
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [gesture, keep]);
  return { draft, put, keep, saving, gesture };
}
