'use client';
import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { RunReport } from '@/services/line/runs';
import type { ArtworkView } from '@/api/views';
import { api } from '../api';

const PLACES: [string, string][] = [
  ['Artwork', '/artwork'],
  ['Sheet', '/sheet'],
  ['Proofs', '/proofs'],
  ['Proofs that are held', '/proofs?state=held'],
  ['Press', '/press'],
  ['Ledger', '/ledger'],
  ['Stockroom: dockets, blanks, outlets', '/stockroom'],
];

/** Ctrl/Cmd+K: go to a station, a run or an artwork by typing part of its name. */
export function CommandBox() {
  const [open, setOpen] = useState(false);
  const [found, setFound] = useState<{ runs: RunReport[]; artworks: ArtworkView[] }>({ runs: [], artworks: [] });
  const router = useRouter();
  useEffect(() => {
    const show = () => {
      setOpen(true);
      void Promise.all([
        api<{ items: RunReport[] }>('GET', '/runs'),
        api<{ items: ArtworkView[] }>('GET', '/artworks?limit=1000&state=ready'),
      ]).then(
        ([runs, artworks]) => setFound({ runs: runs.items, artworks: artworks.items }),
        () => undefined,
      );
    };
    const key = (e: KeyboardEvent) => {
      if (e.key.toLowerCase() !== 'k' || !(e.ctrlKey || e.metaKey)) return;
      e.preventDefault();
      show();
    };
    window.addEventListener('keydown', key);
    window.addEventListener('press:command', show);
    return () => {
      window.removeEventListener('keydown', key);
      window.removeEventListener('press:command', show);
    };
  }, []);
  const go = (to: string) => {
    setOpen(false);
    router.push(to);
  };
  const item = 'cursor-pointer px-4 py-1.5 data-[selected=true]:bg-teal-t';
  const heading =
    '[&_[cmdk-group-heading]]:px-4 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[11.5px] [&_[cmdk-group-heading]]:text-soft';
  return (
    <Command.Dialog
      open={open}
      onOpenChange={setOpen}
      label="Command box"
      overlayClassName="fixed inset-0 z-40 bg-[rgb(20_14_8/0.45)]"
      contentClassName="fixed top-[14vh] left-1/2 z-50 w-[540px] -translate-x-1/2 border-[1.5px] border-ink bg-paper"
    >
      <Command.Input
        placeholder="Go to…"
        className="w-full border-b-[1.5px] border-ink bg-transparent px-4 py-3 text-[16px] outline-none"
      />
      <Command.List className="max-h-[50vh] overflow-auto pb-2">
        <Command.Empty className="px-4 py-5 text-soft">Nothing here has that name.</Command.Empty>
        <Command.Group heading="Places" className={heading}>
          {PLACES.map(([word, to]) => (
            <Command.Item key={to} className={item} onSelect={() => go(to)}>
              {word}
            </Command.Item>
          ))}
        </Command.Group>
        <Command.Group heading="Runs" className={heading}>
          {found.runs.map((r) => (
            <Command.Item key={r.id} value={`${r.name} ${r.id}`} className={item} onSelect={() => go(`/proofs?run=${r.id}`)}>
              {r.name} <span className="text-soft">{r.total} proofs</span>
            </Command.Item>
          ))}
        </Command.Group>
        <Command.Group heading="Artwork" className={heading}>
          {found.artworks.map((a) => (
            <Command.Item key={a.id} value={`${a.name} ${a.id}`} className={item} onSelect={() => go(`/artwork?open=${a.id}`)}>
              {a.name} <span className="text-soft">{a.subject}</span>
            </Command.Item>
          ))}
        </Command.Group>
      </Command.List>
    </Command.Dialog>
  );
}
