import { thousands } from '@/core/thousands';
import { useRouter } from 'next/navigation';
import { act, api } from '../api';
import { useCommands, type Bindings } from '../commands/commands';
import { count } from '../parts/format';
import { benchAddress } from '../bench/address';
import type { Done, useChange } from './changes';
import type { ChangeField } from './dialogs/change-dialog';
import type { Put } from '../parts/use-address';

/** What the station asks about before it acts. */
export type Asking =
  { what: 'change'; field: ChangeField } | { what: 'pattern' } | { what: 'keys' } | { what: 'delete' } | { what: 'empty' } | null;

/** As many can be linked as one motif by hand. */
const MOST_LINKED = 6;

/** What can be done at the artwork station, with what it acts on just now. */
export function useStationCommands(on: {
  ids: string[];
  target: string[];
  selection: string[];
  standing: string;
  put: Put;
  pick: (ids: string[]) => void;
  ask: (asking: Asking) => void;
  change: ReturnType<typeof useChange>;
  done: Done;
  chooseFiles: () => void;
  chooseFolder: () => void;
}): Bindings {
  const router = useRouter();
  const { ids, target, selection, standing, put, pick, ask, change, done } = on;
  const these = count(target.length, 'artwork');
  const some = (says: string, does: () => unknown, when = target.length > 0) => (when ? { says, does } : null);
  const stand = (to: 'here' | 'aside', word: string) => () =>
    void change(target, { standing: to }, (r) => `${count(r.changed, 'artwork')} ${word}.`).then(() => pick([]));
  const link = () =>
    void act(async () => {
      const { undo } = await api<{ undo: string }>('POST', '/artworks/alike', { ids: selection, decision: 'link' });
      done(undo, 'Linked: one motif now.');
    });
  const bindings: Bindings = {
    'artwork.bring-in': { says: 'Bring in files', does: on.chooseFiles },
    'artwork.bring-folder': { says: 'Bring in a folder', does: on.chooseFolder },
    'artwork.all': some(`Select all ${thousands(ids.length)}`, () => pick(ids), ids.length > 0),
    'artwork.change': some(`Change a field of ${these}…`, () => ask({ what: 'change', field: 'subject' })),
    'artwork.file': some(`File ${these} in a drawer…`, () => ask({ what: 'change', field: 'drawer' })),
    'artwork.read-names': some(`Read the file names of ${these}…`, () => ask({ what: 'pattern' })),
    'artwork.link': some(`Link ${these} as one motif`, link, selection.length >= 2 && selection.length <= MOST_LINKED),
    'artwork.pair': some(
      'Side by side',
      () => put({ view: 'pair', open: selection[0]!, beside: selection[1]! }),
      selection.length === 2,
    ),
    'artwork.aside': some(`Put ${these} aside`, stand('aside', 'put aside'), target.length > 0 && standing === 'here'),
    'artwork.bring-back': some(`Bring ${these} back`, stand('here', 'brought back'), target.length > 0 && standing !== 'here'),
    'artwork.delete': some(`Delete ${these}…`, () => ask({ what: 'delete' }), target.length > 0 && standing !== 'deleted'),
    'artwork.empty-bin': some('Empty the bin…', () => ask({ what: 'empty' }), standing === 'deleted' && ids.length > 0),
    'artwork.to-sheet': some(
      `Take ${these} to the sheet`,
      () => router.push(`/sheet?rows=${target.map((id) => id.slice(0, 8)).join(',')}`),
      target.length > 0 && standing === 'here',
    ),
    'artwork.bench': some(
      `Place ${these} on goods`,
      () => router.push(benchAddress({ ids: target, whole: target.length === ids.length, query: window.location.search })),
      target.length > 0 && standing === 'here',
    ),
    'artwork.set-keys': { says: 'Set the keys of marks…', does: () => ask({ what: 'keys' }) },
  };
  useCommands(bindings);
  return bindings;
}
