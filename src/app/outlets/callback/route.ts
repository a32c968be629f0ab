import { whoAsks } from '@/api/caller';
import { answered } from '@/api/problem';
import { actingAs, actorOf } from '@/services/people/actor';
import { endConsent } from '@/services/outlets/connecting';
import { Trouble } from '@/services/trouble';

/** Where an outlet that is connected on its own page sends the seller back to. */
export const GET = (request: Request): Promise<Response> =>
  answered(async () => {
    const caller = await whoAsks();
    if (!caller) throw new Trouble('not-signed-in', 'Sign in first, then connect the outlet again.');
    const q = new URL(request.url).searchParams;
    const go = (query: string) => new Response(null, { status: 303, headers: { location: `/stockroom?${query}` } });
    try {
      const outlet = await actingAs(actorOf(caller), () => endConsent(caller, q));
      if (!outlet) return go('connect=declined');
      return go(`connect=${encodeURIComponent(outlet.name)}`);
    } catch (error) {
      if (error instanceof Trouble) return go(`connect=failed&why=${encodeURIComponent(error.sentence)}`);
      throw error;
    }
  });
