import { callerOf, credentialsOf, endCredential, makeOwner, newToken, signIn, signOut } from '@/services/people/access';
import { openStockroom } from '@/services/stockroom/setup';
import { endSession, giveSession } from '../caller';
import { route } from '../route';
import { IdOf, Items } from '../shapes/parts';
import * as shape from '../shapes/people';

/** A browser by the little that a person knows it by. */
function browserOf(request: Request): string {
  const told = request.headers.get('user-agent') ?? '';
  const name = ['Firefox', 'Edg', 'OPR', 'Chrome', 'Safari'].find((n) => told.includes(`${n}/`)) ?? 'browser';
  const on = ['Windows', 'Mac OS', 'Android', 'iPhone', 'Linux'].find((n) => told.includes(n));
  return [{ Edg: 'Edge', OPR: 'Opera' }[name] ?? name, on].filter(Boolean).join(' on ');
}
const tidy = (email: string) => email.trim().toLowerCase();

export const PEOPLE_ROUTES = [
  route(
    'POST',
    '/owner',
    { does: 'first start: makes the owner, with the code that ./start printed', open: true, status: 201, body: shape.Owner },
    async ({ body }) => {
      const session = await makeOwner({ ...body, email: tidy(body.email) });
      await giveSession(session);
      await openStockroom((await callerOf(session))!.workspace);
    },
  ),
  route('POST', '/session', { does: 'signs in', open: true, body: shape.SignIn }, async ({ body, request }) =>
    giveSession(await signIn(tidy(body.email), body.password, browserOf(request))),
  ),
  route('DELETE', '/session', { does: 'signs out' }, async ({ caller }) => {
    const secret = await endSession();
    if (secret) await signOut(caller, secret);
  }),
  route(
    'POST',
    '/tokens',
    { does: 'makes a token; shown only now', needs: 'send', status: 201, body: shape.TokenBody, answers: shape.Token },
    async ({ workspace, body }) => ({ token: await newToken(workspace, body.label || 'program', body.scope ?? 'send') }),
  ),
  route(
    'GET',
    '/credentials',
    { does: 'tokens of the workspace, and the caller’s own visits', needs: 'send', answers: Items(shape.Credential) },
    async ({ caller }) => ({ items: (await credentialsOf(caller)) as unknown as shape.CredentialView[] }),
  ),
  route(
    'DELETE',
    '/credentials/{id}',
    { does: 'ends a token or a visit, at once', needs: 'send', params: { id: IdOf('token or visit') } },
    ({ caller, params }) => endCredential(caller, params.id),
  ),
];
