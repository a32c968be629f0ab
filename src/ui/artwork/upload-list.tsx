'use client';
import { bytes } from '../format';
import type { Upload } from './uploads';

/** Files on their way in: a total, those that need a look, and the ones under way, each with its own bar. */
export function UploadList({ uploads, clear }: { uploads: Upload[]; clear: () => void }) {
  if (!uploads.length) return null;
  const done = uploads.filter((u) => u.state !== 'waiting' && u.state !== 'going');
  const odd = uploads.filter((u) => u.sentence);
  const going = uploads.filter((u) => u.state === 'going');
  const total = uploads.reduce((n, u) => n + u.size, 0);
  const moved = uploads.reduce((n, u) => n + u.size * (u.state === 'waiting' || u.state === 'going' ? u.share : 1), 0);
  return (
    <div className="mx-[18px] mb-2 border-[1.5px] border-ink bg-paper px-3 py-2" aria-live="polite">
      <div className="flex items-center gap-3">
        <b>
          {done.length} of {uploads.length} brought in
        </b>
        <span className="bed grow">
          <i style={{ width: `${total ? (moved / total) * 100 : 100}%` }} />
        </span>
        <span className="text-soft">
          {bytes(moved)} of {bytes(total)}
        </span>
        {done.length === uploads.length && (
          <button className="button quiet -my-1" onClick={clear}>
            Done
          </button>
        )}
      </div>
      {going.length > 0 && (
        <ul className="mt-1.5 grid grid-cols-3 gap-x-5">
          {going.map((u) => (
            <li key={u.key} className="flex items-center gap-2 text-[12px]">
              <span className="grow truncate">{u.name}</span>
              <span className="bed w-[60px]">
                <i style={{ width: `${u.share * 100}%` }} />
              </span>
            </li>
          ))}
        </ul>
      )}
      {odd.length > 0 && (
        <ul className="mt-1.5 max-h-[70px] overflow-auto text-[12px]">
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
