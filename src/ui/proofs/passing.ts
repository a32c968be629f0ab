import { useCallback } from 'react';
import { act, api } from '../api';
import { did } from '../commands/commands';
import { count } from '../parts/format';

/** Passes proofs, and says so with the way back. */
export function usePass(): (ids: string[]) => void {
  return useCallback(
    (ids) =>
      void act(async () => {
        const pass = () =>
          api<{ passed: number }>('POST', '/proofs/pass', { ids }).then(
            (a) => `${count(a.passed, 'proof')} passed; ${a.passed === 1 ? 'it waits' : 'they wait'} at the press.`,
          );
        const back = () =>
          api<{ ready: number }>('POST', '/proofs/unpass', { ids }).then((a) => `${count(a.ready, 'proof')} taken back.`);
        did({ says: await pass(), back, again: pass });
      }),
    [],
  );
}
