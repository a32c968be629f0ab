'use client';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';

const load = () => import('./command-list').then((m) => m.CommandList);
const CommandList = dynamic(load);

/** Ctrl/Cmd+K: do something to what is selected, or go to a station, a run or an artwork, by typing part of its name. */
export function CommandBox() {
  const [open, setOpen] = useState(false);
  // its parts are fetched with the first half of its key
  const [wanted, setWanted] = useState(false);
  useEffect(() => {
    const show = () => {
      setWanted(true);
      setOpen(true);
    };
    const key = (e: KeyboardEvent) => {
      if (e.key === 'Control' || e.key === 'Meta') void load();
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
  return wanted && <CommandList open={open} setOpen={setOpen} />;
}
