'use client';
import type { CheckView, ChecksSeenView } from '@/api/shapes/checks';
import { thousands } from '@/core/thousands';
import { act, api } from '../api';
import { CommandButton, type Bindings } from '../commands/commands';
import { Button } from '../parts/button';
import { count } from '../parts/format';
import { Progress } from '../parts/progress';
import { Slip } from '../parts/slip';
import type { At } from './checks';

/** What was found in the words of all listings, as one list that is stepped through; the listings of what is looked at stand beside. */
export function ChecksSlip({
  seen,
  at,
  isAt,
  go,
  bindings,
  close,
}: {
  seen: ChecksSeenView | undefined;
  /** What is looked at. */
  at: At | null;
  /** The same as it stands in the address: a check alone, or one thing that it found. */
  isAt: string | null;
  go: (check: CheckView, what: string | null) => void;
  bindings: Bindings;
  close: () => void;
}) {
  const some = seen?.checks.filter((c) => c.listings) ?? [];
  const none = seen?.checks.filter((c) => !c.listings) ?? [];
  return (
    <Slip
      label="What was found"
      kicker={<Standing seen={seen} />}
      title={some.length ? 'What was found in the words' : seen ? 'Nothing was found' : 'Looking words over'}
      close={close}
      foot={
        <>
          <CommandButton id="galley.mend" of={bindings} tone="go" />
          <CommandButton id="galley.leave" of={bindings} />
          <span className="grow" />
          <CommandButton id="galley.lists" of={bindings} tone="quiet">
            Words of the house
          </CommandButton>
        </>
      }
    >
      <div className="grid gap-0.5">
        {some.map((check) => {
          // also where what was looked at is mended and gone
          const open = isAt?.split(':')[0] === check.check;
          return (
            <section key={check.check} className="border-b border-rule2 last:border-b-0">
              <button
                aria-expanded={open}
                title={check.says}
                className="flex min-h-[30px] w-full items-baseline gap-2 py-1 text-left hover:bg-paper2"
                onClick={() => go(check, null)}
              >
                <span className={`grow ${open ? 'font-semibold' : ''}`}>{check.label}</span>
                <span className="font-slab text-[15px]">{thousands(check.listings)}</span>
              </button>
              {open && (
                <div className="pb-2">
                  <p className="mb-1 text-[11.5px] text-soft">{check.says}</p>
                  <ul>
                    {check.found.map((f) => {
                      const here = at?.check.check === check.check && at.found.what === f.what;
                      return (
                        <li key={f.what}>
                          <button
                            aria-current={here}
                            className={`grid w-full grid-cols-[1fr_auto] gap-x-2 border-l-[3px] px-2 py-1 text-left ${here ? 'border-spot bg-paper2' : 'border-transparent hover:bg-paper2'}`}
                            onClick={() => go(check, f.what)}
                          >
                            <span className={`break-words ${here ? '' : 'line-clamp-2'}`}>{f.what}</span>
                            <span className="text-soft">{thousands(f.listings)}</span>
                            {here && <span className="col-span-2 text-[12px] text-soft">{f.says}</span>}
                          </button>
                        </li>
                      );
                    })}
                  </ul>
                  {check.total > check.found.length && (
                    <p className="px-2 pt-1 text-[11.5px] text-soft">
                      and {thousands(check.total - check.found.length)} more, which come up when these are mended
                    </p>
                  )}
                </div>
              )}
            </section>
          );
        })}
        {none.length > 0 && some.length > 0 && (
          <p className="pt-2 text-[11.5px] text-soft">Nothing under: {none.map((c) => c.label.toLowerCase()).join(', ')}.</p>
        )}
        {seen && !some.length && (
          <p className="text-soft">
            Limits, spelling, nouns, claims, same titles and {CHECKED_BESIDE} further checks have nothing to say about these
            words.
          </p>
        )}
      </div>
    </Slip>
  );
}
/** Checks that the sentence above does not name. */
const CHECKED_BESIDE = 'eight';

/** How far looking words over is, and whether it goes on. */
function Standing({ seen }: { seen: ChecksSeenView | undefined }) {
  if (!seen) return 'Checks';
  const { look, waiting } = seen;
  if (look?.state === 'going')
    return (
      <span className="flex items-center gap-2.5 pr-6">
        <span className="w-[96px]">
          <Progress label="Looking words over" done={look.looked} total={look.total} />
        </span>
        <span className="grow">
          {thousands(look.looked)} of {thousands(look.total)}
        </span>
        <Button tone="quiet" onClick={() => void act(() => api('DELETE', '/words/checks').then(() => undefined))}>
          Stop
        </Button>
      </span>
    );
  if (waiting > 0)
    return (
      <span className="flex items-center gap-2.5 pr-6">
        <span className="grow">{count(waiting, 'listing')} not looked over</span>
        <Button tone="quiet" onClick={() => void act(() => api('POST', '/words/checks').then(() => undefined))}>
          Go on
        </Button>
      </span>
    );
  return 'Checks · all listings looked over';
}
