import { route } from '@/app/_http/route';
import { outlets } from '@/services/outlets';
import { outletView } from '@/services/views';

export const GET = route(async (caller) => ({ items: (await outlets(caller.workspace)).map(outletView) }));
