import { route } from '@/app/_http/route';
import { refreshRules } from '@/services/outlets';
import { outletView } from '@/services/views';

export const POST = route(async (caller, _, { id }) => outletView(await refreshRules(caller.workspace, id!)));
