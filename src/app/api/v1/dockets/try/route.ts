import { body, route, uuid } from '@/app/_http/route';
import { tryDocket } from '@/services/proofs';
import { checkDocket, type DocketRow } from '@/services/stockroom';

/** What a docket as it stands in the editor would make of one artwork at one outlet; nothing is saved. */
export const POST = route(async (caller, request) => {
  const b = await body<{ blankId: string; spec: DocketRow['spec']; artwork: string; outlet: string }>(request);
  const spec = await checkDocket(caller.workspace, b.blankId ?? '', b.spec);
  return tryDocket(caller.workspace, spec, b.blankId!, uuid(b.artwork, 'artwork'), String(b.outlet));
});
