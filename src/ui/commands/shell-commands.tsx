'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act, api } from '../api';
import { changeTheme } from '../shell/theme';
import { registry, useCommands } from './commands';
import { STATIONS } from './table';

const ActivityDialog = dynamic(() => import('../desk/activity-dialog').then((m) => m.ActivityDialog));

const PLACE: Record<(typeof STATIONS)[number], string> = {
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
  const [story, setStory] = useState(false);
  useCommands({
    activity: { says: 'What was done', does: () => setStory(true) },
    undo: {
      says: 'Undo the last change',
      // nothing was done in this window: the house remembers what one did last
      does: () =>
        void act(async () =>
          history.last
            ? history.undo()
            : await api<{ label: string; sentence: string }>('POST', '/activity/undo', {}).then((u) =>
                `Undone: ${u.label}. ${u.sentence}`.trim(),
              ),
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
  return story ? <ActivityDialog open close={() => setStory(false)} /> : null;
}
