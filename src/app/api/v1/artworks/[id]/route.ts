import { body, route, uuid } from '@/app/_http/route';
import { artwork } from '@/services/artworks';
import { changeArtworks, type Change } from '@/services/changing';
import { artworkView } from '@/services/views';

export const GET = route(async (caller, _, { id }) => artworkView(await artwork(caller.workspace, uuid(id, 'artwork'))));

export const PATCH = route(async (caller, request, { id }) => {
  const of = uuid(id, 'artwork');
  await artwork(caller.workspace, of);
  await changeArtworks(caller.workspace, [of], await body<Change>(request));
  return artworkView(await artwork(caller.workspace, of));
});
