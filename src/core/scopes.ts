/** What a token is good for; each takes in those before it: looking, preparing, and what an outlet or a stranger would see. */
export const SCOPES = ['read', 'prepare', 'send'] as const;
export type Scope = (typeof SCOPES)[number];

/** Does a token for `has` do for something that needs `needs`? */
export const covers = (has: Scope, needs: Scope): boolean => SCOPES.indexOf(has) >= SCOPES.indexOf(needs);
