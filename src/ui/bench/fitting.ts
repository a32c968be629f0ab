import { useState } from 'react';
import { toast } from 'sonner';
import type { GivenView } from '@/api/shapes/bench';
import type { ArtworkView } from '@/api/views';
import { act, api, Refusal } from '../api';
import { registry } from '../commands/commands';
import { tellStep } from '../commands/steps';
import type { AreaOf, Placed } from './store';

const ASKED_EVERY_MS = 400;
/** A file that is not read by then is read later: it can be dropped again. */
const MOST_MS = 120_000;

type TakenIn = { outcome: string; id?: string; sentence?: string };

/** Brings a file in that was made for the print area, waits until it is measured, and uses it there instead of the artwork. */
export function useFitting(at: AreaOf, store: Placed, keep: () => Promise<void>) {
  const [bringing, setBringing] = useState<string | null>(null);
  const fit = (artwork: { id: string; name: string }, file: File) =>
    void act(async () => {
      setBringing(file.name);
      try {
        await keep();
        const id = await broughtIn(file);
        const { docket, line, area } = at;
        const { undo } = await api<GivenView>('POST', `/dockets/${docket}/placements/fitting`, {
          line,
          area,
          artwork: artwork.id,
          file: id,
        });
        await store.again([artwork.id]);
        if (!undo) return `${file.name} is used there already.`;
        const says = `${file.name} is used for “${artwork.name}” on ${area}.`;
        tellStep(says, undo, () => store.again([artwork.id]));
        const step = registry.history.last!;
        toast(says, { action: { label: 'Undo', onClick: () => void act(() => registry.history.undo(step)) }, duration: 8000 });
      } finally {
        setBringing(null);
      }
    });
  return { bringing, fit };
}

async function broughtIn(file: File): Promise<string> {
  const form = new FormData();
  form.append('fitting', 'yes');
  form.append('files', file);
  const { results } = await api<{ results: TakenIn[] }>('POST', '/artworks', form);
  const { outcome, id, sentence } = results[0]!;
  if (outcome === 'refused' || outcome === 'unpacking' || !id) throw new Refusal(422, sentence ?? `${file.name} is no picture.`);
  for (const until = Date.now() + MOST_MS; Date.now() < until;) {
    const it = await api<ArtworkView>('GET', `/artworks/${id}`);
    if (it.state === 'ready') return id;
    if (it.state === 'refused') throw new Refusal(422, it.problem ?? `${file.name} could not be read.`);
    await new Promise((resolve) => setTimeout(resolve, ASKED_EVERY_MS));
  }
  throw new Refusal(0, `${file.name} takes long to be read. Drop it again in a while.`);
}
