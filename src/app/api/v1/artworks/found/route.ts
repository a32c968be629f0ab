import { route, searchOf } from '@/app/_http/route';
import { findArtworks } from '@/services/artworks';

/** Ids of everything a search finds, in order; the pictures and words come from /artworks/cards. */
export const GET = route(async (caller, request) => ({ ids: await findArtworks(caller.workspace, searchOf(request)) }));
