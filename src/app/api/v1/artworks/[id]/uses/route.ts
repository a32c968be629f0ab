import { route, uuid } from '@/app/_http/route';
import { alikeTo } from '@/services/alike';
import { usesOf } from '@/services/artworks';

/** What was made from an artwork, and what it is like. */
export const GET = route(async (caller, _, { id }) => {
  const of = uuid(id, 'artwork');
  const [uses, alike] = await Promise.all([usesOf(caller.workspace, of), alikeTo(caller.workspace, of)]);
  return {
    uses,
    alike: alike.map((p) => ({ id: p.olderId === of ? p.newerId : p.olderId, kind: p.kind, decision: p.decision })),
  };
});
