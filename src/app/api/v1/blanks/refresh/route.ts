import { route } from '@/app/_http/route';
import { refreshHouses } from '@/services/setup';

export const POST = route(async (caller) => ({ items: await refreshHouses(caller.workspace) }));
