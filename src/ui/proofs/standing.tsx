'use client';
import type { ProofView } from '@/api/views';
import { fieldNames } from '@/core/listing/field-names';
import { CommandButton, type Bindings } from '../commands/commands';

/** What stands of a proof at its outlet, and what has changed since it was made or sent. */
export function Standing({ proof: p, bindings }: { proof: ProofView; bindings: Bindings }) {
  const { listing } = p;
  return (
    <div className="grid gap-1.5">
      {p.outOfDate && (
        <div className="border-l-2 border-ochre bg-ochre-t/50 px-2.5 py-1.5">
          <b>Out of date.</b> {p.because.map((b) => b.sentence).join(' ')}{' '}
          <span className="mt-1 block">
            <CommandButton id="proofs.draft-again" of={bindings} />
          </span>
        </div>
      )}
      {listing && (
        <p className="border-l-2 border-teal px-2.5 py-1">
          It stands at {p.outlet}, {listing.state === 'draft there' ? 'as a draft' : listing.state}.{' '}
          {p.changed.length > 0 && <b>It differs from what was sent: {fieldNames(p.changed)}. </b>}
          {listing.drift.length > 0 && (
            <span className="text-ochre">Changed there since it was sent: {fieldNames(listing.drift)}. </span>
          )}
          {listing.url && (
            <a href={listing.url} target="_blank" rel="noreferrer" className="text-teal underline">
              As a buyer sees it
            </a>
          )}
        </p>
      )}
    </div>
  );
}
