import { isOwn as sameActor, type Actor } from '../../data/acting';
import type { Caller } from './access';

export { actingAs } from '../../data/acting';
export type { Actor };

/** Who a caller is, for what is written down of what they do. */
export const actorOf = (c: Caller): Actor =>
  c.account
    ? { by: 'account', id: c.account, ...(c.person && { name: c.person }) }
    : c.credential
      ? { by: 'token', id: c.credential, ...(c.label && { name: c.label }) }
      : { by: 'demo' };

/** Did this caller do it? */
export const isOwn = (who: Actor, caller: Caller): boolean => sameActor(who, actorOf(caller));
