import { body, route, uuid, uuids } from '@/app/_http/route';
import { decideAlike, openGroups, type Decision } from '@/services/alike';
import { Trouble } from '@/services/trouble';

export const GET = route(async (caller) => ({ items: await openGroups(caller.workspace) }));

export const POST = route(async (caller, request) => {
  const { ids, decision, keep } = await body<{ ids: string[]; decision: Decision; keep: string }>(request);
  if (!decision || !['link', 'ignore', 'merge'].includes(decision))
    throw new Trouble('bad-request', 'decision can be link, ignore or merge.', 'decision');
  return decideAlike(caller.workspace, uuids(ids, 'ids'), decision, keep && uuid(keep, 'artwork'));
});
