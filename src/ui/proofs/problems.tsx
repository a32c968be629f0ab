'use client';
import type { ProofView } from '@/api/views';
import { act, api } from '../api';

/** What is wrong with a proof, as sentences with a way out. Notes that stop nothing are quieter. */
export function Problems({ proof }: { proof: ProofView }) {
  if (!proof.problems.length && !proof.refusal) return null;
  return (
    <div className="mt-2.5 grid gap-1.5">
      {proof.refusal && <p className="bg-spot-t px-2.5 py-1.5">{proof.refusal}</p>}
      {proof.problems.map((p) => (
        <p
          key={p.code + p.sentence}
          className={p.stops ? 'bg-spot-t px-2.5 py-1.5' : 'border-l-2 border-ochre bg-ochre-t/50 px-2.5 py-1.5'}
        >
          {p.sentence}{' '}
          {p.mend && (
            <button
              className="font-semibold underline decoration-[1.5px] underline-offset-2"
              onClick={() =>
                void act(() =>
                  api('PATCH', `/proofs/${proof.id}`, { [p.field]: p.mend!.value }).then(() => 'Mended by hand; it stays so.'),
                )
              }
            >
              {p.mend.label}
            </button>
          )}
        </p>
      ))}
    </div>
  );
}
