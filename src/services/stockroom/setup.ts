import { inWorkspace } from '../../data/database';
import { listOutlets, putOutlet } from '../../data/outlets/outlets';
import { refreshHouses } from './blanks';
import { movedTo, outletKinds } from './houses';

/** Makes one account of each kind of outlet, and the print houses, known to a workspace. One that is down is left for later. */
export async function openStockroom(workspace: string): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    for (const { style, name, baseUrl } of outletKinds()) await putOutlet(tx, { id: style, name, style, baseUrl });
    // the house may have come up under another address: further accounts moved with it
    for (const o of await listOutlets(tx)) await putOutlet(tx, { ...o, baseUrl: movedTo(o.baseUrl) });
  });
  await refreshHouses(workspace).catch(() => undefined);
}
