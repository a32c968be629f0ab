'use client';
import { useState } from 'react';
import type { MendedReport } from '@/api/shapes/pictures';
import { thousands } from '@/core/thousands';
import { api } from '../api';
import { NumberField } from '../parts/fields/amount';
import { RadioGroup } from '../parts/fields/choices';
import { count } from '../parts/format';
import { Confirm } from './confirm';
import { tellMended } from './mends';
import type { Spot } from './spots';

type Onto = { ids: string[] } | { search: Record<string, string> } | { listings: { search: Record<string, string> } };

/** A picture put on other proofs, or on what stands at an outlet: in which place, and whose artwork it shows there. */
export function PutDialog({
  spot,
  picked,
  search,
  total,
  onto,
  place,
  close,
}: {
  spot: Spot;
  /** Proofs of the pictures that are picked. */
  picked: string[];
  search: Record<string, string>;
  total: number;
  /** Where it was dropped; else it is chosen here. */
  onto?: { proof: string; name: string };
  /** The place where it is to stand, from 0. */
  place: number;
  close: () => void;
}) {
  const { frame, of, proof } = spot;
  const others = picked.filter((id) => id !== proof);
  const choices: [string, Onto, string][] = [
    ...(onto ? [[`On “${onto.name}”`, { ids: [onto.proof] }, 'dropped'] as [string, Onto, string]] : []),
    ...(others.length ? [[`On the ${count(others.length, 'proof')} that ${others.length === 1 ? 'is' : 'are'} picked`, { ids: others }, 'picked'] as [string, Onto, string]] : []), // prettier-ignore
    [`On all ${thousands(total)} proofs on this sheet`, { search }, 'all'],
    ['On every listing that is live', { listings: { search: { state: 'live' } } }, 'live'],
    ['On every draft that stands at an outlet', { listings: { search: { state: 'draft there' } } }, 'drafts'],
  ];
  const [chosen, setChosen] = useState(choices[0]![2]);
  const [showing, setShowing] = useState<'their artwork' | 'this artwork'>('their artwork');
  const [at, setAt] = useState<number | null>(place + 1);
  const body = {
    from: { proof, at: frame.at },
    onto: choices.find((c) => c[2] === chosen)![1],
    at: Math.max(0, (at ?? 1) - 1),
    showing,
  };
  return (
    <Confirm
      title="Put a picture on others"
      asked={body}
      ask={(preview) => api<MendedReport>('POST', '/pictures/put', { ...body, preview })}
      go={tellMended}
      close={close}
    >
      <div className="mt-3 grid grid-cols-[132px_1fr] gap-4">
        {frame.small ? <img src={frame.small} alt={frame.shows} className="aspect-square w-full object-cover" /> : <span />}
        <div className="grid content-start gap-3">
          <p>
            <b>{frame.shows}</b>
            {frame.colour && `, ${frame.colour}`}
            <span className="block text-soft">{of.artwork}</span>
          </p>
          <RadioGroup
            label="Onto"
            value={chosen}
            change={setChosen}
            options={choices.map(([says, , value]) => [value, says] as const)}
          />
          <NumberField label="In place" className="w-[110px]" value={at} change={setAt} />
          {frame.kind === 'scene' && (
            <RadioGroup
              label="Showing"
              value={showing}
              change={setShowing}
              options={[
                ['their artwork', 'Showing their own artwork'],
                ['this artwork', `Showing “${of.artwork}” in ${frame.colour}`],
              ]}
            />
          )}
        </div>
      </div>
    </Confirm>
  );
}
