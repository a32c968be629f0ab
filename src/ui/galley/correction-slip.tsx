'use client';
import { MOST_STEPS } from '@/core/correcting/steps';
import { thousands } from '@/core/thousands';
import { sentenceOf } from '../api';
import { CommandButton, type Bindings } from '../commands/commands';
import { Button } from '../parts/button';
import { RadioGroup } from '../parts/fields/choices';
import { Slip } from '../parts/slip';
import type { Correcting, Steps, Whom } from './correcting';
import type { Column } from './search';
import { StepPart } from './step-part';
import { begunStep } from './steps';

const STAYS: Record<string, string> = {
  'being made': 'being made just now',
  'being sent': 'being sent just now',
  'never drafted': 'never drafted to their end',
  'not in this language': 'not written in this language',
  'without what is asked for': 'lack what a step speaks of',
  'changed meanwhile': 'changed meanwhile',
};

/** A correction of many listings as it is put together: its steps, whom it is for, and what it would do. */
export function CorrectionSlip({
  steps: { all: steps, put },
  correcting: { whom, setWhom, without, seen, error },
  columns,
  total,
  marked,
  bindings,
  close,
}: {
  steps: Steps;
  correcting: Correcting;
  columns: readonly Column[];
  total: number;
  /** How many rows the marked range goes over. */
  marked: number;
  bindings: Bindings;
  close: () => void;
}) {
  const label = (name: string) => (columns.find((c) => c.name === name)?.label ?? name).toLowerCase();
  const unfit = seen?.breaks.some((b) => /too-long|too-many-tags|tag-length|tag-repeated/.test(b.code));
  const changes = bindings['galley.take'] !== null;
  const count = whom === 'all' ? total : marked;
  return (
    <Slip
      label="Correction"
      kicker={`Correction · for ${thousands(count)} ${count === 1 ? 'listing' : 'listings'}`}
      title="What is to be corrected"
      close={close}
      foot={changes && <CommandButton id="galley.take" of={bindings} tone="go" />}
    >
      <div className="grid gap-2.5">
        <RadioGroup<Whom>
          label="For whom"
          inline
          value={whom}
          change={setWhom}
          options={[
            ['all', `All ${thousands(total)} of this list`],
            ['marked', `The ${thousands(marked)} marked`],
          ]}
        />
        {steps.map((step, i) => (
          <StepPart
            key={i}
            n={i + 1}
            step={step}
            columns={columns}
            put={(next) => put(steps.map((s, j) => (j === i ? next : s)))}
            drop={steps.length > 1 ? () => put(steps.filter((_, j) => j !== i)) : null}
          />
        ))}
        <div className="-mt-1 flex">
          <Button
            tone="quiet"
            disabled={steps.length >= MOST_STEPS}
            onClick={() => put([...steps, begunStep('replace', steps.at(-1)?.fields ?? ['title'])])}
          >
            Add a step
          </Button>
          {steps.length > 1 && (
            <Button tone="quiet" onClick={() => put([begunStep('replace', ['title'])])}>
              Begin anew
            </Button>
          )}
        </div>
        {error ? <p className="text-spot">{sentenceOf(error)}</p> : null}
        {seen && (
          <dl
            className="grid grid-cols-[auto_1fr] items-baseline gap-x-2.5 gap-y-1.5"
            aria-label="What it would do"
            aria-live="polite"
          >
            <Count n={seen.changed}>
              {seen.changed === 1 ? 'changes' : 'change'} as marked
              {Object.keys(seen.byField).length > 1 && (
                <span className="text-soft">
                  {' '}
                  (
                  {Object.entries(seen.byField)
                    .map(([f, n]) => `${label(f)} ${thousands(n)}`)
                    .join(', ')}
                  )
                </span>
              )}
            </Count>
            {seen.breaks.map((b) => (
              <Count key={b.code} n={b.proofs} bad>
                would be held: {b.says}
              </Count>
            ))}
            {unfit && (
              <dd className="col-start-2">
                <button
                  type="button"
                  className="font-semibold underline"
                  onClick={() => put([...steps, begunStep('fit', [...new Set(steps.flatMap((s) => s.fields))])])}
                >
                  Shorten what does not fit
                </button>
              </dd>
            )}
            {without.size > 0 && <Count n={without.size}>left out by hand</Count>}
            {Object.entries(seen.stays).map(([why, n]) => (
              <Count key={why} n={n}>
                {n === 1 ? 'stays' : 'stay'} as they are: {STAYS[why]}
              </Count>
            ))}
            {seen.stands > 0 && (
              <Count n={seen.stands}>of them stand at an outlet: they wait on the ledger to be sent as changes</Count>
            )}
            {seen.counted < seen.total && (
              <dd className="col-start-2 text-soft">
                Counted over the first {thousands(seen.counted)} of {thousands(seen.total)}; all are corrected.
              </dd>
            )}
          </dl>
        )}
      </div>
    </Slip>
  );
}

const Count = ({ n, bad = false, children }: { n: number; bad?: boolean; children: React.ReactNode }) => (
  <>
    <dt className={`text-right font-slab text-[16px] ${bad ? 'text-spot' : ''}`}>{thousands(n)}</dt>
    <dd className={bad ? 'text-spot' : ''}>{children}</dd>
  </>
);
