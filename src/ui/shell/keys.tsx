'use client';
import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Mark, MEANING, STATES } from '../parts/marks';
import { Dialog } from '../parts/dialog';
import { typing } from '../parts/keyboard';
import { Button } from '../parts/button';

const EVERYWHERE: [string, string][] = [
  ['Ctrl K', 'command box: go anywhere'],
  ['/', 'search in this screen'],
  ['?', 'this page'],
  ['1 … 5', 'the stations of the line'],
  ['Esc', 'one level back'],
];
const HERE: Record<string, [string, string][]> = {
  '/artwork': [
    ['← ↑ → ↓', 'move'],
    ['Space', 'select'],
    ['Shift + arrows', 'extend'],
    ['Ctrl A', 'select all'],
    ['Enter', 'one large, and back'],
    ['Z', 'closer'],
    ['1 … 9', 'mark what is selected'],
    ['E', 'change a field of the selection'],
    ['X', 'put aside'],
    ['Delete', 'to the bin'],
    ['Ctrl Z', 'take the last change back'],
  ],
  '/sheet': [
    ['← ↑ → ↓', 'move'],
    ['Shift + arrows', 'extend the range'],
    ['Ctrl A', 'the whole sheet'],
    ['D', 'draft proofs for the range'],
    ['P', 'pass what is ready'],
    ['Enter', 'open the proof'],
  ],
  '/proofs': [
    ['↑ ↓', 'next or previous proof'],
    ['P', 'pass'],
    ['H', 'step through the held ones'],
    ['Z', 'look closer'],
    ['Ctrl Enter', 'finish editing a field'],
  ],
};

/** The keys of this screen and the key to the marks, one `?` away. */
export function Keys() {
  const [open, setOpen] = useState(false);
  const here = usePathname();
  useEffect(() => {
    const show = () => setOpen(true);
    const key = (e: KeyboardEvent) => {
      if (e.key === '?' && !typing(e)) show();
      const station = ['/artwork', '/sheet', '/proofs', '/press', '/ledger'][Number(e.key) - 1];
      if (station && !typing(e) && !e.ctrlKey && !e.metaKey && !e.altKey)
        document.querySelector<HTMLAnchorElement>(`nav a[href="${station}"]`)?.click();
      if (e.key === '/' && !typing(e)) {
        e.preventDefault();
        document.querySelector<HTMLInputElement>('input[type=search]')?.focus();
      }
    };
    window.addEventListener('press:keys', show);
    window.addEventListener('keydown', key);
    return () => {
      window.removeEventListener('press:keys', show);
      window.removeEventListener('keydown', key);
    };
  }, []);
  const list = (keys: [string, string][]) => (
    <dl className="grid grid-cols-[110px_1fr] gap-y-1.5">
      {keys.map(([k, what]) => (
        <div key={k} className="contents">
          <dt>
            <kbd className="kbd kbd-xs">{k}</kbd>
          </dt>
          <dd>{what}</dd>
        </div>
      ))}
    </dl>
  );
  return (
    <Dialog open={open} onClose={() => setOpen(false)} label="Keys and marks" width={640}>
      <div className="grid grid-cols-2 gap-8 p-6">
        <div>
          <h2 className="mb-3 text-[17px]">Keys</h2>
          {HERE[here] && <div className="mb-4 border-b border-dashed border-rule pb-4">{list(HERE[here])}</div>}
          {list(EVERYWHERE)}
        </div>
        <div>
          <h2 className="mb-3 text-[17px]">Marks</h2>
          <ul className="grid gap-2">
            {STATES.map((state) => (
              <li key={state} className="grid grid-cols-[92px_1fr]">
                <Mark state={state} word />
                <span className="text-soft">{MEANING[state]}</span>
              </li>
            ))}
          </ul>
          <p className="mt-4 flex items-center gap-2 text-soft">
            <i className="hatched inline-block h-6 w-8 border border-rule" /> cannot be filled, and says why
          </p>
          <p className="mt-2 flex items-center gap-2 text-soft">
            <i className="ml-1.5 inline-block h-6 w-5 border-[1.5px] border-dashed border-faint" /> could be filled
          </p>
        </div>
      </div>
      <div className="cut flex justify-end p-3">
        <Button onClick={() => setOpen(false)}>Close</Button>
      </div>
    </Dialog>
  );
}
