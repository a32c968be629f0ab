import { route } from '@/app/_http/route';
import { answerUpload } from '@/services/uploads';

/** Resumable uploads by the tus protocol: announces one. */
export const POST = route((caller, request) => answerUpload(caller.workspace, request));
