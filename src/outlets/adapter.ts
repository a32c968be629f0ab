import type { Done, ListingPayload } from '../core/planning/payload';
import type { OutletRules } from '../core/rules/rules';

export type { Done, ListingPayload };

/** A connection to one outlet. `secret` is whatever the adapter needs to sign in; a renewed one is given to `keep`. */
export interface Session<S = Record<string, string>> {
  baseUrl: string;
  secret: S;
  keep: (secret: S) => Promise<void>;
  readPicture: (file: string) => Promise<Buffer>;
}

export interface OutletAdapter {
  style: string;
  fetchRules: (session: Session) => Promise<OutletRules>;
  /** Names of the steps in order. A name never changes its meaning: it is stored. */
  steps: (payload: ListingPayload, goLive: boolean) => string[];
  perform: (step: string, payload: ListingPayload, done: Done, session: Session) => Promise<Record<string, string>>;
  /** After an unclear answer: what the outlet has of this step, or null when it was not done. */
  recover: (step: string, payload: ListingPayload, done: Done, session: Session) => Promise<Record<string, string> | null>;
  /** Id and public address of the listing, once every step is done. */
  standing: (done: Done, session: Session) => { remoteId: string; url: string };
}

/**
 * What an outlet's answer means for the sending:
 * refused - it will not take this, and why; wait - too many requests; unclear - no answer, or trouble at its end.
 */
export class OutletAnswer extends Error {
  constructor(
    readonly kind: 'refused' | 'wait' | 'unclear' | 'sign-in',
    readonly sentence: string,
    readonly waitMs = 0,
  ) {
    super(sentence);
  }
}

/** A percentage as written ("6.5") in millionths (65000). */
export function millionths(percent: string): number {
  const [whole, part = ''] = percent.split('.');
  return Number(whole) * 10_000 + Number(part.padEnd(4, '0').slice(0, 4));
}
