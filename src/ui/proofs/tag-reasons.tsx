'use client';
import { useQuery } from '@tanstack/react-query';
import type { TagReasonsView } from '@/api/shapes/words';
import { api, sentenceOf } from '../api';
import { visits } from '../parts/format';
import { Popover } from '../parts/popover';

/** Why these tags: what that is searched each of them answers to, and which were nearly chosen. */
export const TagReasons = ({ proof, has }: { proof: string; has: readonly string[] }) => (
  <Popover label="Why these" name="Why these tags" tone="quiet" width={430}>
    <Reasons proof={proof} has={has} />
  </Popover>
);

function Reasons({ proof, has }: { proof: string; has: readonly string[] }) {
  const { data, error } = useQuery({
    queryKey: ['tag reasons', proof],
    queryFn: () => api<TagReasonsView>('GET', `/proofs/${proof}/tags/why`),
    retry: false,
    meta: { tables: ['proof', 'demand', 'docket'] },
  });
  if (!data) return <p className="text-soft">{error ? sentenceOf(error) : 'Reckoning …'}</p>;
  const mine = new Set(has.map((t) => t.toLowerCase()));
  return (
    <div className="grid gap-2">
      <p className="text-[12px] text-soft">
        Chosen so that they cover most of what is searched,{' '}
        {data.bound === 1 ? 'exactly' : `to at least ${Math.floor(data.bound * 100)}% of what can be`}. The first is the lead.
      </p>
      <ul aria-label="Chosen">
        {data.chosen.map((t, i) => (
          <li key={t.tag} className="grid grid-cols-[1fr_48px] gap-x-2 border-b border-rule2 py-0.5">
            <span className={i === 0 ? 'font-semibold' : ''}>
              {t.tag}
              {t.locked && <i className="source ml-2">stays</i>}
              {!mine.has(t.tag) && <i className="source hand ml-2">not in it now</i>}
            </span>
            <span className="text-right font-slab">{visits(t.worth)}</span>
            <span className="col-span-2 text-[11.5px] text-soft">
              {t.covers.length
                ? `answers to ${t.covers.slice(0, 4).join(', ')}${t.covers.length > 4 ? ` and ${t.covers.length - 4} more` : ''}`
                : 'nothing that is searched; the docket or the artwork says it'}
            </span>
          </li>
        ))}
      </ul>
      {data.nearly.length > 0 && (
        <p>
          <span className="text-soft">Nearly chosen: </span>
          {data.nearly.map((n) => `${n.tag} (${visits(n.worth)})`).join(', ')}
        </p>
      )}
    </div>
  );
}
