import { route } from '@/app/_http/route';
import { sheet } from '@/services/sheet';

export const GET = route((caller) => sheet(caller.workspace));
