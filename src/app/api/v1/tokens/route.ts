import { body, route } from '@/app/_http/route';
import { newToken } from '@/services/access';

/** Makes a token; this answer is the only time that it is shown. */
export const POST = route(async (caller, request) => {
  const { label } = await body<{ label: string }>(request);
  return { token: await newToken(caller.workspace, String(label ?? 'API').slice(0, 80)) };
}, 201);
