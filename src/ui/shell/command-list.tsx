'use client';
import { Command } from 'cmdk';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { RunReport } from '@/services/line/runs';
import type { ArtworkView } from '@/api/views';
import { api } from '../api';
import { registry } from '../commands/commands';
import { byRecency, COMMAND_IDS, commandOf, stationOf, type CommandId, type Station } from '../commands/table';
import { KeyHint } from '../parts/button';

const MOST_FOUND = 12;

interface Offered {
  id: CommandId;
  says: string;
  word: string;
  keys?: string;
}

function offers(station: Station | null): Offered[] {
  const now = COMMAND_IDS.filter((id) => [station, 'everywhere'].includes(commandOf(id).at)).flatMap((id): Offered[] => {
    const bound = registry.find(id);
    return bound ? [{ id, says: bound.says, word: commandOf(id).word, keys: commandOf(id).keys }] : [];
  });
  const order = byRecency(
    now.map((o) => o.id),
    registry.recent,
  );
  return now.sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
}

/** What the command box holds: what can be done just now, runs and artworks by part of their name. */
export function CommandList({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  const [typed, setTyped] = useState('');
  const [offered, setOffered] = useState<Offered[]>([]);
  const [runs, setRuns] = useState<RunReport[]>([]);
  const [artworks, setArtworks] = useState<ArtworkView[]>([]);
  const router = useRouter();
  const station = stationOf(usePathname());
  useEffect(() => {
    if (!open) return;
    api<{ items: RunReport[] }>('GET', '/runs').then(
      (r) => setRuns(r.items),
      () => undefined,
    );
    return () => setTyped('');
  }, [open]);
  useEffect(() => {
    if (!open || typed.trim().length < 2) return;
    let stale = false;
    const timer = setTimeout(
      () =>
        void api<{ items: ArtworkView[] }>(
          'GET',
          `/artworks?limit=${MOST_FOUND}&state=ready&find=${encodeURIComponent(typed.trim())}`,
        ).then(
          (a) => stale || setArtworks(a.items),
          () => undefined,
        ),
      120,
    );
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [open, typed]);
  // what acts on something just now, also while the box is open: a screen may still be coming
  useEffect(() => {
    if (!open) return;
    const look = () => setOffered(offers(station));
    look();
    return registry.hear(look);
  }, [open, station]);
  const then = (work: () => void) => {
    setOpen(false);
    // when the box has let go of the focus
    setTimeout(work, 0);
  };
  const item = 'flex cursor-pointer items-center justify-between gap-4 px-4 py-1.5 data-[selected=true]:bg-teal-t';
  const heading =
    '[&_[cmdk-group-heading]]:px-4 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[11.5px] [&_[cmdk-group-heading]]:text-soft';
  return (
    <Command.Dialog
      open={open}
      onOpenChange={setOpen}
      label="Command box"
      overlayClassName="fixed inset-0 z-40 bg-[rgb(20_14_8/0.45)]"
      contentClassName="fixed top-[14vh] left-1/2 z-50 w-[560px] -translate-x-1/2 border-[1.5px] border-ink bg-paper"
    >
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="Do something, or go somewhere…"
        className="w-full border-b-[1.5px] border-ink bg-transparent px-4 py-3 text-[16px] outline-none"
      />
      <Command.List className="max-h-[54vh] overflow-auto pb-2">
        <Command.Empty className="px-4 py-5 text-soft">Nothing here has that name.</Command.Empty>
        <Command.Group heading="Do" className={heading}>
          {offered.map((o) => (
            <Command.Item
              key={o.id}
              // what it says may change while the box is open: it stays the one that is chosen
              value={o.id}
              keywords={[o.says, o.word]}
              className={item}
              onSelect={() => then(() => registry.run(o.id))}
            >
              {o.says} {o.keys && <KeyHint keys={o.keys} />}
            </Command.Item>
          ))}
        </Command.Group>
        {typed && (
          <Command.Group heading="Runs" className={heading}>
            {runs.map((r) => (
              <Command.Item
                key={r.id}
                value={`${r.name} ${r.id}`}
                className={item}
                onSelect={() => then(() => router.push(`/proofs?run=${r.id}`))}
              >
                {r.name} <span className="text-soft">{r.total} proofs</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {typed.trim().length > 1 && (
          <Command.Group heading="Artwork" className={heading}>
            {artworks.map((a) => (
              <Command.Item
                key={a.id}
                // what the house found need not have the typed words in its name
                value={`${a.name} ${typed} ${a.id}`}
                className={item}
                onSelect={() => then(() => router.push(`/artwork?open=${a.id}`))}
              >
                {a.name} <span className="text-soft">{a.subject}</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
      </Command.List>
    </Command.Dialog>
  );
}
