import { route } from '@/app/_http/route';
import { answerUpload } from '@/services/uploads';

/** How far an upload has come, its next part, and giving it up. */
const goOn = route((caller, request, { id }) => answerUpload(caller.workspace, request, id));
export const HEAD = goOn;
export const PATCH = goOn;
export const DELETE = goOn;
