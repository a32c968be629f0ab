import { route, uuid } from '@/app/_http/route';
import { run } from '@/services/runs';

export const GET = route((caller, _, { id }) => run(caller.workspace, uuid(id, 'run')));
