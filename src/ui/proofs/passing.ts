import { useCallback } from 'react';
import type { Selection } from '@/services/line/sheet';
import { act, api } from '../api';
import { did } from '../commands/commands';
import { count } from '../parts/format';

/** Passes proofs, and says so with the way back. */
export function usePass(): (ids: string[]) => void {
  return useCallback(
    (ids) =>
      void act(async () => {
        const pass = () => api<{ passed: number }>('POST', '/proofs/pass', { ids }).then((a) => passed(a.passed));
        const back = () =>
          api<{ ready: number }>('POST', '/proofs/unpass', { ids }).then((a) => `${count(a.ready, 'proof')} taken back.`);
        did({ says: await pass(), back, again: pass });
      }),
    [],
  );
}

const passed = (n: number) => `${count(n, 'proof')} passed; ${n === 1 ? 'it waits' : 'they wait'} at the press.`;

/** Passes what is ready of all that is meant, by a part of the sheet or by a search, and says so with the way back: the last step of whoever asks. */
export function usePassMeant(): (meant: { selection: Selection } | { search: Record<string, string> }) => void {
  return useCallback(
    (meant) =>
      void act(async () => {
        const pass = () => api<{ passed: number }>('POST', '/proofs/pass', meant).then((a) => passed(a.passed));
        const says = await pass();
        const step = (await api<{ items: { id: string; own: boolean; undoable: boolean }[] }>('GET', '/activity?about=proof&limit=1')).items[0]; // prettier-ignore
        if (!step?.undoable) return says;
        did({
          says,
          back: () => api('POST', '/activity/undo', { id: step.id }).then(() => 'Taken back; they can be changed again.'),
          again: pass,
        });
      }),
    [],
  );
}
