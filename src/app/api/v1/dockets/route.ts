import { body, route } from '@/app/_http/route';
import { dockets, saveDocket } from '@/services/stockroom';
import type { DocketRow } from '@/services/stockroom';

export const GET = route(async (caller) => ({ items: await dockets(caller.workspace) }));

export const POST = route(async (caller, request) => {
  const { name, blankId, spec } = await body<DocketRow>(request);
  return saveDocket(caller.workspace, { id: null, name: name!, blankId: blankId!, spec: spec! });
}, 201);
