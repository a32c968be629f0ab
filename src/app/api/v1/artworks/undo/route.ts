import { body, route, uuid } from '@/app/_http/route';
import { undo } from '@/services/changing';

export const POST = route(async (caller, request) => {
  const { id } = await body<{ id: string }>(request);
  return undo(caller.workspace, id ? uuid(id, 'change') : null);
});
