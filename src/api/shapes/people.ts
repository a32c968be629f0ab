import { Type, type Static } from '@sinclair/typebox';
import { SCOPES } from '@/core/scopes';
import { Exactly, Named, OneOf, OrNull, Text, Time, Uuid } from './parts';

const line = (maxLength: number) => Type.String({ maxLength });

export const Owner = Exactly({
  workspace: line(120),
  name: line(120),
  email: line(254),
  password: line(1000),
  code: Type.String({ maxLength: 40, description: 'what ./start printed' }),
});
export const SignIn = Exactly({ email: line(254), password: line(1000) });
const scope = OneOf(SCOPES, 'each takes in those before it');
export const TokenBody = Exactly({ label: Type.Optional(line(80)), scope: Type.Optional(scope) });
export const Credential = Named('Credential', {
  id: Uuid,
  kind: OneOf(['session', 'token']),
  label: Text,
  scope,
  createdAt: Time,
  usedAt: OrNull(Time),
  own: Type.Boolean({ description: 'the one that asks' }),
});
export type CredentialView = Static<typeof Credential>;
export const Token = Exactly({ token: Text });

export const ProblemDetails = Named('Problem', {
  type: Text,
  title: Text,
  status: Type.Integer({ minimum: 400, maximum: 599 }),
  detail: Type.String({ description: 'a sentence: what is wrong, and what to do' }),
  field: Type.Optional(Type.String({ description: 'the field of the request that it is about' })),
  meanwhile: Type.Optional(
    Type.Array(Text, { description: 'what somebody else changed since the state that the change was made on' }),
  ),
});
