'use client';
import { useRouter } from 'next/navigation';
import { act, api } from '../api';
import { changeTheme } from '../shell/theme';
import { registry, useCommands } from './commands';
import { STATIONS, type Station } from './table';

const PLACE: Record<Station, string> = {
  artwork: 'the artwork',
  sheet: 'the sheet',
  proofs: 'the proofs',
  press: 'the press',
  ledger: 'the ledger',
  stockroom: 'the stockroom',
};

/** What can be done on every screen. */
export function ShellCommands() {
  const router = useRouter();
  const { history } = registry;
  useCommands({
    undo: {
      says: 'Undo the last change',
      // nothing was done in this window: the house remembers the last changes of artwork
      does: () =>
        void act(async () =>
          history.last
            ? history.undo()
            : await api<{ label: string }>('POST', '/artworks/undo', {}).then((u) => `Undone: ${u.label}.`),
        ),
    },
    redo: {
      says: 'Make again what was undone',
      does: () => void act(async () => (await history.redo()) ?? 'There is nothing to make again.'),
    },
    ...Object.fromEntries(STATIONS.map((s) => [`go.${s}`, { says: `To ${PLACE[s]}`, does: () => router.push(`/${s}`) }])),
    search: {
      says: 'Search in this screen',
      does: () => document.querySelector<HTMLInputElement>('input[type=search]')?.focus(),
    },
    theme: { says: 'Day or night', does: changeTheme },
    keys: { says: 'Keys and marks', does: () => window.dispatchEvent(new Event('press:keys')) },
  });
  return null;
}
