import { route } from '@/app/_http/route';
import { drawers } from '@/services/artworks';

export const GET = route(async (caller) => ({ items: await drawers(caller.workspace) }));
