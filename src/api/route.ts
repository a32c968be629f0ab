import { Type, type Static, type TObject, type TProperties, type TSchema } from '@sinclair/typebox';
import type { Scope } from '@/core/scopes';
import type { Caller } from '@/services/people/access';

/**
 * One operation of the interface. From this come the check of what is asked, the type that the handler sees, the check of
 * what is answered, and the description: none of them can differ from the others.
 */
export interface Route {
  method: Method;
  /** Below `/api/v1`, with `{names}` for what differs. */
  path: string;
  does: string;
  /** May be asked by anyone: everything else is for those who are signed in or send a token. */
  open: boolean;
  /** Asked for by the dozen: who asks may have been found out a moment ago. */
  often: boolean;
  /** What a token must be for. */
  needs: Scope;
  params: TObject;
  query: TObject;
  body: TSchema | null;
  /** JSON that is answered; null where the answer has a form of its own. */
  answers: TSchema | null;
  /** Media types of a body or an answer that is not JSON. */
  takes: { type: string; schema?: TSchema } | null;
  gives: string | null;
  status: number;
  handle: (asked: Asked<never, never, never>) => unknown;
}

export type Method = 'GET' | 'HEAD' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

export interface Asked<P, Q, B> {
  caller: Caller;
  /** The caller's workspace. */
  workspace: string;
  params: P;
  query: Q;
  body: B;
  request: Request;
}

type NoFields = Record<never, TSchema>;
type Fields<P extends TProperties> = Static<TObject<P>>;
interface Told<P extends TProperties, Q extends TProperties, B extends TSchema> {
  does: string;
  params?: P;
  query?: Q;
  body?: B;
  status?: number;
  open?: boolean;
  often?: boolean;
  /** Where it is not looking (GET) or preparing (all else). */
  needs?: Scope;
}
type Work<P extends TProperties, Q extends TProperties, B extends TSchema, A> = (
  asked: Asked<Fields<P>, Fields<Q>, Static<B>>,
) => A | Promise<A>;

const routeOf = (
  method: Method,
  path: string,
  told: Told<TProperties, TProperties, TSchema>,
  rest: Pick<Route, 'answers' | 'takes' | 'gives'>,
  handle: unknown,
): Route => ({
  method,
  path,
  does: told.does,
  open: told.open ?? false,
  often: told.often ?? false,
  needs: told.needs ?? (method === 'GET' || method === 'HEAD' ? 'read' : 'prepare'),
  params: Type.Object(told.params ?? {}),
  query: Type.Object(told.query ?? {}),
  body: told.body ?? null,
  status: told.status ?? 200,
  ...rest,
  handle: handle as Route['handle'],
});

/** An operation that answers JSON; without `answers` an empty object says that it was done. */
export function route<
  A extends TSchema,
  P extends TProperties = NoFields,
  Q extends TProperties = NoFields,
  B extends TSchema = TSchema,
>(
  method: Method,
  path: string,
  told: Told<P, Q, B> & { answers: A; takes?: Route['takes'] },
  handle: Work<P, Q, B, Static<A>>,
): Route;
export function route<P extends TProperties = NoFields, Q extends TProperties = NoFields, B extends TSchema = TSchema>(
  method: Method,
  path: string,
  told: Told<P, Q, B>,
  handle: Work<P, Q, B, unknown>,
): Route;
export function route(
  method: Method,
  path: string,
  told: Told<TProperties, TProperties, TSchema> & { answers?: TSchema; takes?: Route['takes'] },
  handle: unknown,
): Route {
  return routeOf(method, path, told, { answers: told.answers ?? null, takes: told.takes ?? null, gives: null }, handle);
}

/** An operation whose answer is a Response of its own: a file, a picture, a stream. */
export const stream = <P extends TProperties = NoFields, Q extends TProperties = NoFields>(
  method: Method,
  path: string,
  told: Told<P, Q, TSchema> & { gives: string; takes?: Route['takes'] },
  handle: Work<P, Q, TSchema, Response>,
): Route => routeOf(method, path, told, { answers: null, takes: told.takes ?? null, gives: told.gives }, handle);
