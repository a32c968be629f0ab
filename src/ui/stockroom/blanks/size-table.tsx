'use client';
import { useState } from 'react';
import type { BlankDocument } from '@/core/stock/blank';
import { inches } from '@/core/stock/sizes';
import { Heading } from '../heading';

const UNITS = ['cm', 'in', 'both'] as const;

/** How large each size is, in centimetres, inches or both. */
export function SizeTable({ table }: { table: NonNullable<BlankDocument['sizeTable']> }) {
  const [unit, setUnit] = useState<(typeof UNITS)[number]>('cm');
  const written = (cm: number) => (unit === 'cm' ? String(cm) : unit === 'in' ? inches(cm) : `${cm} / ${inches(cm)}`);
  return (
    <>
      <Heading word="Sizes" about={unit === 'both' ? 'cm / in' : unit}>
        <span className="join" role="group" aria-label="Unit">
          {UNITS.map((u) => (
            <button
              key={u}
              className={`btn join-item btn-xs ${u === unit ? 'btn-neutral' : 'btn-outline'}`}
              aria-pressed={u === unit}
              onClick={() => setUnit(u)}
            >
              {u}
            </button>
          ))}
        </span>
      </Heading>
      <table className="table bg-paper table-sm">
        <thead className="text-soft">
          <tr>
            <th>Size</th>
            {table.columns.map((c) => (
              <th key={c} className="text-right">
                {c}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((r) => (
            <tr key={r.size}>
              <td>{r.size}</td>
              {r.cm.map((cm, i) => (
                <td key={table.columns[i] ?? i} className="text-right tabular-nums">
                  {written(cm)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
