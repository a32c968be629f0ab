import dynamic from 'next/dynamic';
import type { ChangeReport } from '@/services/artwork/changing';
import type { DrawerRow } from '@/services/artwork/drawers';
import type { ArtworkSettings } from '@/services/artwork/settings';
import { act, api } from '../api';
import { count } from '../parts/format';
import type { Done, useChange } from './changes';
import { MarkKeysDialog } from './dialogs/mark-keys';
import type { Asking } from './station-commands';

// fetched when something is asked
const ChangeDialog = dynamic(() => import('./dialogs/change-dialog').then((m) => m.ChangeDialog));
const DeleteDialog = dynamic(() => import('./dialogs/delete-dialog').then((m) => m.DeleteDialog));
const PatternDialog = dynamic(() => import('./dialogs/pattern-dialog').then((m) => m.PatternDialog));

/** The dialog that the station asks in before it acts. */
export function Asked({
  asking,
  ids,
  target,
  drawers,
  settings,
  close,
  change,
  done,
  gone,
}: {
  asking: Asking;
  /** All that is shown, and what a change would act on. */
  ids: string[];
  target: string[];
  drawers: DrawerRow[];
  settings: ArtworkSettings;
  close: () => void;
  change: ReturnType<typeof useChange>;
  done: Done;
  /** What was selected is no longer here. */
  gone: () => void;
}) {
  const finish = (report: ChangeReport) => {
    close();
    done(report.undo, `${count(report.changed, 'artwork')} changed.`);
  };
  switch (asking?.what) {
    case 'change':
      return <ChangeDialog ids={target} drawers={drawers} start={asking.field} close={close} done={finish} />;
    case 'pattern':
      return <PatternDialog ids={target} pattern={settings.fileNamePattern} close={close} done={finish} />;
    case 'keys':
      return <MarkKeysDialog keys={settings.markKeys} close={close} />;
    case 'empty':
      return (
        <DeleteDialog
          ids={ids}
          forGood
          close={close}
          remove={() => {
            close();
            void act(async () => {
              const { removed } = await api<{ removed: number }>('POST', '/artworks/empty-bin');
              return `${count(removed, 'artwork')} removed for good.`;
            });
          }}
        />
      );
    case 'delete':
      return (
        <DeleteDialog
          ids={target}
          close={close}
          remove={() => {
            close();
            void change(target, { standing: 'deleted' }, (r) => `${count(r.changed, 'artwork')} in the bin.`).then(gone);
          }}
        />
      );
    default:
      return null;
  }
}
