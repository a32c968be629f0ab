import { body, route, uuids } from '@/app/_http/route';
import { changeArtworks, type Change } from '@/services/changing';
import { Trouble } from '@/services/trouble';

export const POST = route(async (caller, request) => {
  const { ids, change, preview } = await body<{ ids: string[]; change: Change; preview: boolean }>(request);
  if (!change || typeof change !== 'object') throw new Trouble('bad-request', 'Say what is to change.', 'change');
  return changeArtworks(caller.workspace, uuids(ids, 'ids'), change, preview === true);
});
