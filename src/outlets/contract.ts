import type { ListingPayload, ThereListing } from '../core/listing/payload';
import type { OutletRules } from '../core/rules/rules';

export type { ListingPayload, ThereListing };

/** A connection to one outlet. `secret` is whatever the adapter needs to sign in; a renewed one is given to `keep`. */
export interface Session<S = Record<string, string>> {
  baseUrl: string;
  secret: S;
  keep: (secret: S) => Promise<void>;
  readPicture: (file: string) => Promise<Buffer>;
  /** The outlet said that nothing more is taken before this time (ms since the epoch). */
  holdUntil?: number;
}

/** What a step made: ids and the like, as later steps need them. */
export type Result = Record<string, string>;

/** Results by step name: of the steps done so far, and of those that are to be done again with other content. */
export type Done = Record<string, Result>;

/** One step of sending. The name is stored and never changes its meaning; what it carries is compared to what was sent before. */
export interface Step {
  name: string;
  carries: unknown;
}

/** How an account is connected: by a key that the outlet gives out, or by consent on the outlet's own page (OAuth 2.0). */
export type Connecting =
  | {
      by: 'key';
      /** Where the seller finds the key: a sentence, and the page at the outlet. */
      where: (baseUrl: string) => { says: string; address: string };
      secretOf: (key: string) => Record<string, string>;
    }
  | {
      by: 'consent';
      /** A fresh secret of this attempt, and the address where the seller allows access. */
      begin: (baseUrl: string, redirectUri: string, stateOf: (verifier: string) => string) => string;
      end: (baseUrl: string, code: string, verifier: string, redirectUri: string) => Promise<Record<string, string>>;
    };

export interface OutletAdapter {
  style: string;
  connecting: Connecting;
  fetchRules: (session: Session) => Promise<OutletRules>;
  /** The steps of sending in order. `done` may name some that a smaller listing has to undo, such as pictures too many. */
  steps: (payload: ListingPayload, goLive: boolean, done: Done) => Step[];
  /**
   * Carries out a step. `done[step]` is there when it was done before with other content: then what exists is changed.
   * A step for which `find` answers null may be carried out twice and must do the same.
   */
  perform: (step: string, payload: ListingPayload, done: Done, session: Session) => Promise<Result>;
  /** After an unclear answer: what the outlet has of a step that makes something, or null. */
  find: (step: string, payload: ListingPayload, session: Session) => Promise<Result | null>;
  /** SHA-256 of the pictures as they were sent, in order, once every step is done. */
  sentPictures: (payload: ListingPayload, done: Done) => string[];
  /** Id and public address of the listing, once every step is done. */
  standing: (done: Done, session: Session) => { remoteId: string; url: string };
  /** What the outlet has under an id of its own, or null when it does not know it. */
  read: (remoteId: string, session: Session) => Promise<ThereListing | null>;
}

/**
 * What an outlet's answer means for the sending:
 * refused - it will not take this, and why; wait - too many requests; unclear - no answer, or trouble at its end;
 * sign-in - it does not know us any more.
 */
export class OutletAnswer extends Error {
  constructor(
    readonly kind: 'refused' | 'wait' | 'unclear' | 'sign-in',
    readonly sentence: string,
    readonly more: { waitMs?: number; status?: number } = {},
  ) {
    super(sentence);
  }
}
