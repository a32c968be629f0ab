import { body, route, uuids } from '@/app/_http/route';
import { previewPattern } from '@/services/searches';

/** How a pattern reads file names; nothing is written. */
export const POST = route(async (caller, request) => {
  const { pattern, ids } = await body<{ pattern: string; ids: string[] }>(request);
  return previewPattern(caller.workspace, String(pattern ?? ''), uuids(ids, 'ids'));
});
