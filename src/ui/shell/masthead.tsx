'use client';
import { thousands } from '@/core/thousands';
import { History, MoonStar, Sun } from 'lucide-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { Line } from '@/services/line/line';
import { api } from '../api';
import { registry } from '../commands/commands';
import { changeTheme } from './theme';
import { useLine } from './use-line';

/** The name, and the line: the stations of the job in order, each with what stands there and what waits. */
export function Masthead({ first, workspace, signedIn }: { first: Line; workspace: string; signedIn: boolean }) {
  const here = usePathname();
  const s = useLine()?.stations ?? first;
  const waits = (...parts: [number, string][]) => parts.find(([n]) => n > 0);
  const line: [string, string, number, [number, string] | undefined][] = [
    ['/artwork', 'Artwork', s.artwork.ready, waits([s.artwork.arriving, 'arriving'], [s.artwork.refused, 'not taken'])],
    ['/sheet', 'Sheet', s.sheet.proofs, undefined],
    ['/proofs', 'Proofs', s.proofs.waiting, waits([s.proofs.drafting, 'drafting'], [s.proofs.held, 'held'])],
    ['/press', 'Press', s.press.passed + s.press.sending, waits([s.press.sending, 'sending'], [s.press.refused, 'refused'])],
    ['/ledger', 'Ledger', s.ledger.listings, waits([s.ledger.drafts, 'drafts'])],
  ];
  return (
    <header className="grid grid-cols-[236px_1fr_auto] items-stretch bg-paper" style={{ borderBottom: '3px double var(--ink)' }}>
      <Link
        prefetch={false}
        href="/artwork"
        className="flex items-center gap-2.5 px-[18px] py-2"
        aria-label={`Union Press, ${workspace}`}
      >
        <svg width="30" height="30" viewBox="0 0 30 30" fill="none" stroke="currentColor" strokeWidth="1.8" aria-hidden>
          <circle cx="12.5" cy="15" r="8.2" />
          <circle cx="17.5" cy="15" r="8.2" stroke="var(--spot)" />
          <path d="M15 1.5v27M1.5 15h27" strokeWidth="1" />
        </svg>
        <span>
          <b className="block font-slab text-[19px] leading-none font-extrabold tracking-[-0.02em]">Union Press</b>
          <span className="text-[11.5px] text-soft">{workspace}</span>
        </span>
      </Link>
      <nav aria-label="The line" className="flex justify-center">
        {line.map(([href, word, n, waiting], i) => {
          const on = here.startsWith(href);
          return (
            <Link
              key={href}
              prefetch={false}
              href={href}
              aria-current={on ? 'page' : undefined}
              className={`relative min-w-[112px] px-5 pt-2 pb-1.5 xl:min-w-[128px] ${on ? 'bg-ink text-paper' : 'hover:bg-paper2'}`}
            >
              <span className="block font-slab text-[19px] leading-[1.05] font-semibold">{thousands(n)}</span>
              <span className={`text-[12px] ${on ? '' : 'text-soft'}`}>{word}</span>{' '}
              {waiting && (
                <span
                  className="text-[11px] font-semibold whitespace-nowrap"
                  style={{ color: on ? 'var(--spot-on-ink)' : 'var(--spot)' }}
                >
                  {thousands(waiting[0])} {waiting[1]}
                </span>
              )}
              {i < line.length - 1 && !on && !here.startsWith(line[i + 1]![0]) && (
                <span aria-hidden className="absolute top-1/2 -right-2 z-10 h-px w-4 bg-faint" />
              )}
            </Link>
          );
        })}
      </nav>
      <div className="flex items-center gap-1 px-3.5">
        <Link
          href="/stockroom"
          aria-current={here.startsWith('/stockroom') ? 'page' : undefined}
          className={`px-2 py-1.5 ${here.startsWith('/stockroom') ? 'border-b-2 border-ink font-semibold' : 'text-soft hover:text-ink'}`}
        >
          Stockroom
        </Link>
        <button className="p-1.5 text-soft hover:text-ink" aria-label="What was done" onClick={() => registry.run('activity')}>
          <History size={16} />
        </button>
        <button className="p-1.5 text-soft hover:text-ink" aria-label="Day or night theme" onClick={changeTheme}>
          <MoonStar size={16} className="in-data-[theme=night]:hidden" />
          <Sun size={16} className="hidden in-data-[theme=night]:block" />
        </button>
        {signedIn && (
          <button
            className="px-1.5 text-soft hover:text-ink"
            onClick={() => void api('DELETE', '/session').then(() => location.assign('/sign-in'))}
          >
            Sign out
          </button>
        )}
        <button
          className="kbd kbd-sm cursor-pointer"
          aria-label="Open the command box"
          onClick={() => window.dispatchEvent(new Event('press:command'))}
        >
          Ctrl K
        </button>
      </div>
    </header>
  );
}
