import { useEffect } from 'react';
import { typing } from '../parts/keyboard';
import type { Latest } from './picking';
import type { Put } from '../parts/use-address';
import type { View } from './types';
import type { Incoming } from './uploads/uploads';

interface Hands {
  view: View;
  /** Artworks in a row of the sheet. */
  across: number;
  latest: () => Latest;
  put: Put;
  setPicked: React.Dispatch<React.SetStateAction<ReadonlySet<string>>>;
  /** Does what a digit stands for; says whether it stands for anything. */
  pressKey: (key: string) => boolean;
  take: (files: Incoming[]) => void;
}

/** The keys that move about the artwork station, the digits that mark, and pasting. What acts is a command. */
export function useMoving({ view, across, latest, put, setPicked, pressKey, take }: Hands): void {
  useEffect(() => {
    const move = (step: number, extend: boolean) => {
      const { ids, openId } = latest();
      const cursor = openId ? ids.indexOf(openId) : -1;
      const next = Math.max(0, Math.min(ids.length - 1, cursor < 0 ? 0 : cursor + step));
      if (!ids[next]) return;
      put({ open: ids[next] });
      if (extend && cursor >= 0)
        setPicked((old) => new Set([...old, ...ids.slice(Math.min(cursor, next), Math.max(cursor, next) + 1)]));
    };
    const toggle = (id: string) =>
      setPicked((old) => {
        const next = new Set(old);
        if (!next.delete(id)) next.add(id);
        return next;
      });
    const back = () => {
      if (view !== 'contact' && view !== 'table') put({ view: null, beside: null });
      else if (latest().picked.size) setPicked(new Set());
      else put({ open: null });
    };
    const key = (e: KeyboardEvent) => {
      if (typing(e) || e.altKey || e.ctrlKey || e.metaKey) return;
      const { openId } = latest();
      const onButton = e.target instanceof HTMLButtonElement;
      const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: across, ArrowUp: -across }[e.key];
      if (step && view !== 'alike') move(step, e.shiftKey);
      else if (e.key === ' ' && openId && !onButton) toggle(openId);
      else if (/^[1-9]$/.test(e.key)) {
        // with artwork under the hand a digit marks it; without, it leads to a station
        if (!pressKey(e.key)) return;
      } else if (e.key === 'Enter' && openId && !onButton) put({ view: view === 'large' ? null : 'large' });
      else if (e.key === 'Escape') back();
      else return;
      e.preventDefault();
    };
    const paste = (e: ClipboardEvent) => {
      const files = [...(e.clipboardData?.files ?? [])];
      if (!files.length) return;
      e.preventDefault();
      const stamp = new Date().toISOString().slice(0, 19).replace('T', ' ').replace(/:/g, '.');
      // a picture copied from a program has no name of its own
      const named = (f: File) =>
        /^image\.\w+$/.test(f.name) ? new File([f], `Pasted ${stamp}.${f.name.split('.').at(-1)}`, { type: f.type }) : f;
      take(files.map((f) => ({ file: named(f), drawer: null })));
    };
    // before the commands hear them: what is taken here is taken
    window.addEventListener('keydown', key, true);
    window.addEventListener('paste', paste);
    return () => {
      window.removeEventListener('keydown', key, true);
      window.removeEventListener('paste', paste);
    };
  }, [view, across, latest, put, setPicked, pressKey, take]);
}
