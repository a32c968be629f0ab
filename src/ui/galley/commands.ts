import type { CorrectionDoneView } from '@/api/shapes/galley';
import { mayBeLeft } from '@/core/checking/checks';
import { thousands } from '@/core/thousands';
import { act, api } from '../api';
import { useCommands, type Bindings } from '../commands/commands';
import { count } from '../parts/format';
import type { Range } from '../parts/lists/range';
import type { Cells } from './cells';
import type { At } from './checks';
import type { Correcting, Steps } from './correcting';
import type { Found } from './found';
import { tell } from './tell';

/** What stands beside the grid. */
export type SlipShown = 'correction' | 'checks' | null;

/** What can be done in the galley with what is marked, found and being corrected. */
export function useGalleyCommands(o: {
  slip: SlipShown;
  setSlip: (slip: SlipShown) => void;
  closeChecks: () => void;
  found: Found;
  steps: Steps;
  correcting: Correcting;
  cells: Cells;
  range: Range;
  /** Rows that are marked. */
  marked: number;
  total: number;
  language: string | null;
  /** Opens what writes from the artwork, and the words of the house. */
  write: () => void;
  openLists: () => void;
}): Bindings {
  const { slip, setSlip, found, steps, correcting, cells, range, marked, language } = o;
  const { thing } = found;
  const several = range.r1 > range.r0;
  const stepping = slip === 'checks' && found.things.length > 0;
  const its = slip === 'checks' ? thing : null;

  const mend = ({ found: { mend: by } }: At) => {
    if (!by) return;
    if ('write' in by.does) return o.write();
    steps.put(by.does.steps);
    correcting.setWhom('all');
    setSlip('correction');
  };
  const leave = ({ check: { check }, found: { what } }: At) =>
    act(async () => {
      const next = found.behind();
      await api('POST', '/words/checks/left', { check, what });
      if (!found.goOn(next)) found.lookAway();
      return `“${what.slice(0, 60)}” is left as it is. It stands in the words of the house.`;
    });
  const take = async () => {
    // what was found and is mended makes room for the next
    if (!(await correcting.take()) || !found.isAt) return;
    setSlip('checks');
    found.goOn(found.behind());
  };
  const toRule = () =>
    act(async () => {
      const rows = await cells.rows();
      const done = await api<CorrectionDoneView>('POST', '/corrections', {
        ids: rows.map((r) => r.id),
        language,
        steps: [{ does: 'back-to-rule', fields: cells.fields }],
      });
      tell(`${count(done.changed, 'listing')} back at the rule`, done);
    });

  const bindings: Bindings = {
    'galley.correct': {
      says: slip === 'correction' ? 'Put the correction away' : 'Correct many',
      does: () => setSlip(slip === 'correction' ? null : 'correction'),
    },
    'galley.checks': {
      says: slip === 'checks' ? 'Put what was found away' : 'Look words over',
      does: () => (slip === 'checks' ? o.closeChecks() : setSlip('checks')),
    },
    'galley.next-found': stepping ? { says: 'Next thing that was found', does: () => found.stepBy(1) } : null,
    'galley.previous-found': stepping ? { says: 'Previous thing that was found', does: () => found.stepBy(-1) } : null,
    'galley.mend': its?.found.mend ? { says: its.found.mend.label, does: () => mend(its) } : null,
    'galley.leave':
      its && mayBeLeft(its.check.check)
        ? { says: its.check.check === 'spelling' ? 'It is spelt right' : 'Leave it as it is', does: () => void leave(its) }
        : null,
    'galley.lists': slip === 'checks' ? { says: 'Words of the house', does: o.openLists } : null,
    'galley.take': correcting.changes
      ? {
          says: `Take ${thousands(correcting.changes)} ${correcting.changes === 1 ? 'correction' : 'corrections'}`,
          does: () => void take(),
        }
      : null,
    'galley.fill-down': several
      ? {
          says: `Fill ${thousands(marked)} rows with the first`,
          does: () => void cells.fill((_, field, rows) => rows[0]!.fields[field]?.value ?? ''),
        }
      : null,
    'galley.rule': {
      says: several ? `Back to the rule, ${count(marked, 'row')}` : 'Back to the docket’s rule',
      does: () => void toRule(),
    },
    'galley.write': o.total ? { says: 'Write from the artwork', does: o.write } : null,
  };
  useCommands(bindings);
  return bindings;
}
