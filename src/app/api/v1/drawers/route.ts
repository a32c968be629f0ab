import { body, route } from '@/app/_http/route';
import { drawers, makeDrawer } from '@/services/drawers';

export const GET = route(async (caller) => ({ items: await drawers(caller.workspace) }));
export const POST = route(
  async (caller, request) => makeDrawer(caller.workspace, String((await body<{ path: string }>(request)).path ?? '')),
  201,
);
