import { Type } from '@sinclair/typebox';
import { Exactly, Named, Text } from './parts';

const line = (maxLength: number) => Type.String({ maxLength });

export const Owner = Exactly({ workspace: line(120), name: line(120), email: line(254), password: line(1000) });
export const SignIn = Exactly({ email: line(254), password: line(1000) });
export const TokenBody = Exactly({ label: Type.Optional(line(80)) });
export const Token = Exactly({ token: Text });

export const ProblemDetails = Named('Problem', {
  type: Text,
  title: Text,
  status: Type.Integer({ minimum: 400, maximum: 599 }),
  detail: Type.String({ description: 'a sentence: what is wrong, and what to do' }),
  field: Type.Optional(Type.String({ description: 'the field of the request that it is about' })),
});
