import { body, route, uuids } from '@/app/_http/route';
import { dismissRefused } from '@/services/artworks';
import { dismissParcels } from '@/services/intake';

/** Takes refused files off the list: those named, or all, with the archives that are done. */
export const POST = route(async (caller, request) => {
  const { ids } = await body<{ ids: string[] }>(request);
  await dismissRefused(caller.workspace, ids ? uuids(ids, 'ids') : null);
  if (!ids) await dismissParcels(caller.workspace);
});
