import { body, route, uuids } from '@/app/_http/route';
import { dismissRefused } from '@/services/artworks';

/** Takes refused files off the list: those named, or all. */
export const POST = route(async (caller, request) => {
  const { ids } = await body<{ ids: string[] }>(request);
  await dismissRefused(caller.workspace, ids ? uuids(ids, 'ids') : null);
});
