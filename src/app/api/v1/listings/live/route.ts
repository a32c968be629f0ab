import { body, route, uuids } from '@/app/_http/route';
import { goLive } from '@/services/runs';

export const POST = route(async (caller, request) => {
  const { ids } = await body<{ ids: string[] }>(request);
  return goLive(caller.workspace, uuids(ids, 'ids'));
});
