'use client';
import { useState } from 'react';
import type { PlacedView } from '@/api/shapes/bench';
import { troubleName, TROUBLES, type TroubleCode } from '@/core/placement/trouble';
import { thousands } from '@/core/thousands';
import { Button } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { RadioGroup } from '../parts/fields/choices';
import { TextField } from '../parts/fields/field';
import { count } from '../parts/format';
import { Menu, type MenuItem } from '../parts/menu';

/** Which artworks something is done with: the one in hand, those that are marked, or all that have the same trouble. */
export type Whom = 'one' | 'marked' | 'all';
export interface Clearing {
  waive: (code: TroubleCode, reason: string | null, whom: Whom) => void;
  fill: (how: 'cover' | 'repeat', whom: Whom) => void;
}

/** What is to be looked at: how many have which trouble, and what can be done about that of the artwork in hand. */
export function LookAt({
  counts,
  only,
  show,
  it,
  marked,
  clearing,
}: {
  counts: ReadonlyMap<string, number>;
  /** Only those with this trouble are in the row. */
  only: TroubleCode | null;
  show: (only: TroubleCode | null) => void;
  it: PlacedView | undefined;
  marked: number;
  clearing: Clearing;
}) {
  const [asking, setAsking] = useState<TroubleCode | null>(null);
  const there = TROUBLES.filter((code) => counts.get(code) || code === only);
  const nothing = !there.length && !it?.troubles.length;
  const many = (code: TroubleCode) => counts.get(code) ?? 0;
  return (
    <div className="flex h-9 items-center gap-1.5 border-t border-rule bg-paper px-[18px] text-[12.5px]">
      {/* the row stays where there is nothing: else the sheet above it would move while something is dragged over its edge */}
      <span className="text-soft">{nothing ? 'Nothing to look at' : 'Look at'}</span>
      {there.map((code) => (
        <button
          key={code}
          type="button"
          aria-pressed={only === code}
          className={`btn btn-sm h-7 px-2 font-normal ${only === code ? 'border-ink bg-ink text-paper' : 'border-rule bg-paper text-ochre'}`}
          onClick={() => show(only === code ? null : code)}
        >
          <b className="tabular-nums">{thousands(many(code))}</b> {troubleName(code)}
        </button>
      ))}
      <span className="grow" />
      {it?.troubles.map((t) => (
        <span key={t.code} className="flex min-w-0 items-center gap-1.5 pl-3">
          {t.waived ? (
            <>
              <span className="max-w-[320px] truncate text-soft" title={`${t.waived.by}: ${t.waived.reason}`}>
                {t.says}, waived: “{t.waived.reason}”
              </span>
              <Button tone="quiet" className="btn-sm" onClick={() => clearing.waive(t.code, null, 'one')}>
                Let it count
              </Button>
            </>
          ) : (
            <>
              <span className="truncate font-semibold text-ochre">{t.says}</span>
              {t.code === 'not-filled' && <Menu label="Fill it" items={fills(clearing, marked, many(t.code))} />}
              <Button tone="quiet" className="btn-sm" onClick={() => setAsking(t.code)}>
                Offer it all the same…
              </Button>
            </>
          )}
        </span>
      ))}
      {asking && it && (
        <WaiveDialog
          code={asking}
          name={it.name}
          marked={marked}
          all={many(asking)}
          close={() => setAsking(null)}
          waive={(reason, whom) => {
            setAsking(null);
            clearing.waive(asking, reason, whom);
          }}
        />
      )}
    </div>
  );
}

const fills = ({ fill }: Clearing, marked: number, all: number): MenuItem[] =>
  (['cover', 'repeat'] as const).flatMap((how) => {
    const word = how === 'cover' ? 'Let it cover' : 'Repeat it';
    return [
      { word, does: () => fill(how, 'one') },
      ...(marked ? [{ word: `${word}: ${thousands(marked)} marked`, does: () => fill(how, 'marked') }] : []),
      ...(all > 1 ? [{ word: `${word}: all ${thousands(all)} of these`, does: () => fill(how, 'all') }] : []),
    ];
  });

/** Why something is offered all the same, and which artworks that is said of. */
function WaiveDialog({
  code,
  name,
  marked,
  all,
  close,
  waive,
}: {
  code: TroubleCode;
  name: string;
  marked: number;
  all: number;
  close: () => void;
  waive: (reason: string, whom: Whom) => void;
}) {
  const [reason, setReason] = useState('');
  const [whom, setWhom] = useState<Whom>('one');
  const said = reason.trim();
  return (
    <Dialog
      open
      onClose={close}
      label="Offer it all the same"
      foot={
        <>
          <Button tone="quiet" onClick={close}>
            Back
          </Button>
          <Button tone="go" disabled={!said} onClick={() => waive(said, whom)}>
            Offer it all the same
          </Button>
        </>
      }
    >
      <h2 className="mb-2 text-[19px]">Offer it all the same?</h2>
      <p className="mb-4 text-soft">
        {name}: {troubleName(code)}. A proof of it is held until that is mended, or until you say why it is right so.
      </p>
      <RadioGroup
        label="For which artworks"
        value={whom}
        change={setWhom}
        options={[
          ['one', 'This one', name],
          ...(marked ? ([['marked', 'The marked', count(marked, 'artwork')]] as const) : []),
          ...(all > 1 ? ([['all', 'All of these', `${count(all, 'artwork')} with the same trouble`]] as const) : []),
        ]}
      />
      <TextField
        className="mt-4"
        label="Why"
        autoFocus
        maxLength={500}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
      />
    </Dialog>
  );
}
