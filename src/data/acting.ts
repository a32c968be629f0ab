import { AsyncLocalStorage } from 'node:async_hooks';

/** Who does something: a person who is signed in, a program with a token, or the press by itself. */
export interface Actor {
  by: 'account' | 'token' | 'demo' | 'press';
  /** Of the account or the token. */
  id?: string;
  name?: string;
}

const PRESS: Actor = { by: 'press' };
const acting = new AsyncLocalStorage<Actor>();

/** Runs `work` in somebody's name: every transaction begun in it tells the database who it is. */
export const actingAs = <T>(actor: Actor, work: () => T): T => acting.run(actor, work);

export const currentActor = (): Actor => acting.getStore() ?? PRESS;

/** Is a step somebody's own? A person's visits and tokens apart, everybody is who signed in; the demo's guests are one. */
export const isOwn = (who: Actor, me: Actor): boolean => who.by === me.by && who.id === me.id;
