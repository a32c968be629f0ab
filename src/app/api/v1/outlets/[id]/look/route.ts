import { route } from '@/app/_http/route';
import { lookAgain } from '@/services/looking';

export const POST = route((caller, _, { id }) => lookAgain(caller.workspace, id!));
