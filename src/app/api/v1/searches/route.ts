import { body, route } from '@/app/_http/route';
import { savedSearches, saveSearch } from '@/services/searches';

export const GET = route(async (caller) => ({ items: await savedSearches(caller.workspace) }));
export const POST = route(async (caller, request) => {
  const { name, query } = await body<{ name: string; query: string }>(request);
  return saveSearch(caller.workspace, String(name ?? ''), String(query ?? ''));
}, 201);
