'use client';
import { Dialog } from '../parts/dialog';
import { Story } from './story';

/** Everything that was done in the workspace, newest first. */
export function ActivityDialog({ open, close }: { open: boolean; close: () => void }) {
  return (
    <Dialog open={open} onClose={close} label="What was done" width={620}>
      <h2 className="mb-3 text-[20px]">What was done</h2>
      <Story empty="Nothing was done here yet." />
    </Dialog>
  );
}
