import { toast } from 'sonner';
import { act, api } from '../api';
import { registry } from './commands';

/** Tells a step of the house to the history of this window, by which it is taken back and made again; `after` shows it. */
export function tellStep(says: string, undo: string, after: () => void | Promise<void> = () => undefined): void {
  const go = (path: 'undo' | 'redo') => async () => {
    const { sentence } = await api<{ sentence: string }>('POST', `/activity/${path}`, { id: undo });
    await after();
    return sentence || undefined;
  };
  registry.history.did({ says, back: go('undo'), again: go('redo') });
}

/** The same, and says it with a button that takes it back. */
export function sayStep(says: string, undo: string, after?: () => void | Promise<void>): void {
  tellStep(says, undo, after);
  const step = registry.history.last!;
  toast(says, { action: { label: 'Undo', onClick: () => void act(() => registry.history.undo(step)) }, duration: 8000 });
}

/** Tells the last step that was done to one thing, by its id, to the history of this window. */
export async function tellLastStep(of: string, says: string): Promise<void> {
  const { items } = await api<{ items: { id: string; undoable: boolean }[] }>(
    'GET',
    `/activity?of=${encodeURIComponent(of)}&limit=1`,
  );
  if (items[0]?.undoable) tellStep(says, items[0].id);
}
