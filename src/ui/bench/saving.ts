import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { GivenView } from '@/api/shapes/bench';
import type { AreaPlacement } from '@/core/placement/form';
import { api, sentenceOf } from '../api';
import { tellStep } from '../commands/steps';
import type { AreaOf, Placed } from './store';

/** What is being moved is kept so soon after the last move. */
const KEPT_AFTER_MS = 350;

interface Draft {
  id: string;
  name: string;
  placement: AreaPlacement;
}
export type Saving = 'kept' | 'being kept' | null;

/**
 * How the artwork in hand sits while it is being moved. It is kept by itself as soon as the hand rests, or another artwork is taken
 * in hand: nothing is lost by leaving.
 */
export function useDraft(at: AreaOf, store: Placed) {
  const [draft, setDraft] = useState<Draft | null>(null);
  const [saving, setSaving] = useState<Saving>(null);
  const latest = useRef<Draft | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const { docket, line, area } = at;

  const keeping = useRef<Promise<void>>(Promise.resolve());

  const keepNow = useCallback(async () => {
    const mine = latest.current;
    if (!mine) return;
    latest.current = null;
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
    // what has been moved meanwhile goes on
    setDraft((d) => (latest.current ? d : null));
  }, [docket, line, area, store]);
  // one after the other: an earlier place must not arrive after a later one
  const keep = useCallback(() => {
    clearTimeout(timer.current);
    keeping.current = keeping.current.then(keepNow);
    return keeping.current;
  }, [keepNow]);

  const put = useCallback(
    (next: Draft) => {
      latest.current = next;
      setDraft(next);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void keep(), KEPT_AFTER_MS);
    },
    [keep],
  );
  useEffect(() => {
    const leave = () => void keep();
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [keep]);
  return { draft, put, keep, saving };
}
