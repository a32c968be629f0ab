import { whoAsks } from '@/api/caller';
import { answered } from '@/api/problem';
import { endConsent } from '@/services/outlets/outlets';
import { Trouble } from '@/services/trouble';

/** Where an OAuth outlet sends the seller back to. */
export const GET = (request: Request): Promise<Response> =>
  answered(async () => {
    const caller = await whoAsks();
    if (!caller) throw new Trouble('not-signed-in', 'Sign in first, then connect the outlet again.');
    const q = new URL(request.url).searchParams;
    const go = (query: string) => new Response(null, { status: 303, headers: { location: `/stockroom?${query}` } });
    const [code, state] = [q.get('code'), q.get('state')];
    if (!code || !state) return go('connect=declined');
    try {
      const outlet = await endConsent(caller, code, state);
      return go(`connect=${encodeURIComponent(outlet.name)}`);
    } catch (error) {
      if (error instanceof Trouble) return go(`connect=failed&why=${encodeURIComponent(error.sentence)}`);
      throw error;
    }
  });
