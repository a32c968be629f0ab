import { page, query, route, uuid } from '@/app/_http/route';
import { listProofs } from '@/services/proofs';
import { proofView } from '@/services/views';

export const GET = route(async (caller, request) => {
  const q = query(request);
  const run = q.get('run');
  const found = await listProofs(caller.workspace, {
    ...(run && { run: uuid(run, 'run') }),
    state: q.get('state'),
    outlet: q.get('outlet'),
    after: q.after,
    limit: q.limit,
  });
  return page(found.map(proofView), q.limit);
});
