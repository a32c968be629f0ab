import { callerOf, makeOwner, newToken, signIn, signOut } from '@/services/people/access';
import { openStockroom } from '@/services/stockroom/setup';
import { endSession, giveSession } from '../caller';
import { route } from '../route';
import * as shape from '../shapes/people';

const tidy = (email: string) => email.trim().toLowerCase();

export const PEOPLE_ROUTES = [
  route(
    'POST',
    '/owner',
    { does: 'first start: makes the owner', open: true, status: 201, body: shape.Owner },
    async ({ body }) => {
      const session = await makeOwner({ ...body, email: tidy(body.email) });
      await giveSession(session);
      await openStockroom((await callerOf(session))!.workspace);
    },
  ),
  route('POST', '/session', { does: 'signs in', open: true, body: shape.SignIn }, async ({ body }) =>
    giveSession(await signIn(tidy(body.email), body.password)),
  ),
  route('DELETE', '/session', { does: 'signs out' }, async ({ caller }) => {
    const secret = await endSession();
    if (secret) await signOut(caller, secret);
  }),
  route(
    'POST',
    '/tokens',
    { does: 'makes a token; shown only now', status: 201, body: shape.TokenBody, answers: shape.Token },
    async ({ workspace, body }) => ({ token: await newToken(workspace, body.label ?? 'API') }),
  ),
];
