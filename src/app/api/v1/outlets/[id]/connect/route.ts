import { body, route } from '@/app/_http/route';
import { beginConsent, connectWithKey } from '@/services/outlets';
import { outletView } from '@/services/views';

/** `{token}` connects at once; without a token the answer is `{address}`, where the seller allows access. */
export const POST = route(async (caller, request, { id }) => {
  const { token, returnTo } = await body<{ token: string; returnTo: string }>(request);
  if (token) return outletView(await connectWithKey(caller.workspace, id!, token));
  const ours = new URL('/outlets/callback', process.env.PRESS_URL ?? new URL(request.url).origin);
  return { address: await beginConsent(caller.workspace, id!, returnTo ?? ours.toString()) };
});
