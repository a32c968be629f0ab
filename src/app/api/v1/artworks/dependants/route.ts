import { body, route, uuids } from '@/app/_http/route';
import { dependants } from '@/services/changing';

export const POST = route(async (caller, request) =>
  dependants(caller.workspace, uuids((await body<{ ids: string[] }>(request)).ids, 'ids')),
);
