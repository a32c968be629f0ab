import { body, route, uuid } from '@/app/_http/route';
import { artwork, changeArtwork } from '@/services/artworks';
import { artworkView } from '@/services/views';
import { Trouble } from '@/services/trouble';

export const GET = route(async (caller, _, { id }) => artworkView(await artwork(caller.workspace, uuid(id, 'artwork'))));

export const PATCH = route(async (caller, request, { id }) => {
  const change = await body<{ name: string; subject: string; keywords: string[] }>(request);
  for (const field of ['name', 'subject'] as const)
    if (change[field] !== undefined && typeof change[field] !== 'string')
      throw new Trouble('bad-request', `${field} must be text.`, field);
  const { keywords } = change;
  if (keywords !== undefined && !(Array.isArray(keywords) && keywords.every((k) => typeof k === 'string')))
    throw new Trouble('bad-request', 'keywords must be a list of texts.', 'keywords');
  return artworkView(await changeArtwork(caller.workspace, uuid(id, 'artwork'), change));
});
