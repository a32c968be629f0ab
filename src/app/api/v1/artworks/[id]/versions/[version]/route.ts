import { route, uuid } from '@/app/_http/route';
import { goBack } from '@/services/versions';

/** Puts an earlier file back in place. */
export const POST = route((caller, _, { id, version }) => goBack(caller.workspace, uuid(id, 'artwork'), Number(version)));
