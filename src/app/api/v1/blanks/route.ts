import { route } from '@/app/_http/route';
import { blanks } from '@/services/stockroom';

export const GET = route(async (caller) => ({ items: await blanks(caller.workspace) }));
