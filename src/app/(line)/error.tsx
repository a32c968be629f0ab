'use client';
import { usePathname } from 'next/navigation';
import { Failed } from '@/ui/parts/notice';

const SCREENS: Record<string, string> = {
  artwork: 'The artwork',
  sheet: 'The sheet',
  proofs: 'The proofs',
  press: 'The press',
  ledger: 'The ledger',
  stockroom: 'The stockroom',
};

/** A screen that could not be loaded says which, and can be asked for again; the rest of the house stays. */
export default function Broken({ reset }: { error: Error; reset: () => void }) {
  const screen = SCREENS[usePathname().split('/')[1] ?? ''] ?? 'This screen';
  return (
    <div className="mx-auto max-w-[640px] p-12">
      <Failed what={screen} why="Nothing was lost. It may be back in a moment." again={reset} />
    </div>
  );
}
