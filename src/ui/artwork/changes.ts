import { useCallback } from 'react';
import type { ChangeReport } from '@/services/artwork/changing';
import { act, api } from '../api';
import { did } from '../commands/commands';
import { count } from '../parts/format';
import type { MarkKeys } from './dialogs/mark-keys';
import type { Latest } from './picking';
import type { Cards } from './store';

/** Says what was done; `undo` is the house's own step, that can be taken back and made again. */
export type Done = (undo: string | null, said: string) => void;

const undone = ({ label, sentence }: { label: string; sentence: string }) => `Taken back: ${label}. ${sentence}`.trim();
const redone = ({ label, sentence }: { label: string; sentence: string }) => `Made again: ${label}. ${sentence}`.trim();

export function useDone(): Done {
  return useCallback((undo, said) => {
    if (!undo) return void act(() => Promise.resolve(said));
    did({
      says: said,
      back: () => api<{ label: string; sentence: string }>('POST', '/artworks/undo', { id: undo }).then(undone),
      again: () => api<{ label: string; sentence: string }>('POST', '/artworks/redo', { id: undo }).then(redone),
    });
  }, []);
}

/** Changes artworks by hand, and says what came of it. */
export function useChange(done: Done) {
  return useCallback(
    (ids: string[], what: object, said: (r: ChangeReport) => string): Promise<boolean> =>
      act(async () => {
        const report = await api<ChangeReport>('POST', '/artworks/change', { ids, change: what });
        done(report.undo, report.changed ? said(report) : 'They were so already.');
      }),
    [done],
  );
}

/** What a digit key does: sets a mark or a field on what is selected, or takes it off where all have it. Says whether it did. */
export function usePressKey(keys: MarkKeys, cards: Cards, latest: () => Latest, change: ReturnType<typeof useChange>) {
  return useCallback(
    (key: string): boolean => {
      const mark = keys[key];
      const to = latest().target;
      if (!mark || !to.length) return false;
      const some = to.map((id) => cards.get(id)).filter((a) => a !== undefined);
      const has = (a: (typeof some)[number]) =>
        mark.field === 'mark' ? a.marks.includes(mark.value) : a[mark.field] === mark.value;
      const off = some.length > 0 && some.every(has);
      const what =
        mark.field === 'mark' ? { [off ? 'removeMarks' : 'addMarks']: [mark.value] } : { [mark.field]: off ? '' : mark.value };
      void change(to, what, (r) => `${count(r.changed, 'artwork')}: ${off ? 'no longer ' : ''}${mark.value}.`);
      return true;
    },
    [keys, cards, latest, change],
  );
}
