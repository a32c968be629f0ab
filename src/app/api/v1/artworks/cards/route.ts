import { body, route, uuids } from '@/app/_http/route';
import { artworksOf } from '@/services/artworks';
import { cardView } from '@/services/views';
import { Trouble } from '@/services/trouble';

const MOST = 500;

export const POST = route(async (caller, request) => {
  const ids = uuids((await body<{ ids: string[] }>(request)).ids, 'ids');
  if (ids.length > MOST) throw new Trouble('bad-request', `Ask for at most ${MOST} at a time.`, 'ids');
  return { items: (await artworksOf(caller.workspace, ids)).map(cardView) };
});
