import { body, route, uuids } from '@/app/_http/route';
import { unpassProofs } from '@/services/runs';

export const POST = route(async (caller, request) => {
  const { ids } = await body<{ ids: string[] }>(request);
  return { ready: await unpassProofs(caller.workspace, uuids(ids, 'ids')) };
});
