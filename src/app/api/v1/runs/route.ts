import { isId } from '@/core/id';
import { body, route } from '@/app/_http/route';
import { beginRun, listRuns, type RunWish } from '@/services/runs';
import { Trouble } from '@/services/trouble';

export const GET = route(async (caller) => ({ items: await listRuns(caller.workspace) }));

const TEXTS = (v: unknown) => v === undefined || (Array.isArray(v) && v.every((x) => typeof x === 'string'));

export const POST = route(async (caller, request) => {
  const wish = await body<RunWish>(request);
  for (const field of ['artworks', 'dockets', 'outlets'] as const)
    if (!TEXTS(wish[field])) throw new Trouble('bad-request', `${field} must be a list of texts.`, field);
  const ids = wish.cells ? wish.cells.map((c) => c?.artwork) : (wish.artworks ?? []);
  if (!ids.every(isId)) throw new Trouble('bad-request', 'artworks must be a list of artwork ids.', 'artworks');
  return beginRun(caller.workspace, wish);
}, 201);
