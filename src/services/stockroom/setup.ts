import { inWorkspace } from '../../data/database';
import { addJob } from '../../data/jobs';
import { listOutlets, putOutlet } from '../../data/outlets/outlets';
import { Trouble } from '../trouble';
import { demandCounts } from '../../data/stockroom/demand';
import { fetchDemand } from '../words/demand';
import { beginWithStart } from '../words/phrasebook';
import { refreshHouses } from './blanks';
import { movedTo, outletKinds } from './houses';

/** Makes one account of each kind of outlet, the print houses, and the phrasebook that ships known to a workspace. One that is down is left for later. */
export async function openStockroom(workspace: string): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    for (const { style, name, baseUrl } of outletKinds()) await putOutlet(tx, { id: style, name, style, baseUrl });
    // the house may have come up under another address: further accounts moved with it
    for (const o of await listOutlets(tx)) await putOutlet(tx, { ...o, baseUrl: movedTo(o.baseUrl) });
  });
  await inWorkspace(workspace, beginWithStart);
  await demandOnce(workspace);
  await keepHousesFresh(workspace);
}

/** What is searched is fetched when a workspace is opened; a house that does not answer is asked the next time. */
async function demandOnce(workspace: string): Promise<void> {
  if ((await inWorkspace(workspace, demandCounts)).fetched) return;
  await fetchDemand(workspace).catch((error) => {
    if (!(error instanceof Trouble)) throw error;
  });
}

/** Print houses change what they offer without telling: they are asked every day. */
const HOUSES_EVERY_SECONDS = 86_400;

/** Fetches the print houses' catalogues, and has that done again a day later. One that does not answer is asked then. */
export async function keepHousesFresh(workspace: string): Promise<void> {
  await refreshHouses(workspace).catch((error) => {
    if (!(error instanceof Trouble)) throw error;
  });
  await inWorkspace(workspace, (tx) => addJob(tx, 'houses.fetch', { workspace }, HOUSES_EVERY_SECONDS));
}
