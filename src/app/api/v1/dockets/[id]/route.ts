import { body, route, uuid } from '@/app/_http/route';
import { docket, saveDocket, type DocketRow } from '@/services/stockroom';

export const GET = route((caller, _, { id }) => docket(caller.workspace, uuid(id, 'docket')));

export const PUT = route(async (caller, request, { id }) => {
  const { name, blankId, spec } = await body<DocketRow>(request);
  return saveDocket(caller.workspace, { id: uuid(id, 'docket'), name: name!, blankId: blankId!, spec: spec! });
});
