import { route, uuid } from '@/app/_http/route';
import { stopParcel } from '@/services/intake';

export const POST = route((caller, _, { id }) => stopParcel(caller.workspace, uuid(id, 'archive')));
