import { route } from '@/app/_http/route';
import { emptyBin } from '@/services/changing';

export const POST = route(async (caller) => ({ removed: await emptyBin(caller.workspace) }));
