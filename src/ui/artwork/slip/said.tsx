'use client';
import { doubts, SURE_ENOUGH } from '@/core/artwork/words/doubt';
import type { ArtworkView } from '@/api/views';
import { Line } from '../../parts/slip';
import { From } from './fields';

/** What the artwork says, as it was read, to be put right by hand. */
export function Said({ artwork: a, save }: { artwork: ArtworkView; save: (change: { said: string | null }) => void }) {
  const byHand = a.byHand.said !== undefined;
  const read = byHand ? [] : doubts(a.said ?? [], a.fileName);
  const unsure = read.filter((w) => w.sure < SURE_ENOUGH);
  const note = byHand
    ? undefined
    : a.said === null
      ? 'not read yet'
      : !read.length
        ? 'no words found'
        : unsure.length
          ? `${unsure.length} of ${read.length} words unsure`
          : 'read, sure';
  return (
    <Line label="Says" from={byHand ? <From source="hand" /> : null} note={note}>
      <input
        className="input"
        aria-label="says"
        defaultValue={byHand ? a.words : a.words.toLowerCase()}
        placeholder="the words on it"
        onBlur={(e) => {
          const text = e.target.value.trim();
          if (text !== (byHand ? a.words : a.words.toLowerCase())) save({ said: text || null });
        }}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      {unsure.length > 0 && (
        <p className="mt-1 text-[12px] leading-snug" role="group" aria-label="words that are unsure">
          {read.map((w, i) => (
            <span key={i}>
              <span
                className={w.sure < SURE_ENOUGH ? 'underline decoration-spot decoration-wavy underline-offset-2' : ''}
                title={`${Math.round(w.sure * 100)}% sure`}
              >
                {w.text}
              </span>{' '}
              {w.instead && (
                <button
                  className="mr-1 text-teal underline underline-offset-2"
                  title="The file’s name says so. Take it."
                  onClick={() => save({ said: read.map((r, k) => (k === i ? w.instead : r.text)).join(' ') })}
                >
                  {w.instead}?
                </button>
              )}
            </span>
          ))}
        </p>
      )}
      {byHand && (
        <button className="mt-0.5 text-[11.5px] text-soft hover:underline" onClick={() => save({ said: null })}>
          back to what was read
        </button>
      )}
    </Line>
  );
}
