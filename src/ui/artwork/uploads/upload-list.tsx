'use client';
import { Pause, Play, X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { bytes } from '../../parts/format';
import type { Upload, UploadQueue } from './uploads';
import { Button } from '../../parts/button';
import { Progress } from '../../parts/progress';

const OPEN = ['waiting', 'going', 'paused'];

/** Files on their way in: a total with rate and time left, those that need a look, and the ones under way, each by itself. */
export function UploadList({ uploads, paused, queue }: { uploads: Upload[]; paused: boolean; queue: UploadQueue }) {
  const counted = uploads.filter((u) => u.state !== 'cancelled');
  const done = counted.filter((u) => !OPEN.includes(u.state));
  const odd = uploads.filter((u) => u.sentence);
  const under = uploads.filter((u) => u.state === 'going' || u.state === 'paused').slice(0, 6);
  const total = counted.reduce((n, u) => n + u.size, 0);
  const moved = counted.reduce((n, u) => n + u.size * (OPEN.includes(u.state) ? u.share : 1), 0);
  const rate = useRate(moved, done.length < counted.length && !paused);
  if (!uploads.length) return null;
  const busy = done.length < counted.length;
  return (
    <div className="mx-3.5 mb-2 border-[1.5px] border-ink bg-paper px-3 py-2" aria-label="Bringing in" role="region">
      <div className="flex items-center gap-3 whitespace-nowrap">
        <b aria-live="polite">
          {done.length} of {counted.length} brought in
        </b>
        <span className="grow">
          <Progress label="Bringing in" done={moved} total={total} />
        </span>
        <span className="text-soft">
          {bytes(moved)} of {bytes(total)}
          {paused && busy ? ' · paused' : busy && rate > 0 ? ` · ${bytes(rate)}/s · ${time((total - moved) / rate)} left` : ''}
        </span>
        {busy ? (
          <>
            <Button tone="quiet" className="-my-1" onClick={() => queue.pauseAll(!paused)}>
              {paused ? 'Go on' : 'Pause'}
            </Button>
            <Button tone="quiet" className="-my-1" onClick={queue.cancelAll}>
              Cancel the rest
            </Button>
          </>
        ) : (
          <Button tone="quiet" className="-my-1" onClick={queue.clear}>
            Done
          </Button>
        )}
      </div>
      {under.length > 0 && (
        <ul className="mt-1.5 grid grid-cols-2 gap-x-6 gap-y-0.5 xl:grid-cols-3">
          {under.map((u) => (
            <One key={u.key} upload={u} queue={queue} />
          ))}
        </ul>
      )}
      {odd.length > 0 && (
        <ul className="mt-1.5 max-h-[70px] overflow-auto text-[12px]" tabIndex={0} aria-label="What needs a look">
          {odd.map((u) => (
            <li key={u.key} className={u.state === 'refused' ? 'text-spot' : 'text-soft'}>
              {u.sentence}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function One({ upload: u, queue }: { upload: Upload; queue: UploadQueue }) {
  const halted = u.state === 'paused';
  return (
    <li className="flex items-center gap-1.5 text-[12px]">
      <span className="grow truncate">{u.name}</span>
      <span className="w-[60px]">
        <Progress label={u.name} done={u.share} total={1} />
      </span>
      <button
        className="p-1 text-soft hover:text-ink"
        aria-label={halted ? `Go on with ${u.name}` : `Pause ${u.name}`}
        onClick={() => (halted ? queue.resume(u.key) : queue.pause(u.key))}
      >
        {halted ? <Play size={12} /> : <Pause size={12} />}
      </button>
      <button className="p-1 text-soft hover:text-spot" aria-label={`Cancel ${u.name}`} onClick={() => queue.cancel(u.key)}>
        <X size={13} />
      </button>
    </li>
  );
}

/** Bytes a second over the last few seconds. */
function useRate(moved: number, busy: boolean): number {
  const [rate, setRate] = useState(0);
  const now = useRef(moved);
  useEffect(() => {
    now.current = moved;
  }, [moved]);
  useEffect(() => {
    if (!busy) return;
    const points: [number, number][] = [];
    const timer = setInterval(() => {
      points.push([Date.now(), now.current]);
      while (points.length > 8) points.shift();
      const [t, m] = points[0]!;
      if (points.length > 1) setRate(Math.max(0, ((now.current - m) * 1000) / (Date.now() - t)));
    }, 500);
    return () => clearInterval(timer);
  }, [busy]);
  return rate;
}

const time = (seconds: number): string => (seconds > 90 ? `${Math.round(seconds / 60)} min` : `${Math.ceil(seconds)} s`);
