import { body, route, uuids } from '@/app/_http/route';
import { passProofs } from '@/services/runs';

export const POST = route(async (caller, request) => {
  const { ids } = await body<{ ids: string[] }>(request);
  return passProofs(caller.workspace, { ids: uuids(ids, 'ids') });
});
