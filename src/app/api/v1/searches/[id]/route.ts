import { route, uuid } from '@/app/_http/route';
import { removeSearch } from '@/services/searches';

export const DELETE = route((caller, _, { id }) => removeSearch(caller.workspace, uuid(id, 'search')));
