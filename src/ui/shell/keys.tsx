'use client';
import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import { COMMAND_IDS, commandOf, MOVES, stationOf, type Station } from '../commands/table';
import { Button } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { Mark, MEANING, STATES } from '../parts/marks';

const keysAt = (where: Station | 'everywhere'): [string, string][] =>
  COMMAND_IDS.map(commandOf).flatMap((c): [string, string][] => (c.at === where && c.keys ? [[c.keys, c.word]] : []));

/** The keys of this screen and the key to the marks, one `?` away. */
export function Keys() {
  const [open, setOpen] = useState(false);
  const here = stationOf(usePathname());
  useEffect(() => {
    const show = () => setOpen(true);
    window.addEventListener('press:keys', show);
    return () => window.removeEventListener('press:keys', show);
  }, []);
  const list = (keys: [string, string][]) => (
    <dl className="grid grid-cols-[104px_1fr] gap-y-1.5">
      {keys.map(([k, what]) => (
        <div key={`${k}${what}`} className="contents">
          <dt>
            <kbd className="kbd kbd-xs">{k}</kbd>
          </dt>
          <dd>{what}</dd>
        </div>
      ))}
    </dl>
  );
  return (
    <Dialog
      open={open}
      onClose={() => setOpen(false)}
      label="Keys and marks"
      width={900}
      foot={<Button onClick={() => setOpen(false)}>Close</Button>}
    >
      <div className="grid grid-cols-3 gap-8">
        <div>
          <h2 className="mb-3 text-[17px]">Keys here</h2>
          {here && list([...(MOVES[here] ?? []), ...keysAt(here)])}
        </div>
        <div>
          <h2 className="mb-3 text-[17px]">Everywhere</h2>
          {list([['Ctrl K', 'Command box: do something, go anywhere'], ...keysAt('everywhere'), ['Esc', 'One level back']])}
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
    </Dialog>
  );
}
