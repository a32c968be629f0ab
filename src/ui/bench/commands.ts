import type { BenchView, GivenView, PlacedView } from '@/api/shapes/bench';
import { isLead } from '@/core/placement/form';
import { thousands } from '@/core/thousands';
import { act, api } from '../api';
import { useCommands, type Bindings } from '../commands/commands';
import { sayStep } from '../commands/steps';
import { count } from '../parts/format';
import type { Clearing, Whom } from './look-at';
import { openTroubles, type AreaOf, type Placed } from './store';

/** What can be done on the bench with how the artwork in hand sits. */
export function useBenchCommands(o: {
  at: AreaOf;
  store: Placed;
  rail: BenchView['rail'];
  here: string;
  it: PlacedView | undefined;
  /** It sits otherwise than the docket says. */
  changed: boolean;
  marked: ReadonlySet<string>;
  keep: () => Promise<void>;
  open: (id: string) => void;
  chooseFile: () => void;
}): { bindings: Bindings; clearing: Clearing } {
  const { at, store, rail, here, it, changed, marked, keep, open } = o;
  const { docket, line, area } = at;
  const others = rail.map((r) => r.id).filter((id) => id !== here);
  const some = [...marked].filter((id) => id !== here);
  const name = it ? `“${it.name}”` : '';
  const copies = it?.own[area]?.layers.find(isLead)?.spread !== undefined;

  /** Does something with placements, says it, and tells the history how it is taken back. */
  const doing = (path: string, body: object, ids: readonly string[], says: (n: number) => string) =>
    void act(async () => {
      await keep();
      const { changed: n, undo } = await api<GivenView>('POST', `/dockets/${docket}/placements/${path}`, { line, area, ...body });
      await store.again(ids);
      store.refresh();
      if (!undo) return 'They sit like that already.';
      sayStep(says(n), undo, () => store.again(ids));
    });
  const give = (to: readonly string[], what: 'all' | 'copies') =>
    doing('give', { from: here, to, what }, to, (n) =>
      what === 'copies'
        ? `${count(n, 'artwork')} ${n === 1 ? 'stands' : 'stand'} as often now.`
        : `${count(n, 'artwork')} ${n === 1 ? 'sits' : 'sit'} like ${name} now, as large to the eye.`,
    );
  const these = (whom: Whom, code: string): string[] =>
    whom === 'one'
      ? [here]
      : whom === 'marked'
        ? [...marked]
        : rail.filter((r) => openTroubles(store, r).includes(code)).map((r) => r.id);
  const back = marked.size ? [...marked] : [here];
  const backOwn = back.some((id) => (id === here ? changed : store.get(id)?.own[area]));
  const troubled = () => {
    const from = rail.findIndex((r) => r.id === here);
    const order = [...rail.slice(from + 1), ...rail.slice(0, from)];
    return order.find((r) => openTroubles(store, r).length > 0);
  };
  const next = troubled();
  const clearing: Clearing = {
    waive: (code, reason, whom) => {
      const ids = these(whom, code);
      doing('waive', { code, artworks: ids, reason }, ids, (n) =>
        reason === null ? 'It counts again.' : `${count(n, 'artwork')} ${n === 1 ? 'is' : 'are'} offered all the same.`,
      );
    },
    fill: (how, whom) => {
      const ids = these(whom, 'not-filled');
      doing('fill', { how, artworks: ids }, ids, (n) =>
        how === 'cover'
          ? `${count(n, 'artwork')} cover${n === 1 ? 's' : ''} the area now.`
          : `${count(n, 'artwork')} ${n === 1 ? 'is' : 'are'} repeated over the area now.`,
      );
    },
  };
  const bindings: Bindings = {
    'bench.back': backOwn
      ? {
          says: marked.size ? `Give ${thousands(marked.size)} marked back to the docket` : `Give ${name} back to the docket`,
          does: () =>
            doing(
              'give-back',
              { artworks: back },
              back,
              (n) => `${count(n, 'artwork')} ${n === 1 ? 'follows' : 'follow'} the docket again.`,
            ),
        }
      : null,
    'bench.give-marked':
      it && some.length ? { says: `Give it to ${thousands(some.length)} marked`, does: () => give(some, 'all') } : null,
    'bench.give-all':
      it && changed && others.length
        ? { says: `Give it to all ${thousands(rail.length)}`, does: () => give(others, 'all') }
        : null,
    'bench.copies':
      it && copies && others.length
        ? {
            says: `Give only its copies to ${some.length ? `${thousands(some.length)} marked` : `all ${thousands(rail.length)}`}`,
            does: () => give(some.length ? some : others, 'copies'),
          }
        : null,
    'bench.standard': it && changed ? { says: 'Make it the docket’s own, for all that have none of their own', does: () => doing('standard', { from: here }, [here], () => `The docket places artworks like ${name} now.`) } : null, // prettier-ignore
    'bench.fitting': it ? { says: `Use a fitting file for ${name} on ${area}…`, does: o.chooseFile } : null,
    'bench.trouble': next ? { says: 'To the next one with trouble', does: () => open(next.id) } : null,
  };
  useCommands(bindings);
  return { bindings, clearing };
}
