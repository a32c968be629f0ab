'use client';
import { act, api } from '../../api';
import type { Intake } from '../types';
import { Button } from '../../parts/button';
import { EmptyState } from '../../parts/empty';

/** Archives that are being unpacked, and files that could not be taken, a sentence each. */
export function IntakeList({ intake }: { intake: Intake }) {
  const { refused, parcels } = intake;
  const shown = parcels.filter((p) => p.state !== 'refused');
  if (!refused.length && !shown.length) return null;
  return (
    <div role="status" className={`mx-3.5 mb-2 flex gap-3 px-3 py-2 ${refused.length ? 'bg-spot-t' : 'bg-paper2'}`}>
      <ul className="max-h-[112px] grow overflow-auto text-[13px]" tabIndex={0} aria-label="Not taken, and archives">
        {shown.map((p) => (
          <li key={p.id} className="flex items-center gap-3">
            <b className="truncate">{p.fileName}</b>
            <span>
              {p.state === 'waiting'
                ? 'waits to be unpacked'
                : `${p.done} of ${p.total} unpacked${p.hereAlready ? `, ${p.hereAlready} were here already` : ''}${p.state === 'stopped' ? ', stopped' : ''}`}
            </span>
            {(p.state === 'waiting' || p.state === 'unpacking') && (
              <button
                className="underline"
                onClick={() => void act(() => api('POST', `/artworks/parcels/${p.id}/stop`).then(() => undefined))}
              >
                stop
              </button>
            )}
          </li>
        ))}
        {refused.map((a) => (
          <li key={a.id}>{a.problem}</li>
        ))}
      </ul>
      <Button
        tone="quiet"
        className="shrink-0 self-start"
        onClick={() => void act(() => api('POST', '/artworks/dismiss', {}).then(() => undefined))}
      >
        Take off the list
      </Button>
    </div>
  );
}

export const Empty = ({ choose }: { choose: () => void }) => (
  <EmptyState
    title="Drop a folder of designs here"
    action={
      <Button tone="go" onClick={choose}>
        Choose files
      </Button>
    }
  >
    PNG with transparency at 4500 × 5400 px suits shirts; JPEG, WebP, AVIF, TIFF, SVG, PSD, OpenRaster, PDF and whole ZIPs are
    welcome too. Each file is kept as it is, measured and read. Folders become drawers. Pasting works, and so does the inbox
    folder beside the data.
  </EmptyState>
);
