import { createHash, randomBytes } from 'node:crypto';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import { controlAction } from '../control';
import { esc, page } from '../page';
import { Records } from '../store';
import { CSS, HEAD } from './style';

interface Grant {
  id: string;
  kind: 'code' | 'access' | 'refresh';
  clientId: string;
  redirectUri: string;
  challenge?: string;
  expiresAt: number;
  /** All that came of one answer at the door: a refresh token that is used twice ends all of it (RFC 9700, section 4.14.2). */
  family: string;
  used?: boolean;
}

const ACCESS_SECONDS = 2700;
const CODE_SECONDS = 240;
const REFRESH_SECONDS = 60 * 86400;

/**
 * The stall's door: OAuth 2.0 authorisation code with PKCE (RFC 6749, RFC 7636, S256 only). Returns a check for bearer
 * tokens (RFC 6750).
 */
export function door(app: FastifyInstance, folder: string): (request: FastifyRequest) => boolean {
  const grants = new Records<Grant>(`${folder}/grants`);
  const issue = (
    kind: Grant['kind'],
    { clientId, redirectUri, challenge, family }: Pick<Grant, 'clientId' | 'redirectUri' | 'challenge' | 'family'>,
    seconds: number,
  ) => {
    const id = randomBytes(24).toString('hex');
    return grants.put({ id, kind, clientId, redirectUri, family, expiresAt: Date.now() + seconds * 1000, ...(challenge && { challenge }) }).id; // prettier-ignore
  };
  const endFamily = (family: string) => grants.list().forEach((g) => g.family === family && grants.remove(g.id));
  const take = (id: string | undefined, kind: Grant['kind']) => {
    const grant = id && /^[0-9a-f]{48}$/.test(id) ? grants.get(id) : undefined;
    return grant?.kind === kind && grant.expiresAt > Date.now() ? grant : undefined;
  };
  controlAction('kestrel', 'expire-tokens', () => {
    for (const grant of grants.list()) if (grant.kind === 'access') grants.remove(grant.id);
  });

  controlAction('kestrel', 'forget-helpers', () => {
    for (const grant of grants.list()) grants.remove(grant.id);
  });

  app.get('/door', async (request, reply) => {
    const q = request.query as Record<string, string | undefined>;
    if (
      q.response_type !== 'code' ||
      !q.client_id ||
      !q.redirect_uri ||
      !q.state ||
      q.code_challenge_method !== 'S256' ||
      !q.code_challenge
    )
      return reply.code(400).send({
        error: 'invalid_request',
        error_description: 'response_type=code, client_id, redirect_uri, state and an S256 code_challenge are needed.',
      });
    const hidden = ['client_id', 'redirect_uri', 'state', 'code_challenge']
      .map((name) => `<input type="hidden" name="${name}" value="${esc(q[name]!)}">`)
      .join('');
    return reply.type('text/html').send(
      page(
        'A helper at the stall · Kestrel Fair',
        CSS,
        `${HEAD}<main class="ask"><h1>${esc(q.client_id)} would like to help at your stall</h1>
<p>A helper may set goods aside, lay them on the table and pack them away for <b>Saltmarsh Lane</b>. The cash box stays with you.</p>
<form method="post">${hidden}<button name="answer" value="allow">Let them help</button><button class="plain" name="answer" value="deny">No, thank you</button></form></main>`,
      ),
    );
  });

  app.post('/door', async (request, reply) => {
    const b = request.body as Record<string, string>;
    const back = new URL(b.redirect_uri!);
    back.searchParams.set('state', b.state!);
    if (b.answer === 'allow')
      back.searchParams.set(
        'code',
        issue(
          'code',
          {
            clientId: b.client_id!,
            redirectUri: b.redirect_uri!,
            challenge: b.code_challenge!,
            family: randomBytes(8).toString('hex'),
          },
          CODE_SECONDS,
        ),
      );
    else back.searchParams.set('error', 'access_denied');
    return reply.redirect(back.toString(), 303);
  });

  app.post('/door/token', async (request, reply) => {
    const b = request.body as Record<string, string | undefined>;
    const refuse = (error: string, text: string) => reply.code(400).send({ error, error_description: text });
    let grant: Grant | undefined;
    if (b.grant_type === 'authorization_code') {
      grant = take(b.code, 'code');
      if (!grant || grant.clientId !== b.client_id || grant.redirectUri !== b.redirect_uri)
        return refuse('invalid_grant', 'The code is unknown, used or too old.');
      const challenge = createHash('sha256')
        .update(b.code_verifier ?? '')
        .digest('base64url');
      if (challenge !== grant.challenge) return refuse('invalid_grant', 'The code verifier does not match.');
      grants.remove(grant.id);
    } else if (b.grant_type === 'refresh_token') {
      grant = take(b.refresh_token, 'refresh');
      if (!grant || grant.clientId !== b.client_id) return refuse('invalid_grant', 'The refresh token is unknown.');
      // two who use one token cannot both be the helper that was let in: neither is trusted any more
      if (grant.used) {
        endFamily(grant.family);
        return refuse('invalid_grant', 'The refresh token was used before.');
      }
      grants.put({ ...grant, used: true });
    } else return refuse('unsupported_grant_type', 'Use authorization_code or refresh_token.');
    return {
      access_token: issue('access', grant, ACCESS_SECONDS),
      token_type: 'Bearer',
      expires_in: ACCESS_SECONDS,
      refresh_token: issue('refresh', grant, REFRESH_SECONDS),
    };
  });

  return (request) => Boolean(take(request.headers.authorization?.replace(/^Bearer /, ''), 'access'));
}
