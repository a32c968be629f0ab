import { page, query, route } from '@/app/_http/route';
import { listListingsOf } from '@/services/line';
import { listingView } from '@/services/views';

export const GET = route(async (caller, request) => {
  const q = query(request);
  const found = await listListingsOf(caller.workspace, {
    outlet: q.get('outlet'),
    state: q.get('state'),
    find: q.get('find'),
    after: q.after,
    limit: q.limit,
  });
  return page(found.map(listingView), q.limit);
});
