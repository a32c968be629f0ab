import { body, route, uuid } from '@/app/_http/route';
import { moveDrawer, removeDrawer } from '@/services/drawers';

export const PATCH = route(async (caller, request, { id }) =>
  moveDrawer(caller.workspace, uuid(id, 'drawer'), String((await body<{ path: string }>(request)).path ?? '')),
);
export const DELETE = route((caller, _, { id }) => removeDrawer(caller.workspace, uuid(id, 'drawer')));
