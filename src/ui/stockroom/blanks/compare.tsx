'use client';
import { useQueries } from '@tanstack/react-query';
import type { BlankView } from '@/api/views';
import type { BlankDocument } from '@/core/stock/blank';
import { api } from '../../api';
import { Dialog } from '../../parts/dialog';
import { amount } from '../../parts/format';
import { AreaDrawing, groundOf, usually, type Sample } from '../area-drawing';
import { swatchOf } from '../../parts/swatch';

const span = (amounts: number[], currency: string): string => {
  const [least, most] = [Math.min(...amounts), Math.max(...amounts)];
  return most > least ? `${amount(least, currency)} – ${amount(most, currency)}` : amount(least, currency);
};
const ROWS: readonly (readonly [word: string, of: (d: BlankDocument) => React.ReactNode])[] = [
  ['Print house', (d) => d.house],
  ['Kind', (d) => d.kind],
  ['Cost', (d) => `${d.currency} ${span(d.variants.map((v) => v.costMinor), d.currency)}`], // prettier-ignore
  [
    'Postage',
    (d) => `${amount(d.postage[0]!.firstMinor, d.currency)}, further ${amount(d.postage[0]!.furtherMinor, d.currency)}`,
  ],
  ['Posted to', (d) => d.postage.map((p) => p.region).join(', ')],
  ['Made within', (d) => `${d.productionDays} days`],
  [
    'Colours',
    (d) => (
      <span className="flex flex-wrap gap-0.5">
        {d.colours.map((c) => (
          <i key={c.name} title={c.name} className="h-4 w-4 border border-rule" style={{ background: swatchOf(c) }} />
        ))}
      </span>
    ),
  ],
  ['Sizes', (d) => d.sizes.map((s) => s.name).join(', ')],
  ['Print areas', (d) => d.areas.map((a) => `${a.name} ${Math.round(a.widthMm)} x ${Math.round(a.heightMm)} mm`).join(', ')],
  ['Resolution', (d) => `${[...new Set(d.areas.map((a) => a.ppi))].join(', ')} px/in`],
  ['For buyers', (d) => d.sentences.filter((s) => s.for === 'buyers').map((s) => s.text).join(' ')], // prettier-ignore
  ['Care', (d) => d.care],
  ['Warnings', (d) => d.safety?.warnings.join(' ') ?? ''],
];

/** Some blanks side by side; what is the same of all of them is told quietly. */
export function CompareDialog({ ids, sample, close }: { ids: readonly string[]; sample: Sample | null; close: () => void }) {
  const asked = useQueries({
    queries: ids.map((id) => ({
      queryKey: ['blank', id],
      queryFn: () => api<BlankView>('GET', `/blanks/${id}`),
      meta: { tables: ['blank'] },
    })),
  });
  const documents = asked.flatMap((q) => q.data?.document ?? []);
  const room = Math.max(...documents.flatMap((d) => [d.areas[0]!.widthMm, d.areas[0]!.heightMm]));
  return (
    <Dialog open onClose={close} label="Blanks side by side" width={240 + 250 * ids.length}>
      {documents.length < ids.length ? (
        <p className="text-soft">{asked.some((q) => q.isError) ? 'One of these blanks is not here any more.' : '…'}</p>
      ) : (
        <table className="table table-sm table-fixed">
          <thead className="text-soft">
            <tr>
              <th className="w-[110px]">
                <span className="sr-only">What</span>
              </th>
              {documents.map((d) => (
                <th key={d.id} className="align-bottom">
                  <AreaDrawing
                    area={d.areas[0]!}
                    roomMm={room}
                    size={150}
                    ground={groundOf(d.colours, sample)}
                    layers={usually(sample, d.areas[0]!)}
                  />
                  <span className="mt-1 block font-slab text-[15px] font-semibold text-ink">{d.name}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {ROWS.map(([word, of]) => {
              const told = documents.map(of);
              const alike = told.every((t) => typeof t === 'string' && t === told[0]);
              return (
                <tr key={word}>
                  <th scope="row" className="align-top font-semibold">
                    {word}
                  </th>
                  {documents.map((d, i) => (
                    <td key={d.id} className={`align-top ${alike ? 'text-soft' : ''}`}>
                      {told[i]}
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </Dialog>
  );
}
