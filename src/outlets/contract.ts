import type { Said } from '../core/said';
import type { ListingField } from '../core/listing/compare';
import type { ListingPayload, ThereListing } from '../core/listing/payload';
import { answerSentence } from '../core/outlet/answers';
import type { Goal, RulesDocument, SettingsDocument } from '../core/outlet/rules';

export type { Goal, ListingField, ListingPayload, ThereListing };

/** A connection to one outlet account. `secret` is whatever the adapter needs to sign in. */
export interface Session<S = Record<string, string>> {
  /** What the seller calls it: the word for it in sentences. */
  name: string;
  baseUrl: string;
  secret: S;
  /**
   * Has the secret renewed, by one caller at a time whatever process it is in, and kept. Where somebody else renewed it meanwhile, that
   * one is taken: a refresh token may hold for one use only (RFC 9700, section 4.14.2).
   */
  renew: (renewed: (secret: S) => Promise<S>) => Promise<void>;
  /** A picture or another file that was made here. */
  readFile: (file: string) => Promise<Buffer>;
  /** The outlet said that nothing more is taken before this time (ms since the epoch). */
  holdUntil?: number;
}

/** What a step made: ids and the like, as later steps need them. */
export type Result = Record<string, string>;

/** Results by part: of what is known to stand of a listing, also of what is to be done again with other content. */
export type Done = Record<string, Result>;

/** One step of an order. */
export interface Step {
  /** Names a part of the listing at the outlet. It is stored and never changes its meaning. */
  part: string;
  /** What it carries: compared with what was sent before, so that the same is not sent twice. */
  carries: unknown;
  /** It makes something that could be made twice: after an unclear answer the outlet is asked for our key first. */
  makes?: boolean;
  /**
   * Carries it out. `done[part]` is there when it was done before with other content: then what exists is changed. A step that makes
   * nothing may be carried out twice and must do the same.
   */
  perform: (done: Done, session: Session) => Promise<Result>;
}

/** A listing that stands, as it is to be; `fields` names what is to be changed of it, and nothing else may be touched. */
export interface Change {
  remoteId: string;
  listing: ListingPayload;
  fields: readonly ListingField[];
}

/** How an account is connected: by a key that the outlet gives out, or on a page of the outlet's own. */
export type Connecting =
  | {
      by: 'key';
      /** Where the seller finds the key: a sentence, and the page at the outlet. */
      where: (baseUrl: string) => { says: string; address: string };
      secretOf: (key: string) => Record<string, string>;
    }
  | {
      by: 'page';
      /**
       * The page where the seller allows access, and what is to be kept meanwhile. The outlet sends the seller back to `returnTo` with
       * `token` among what it says there.
       */
      begin: (baseUrl: string, returnTo: string, token: string) => { address: string; keep: Record<string, string> };
      /** Which of our tokens an answer brings back; null when it brings none. */
      tokenIn: (answer: URLSearchParams) => string | null;
      /** Did the seller say no there? */
      declined: (answer: URLSearchParams) => boolean;
      /** The secret that the answer leads to. Throws an OutletAnswer when access was not allowed. */
      end: (
        name: string,
        baseUrl: string,
        answer: URLSearchParams,
        keep: Record<string, string>,
      ) => Promise<Record<string, string>>;
    };

/** One style of outlet interface. Everything that is peculiar to it is behind this. */
export interface OutletAdapter {
  style: string;
  /** What a kind of outlet is called, where nobody has given an account another name. */
  name: string;
  connect: Connecting;
  /** Its limits and fees, as data. */
  rules: (session: Session) => Promise<RulesDocument>;
  /** What it lets a seller choose once. */
  settings: (session: Session) => Promise<SettingsDocument>;
  write: {
    /** The steps of making a listing. `done` may name parts that a smaller listing has to undo, such as pictures too many. */
    make: (listing: ListingPayload, done: Done) => Step[];
    /** The steps of changing words, tags or prices of one that stands. */
    change: (change: Change) => Step[];
    /** The steps of putting its pictures anew. */
    pictures: (change: Change, done: Done) => Step[];
    /** The steps of putting anew what buyers get at once. */
    downloads: (change: Change, done: Done) => Step[];
    /** The steps of putting it in a state. */
    state: (goal: Goal, at: { remoteId: string | null; key: string }) => Step[];
    /** SHA-256 of the pictures as they were sent, in order, once every step is done. */
    sentPictures: (listing: ListingPayload, done: Done) => string[];
    /** Id and public address of the listing, once it is made. */
    standing: (done: Done, session: Session) => { remoteId: string; url: string };
  };
  read: {
    /** What the outlet has under an id of its own, or null when it does not know it. */
    one: (remoteId: string, session: Session) => Promise<ThereListing | null>;
    /** What it has of this account, a page at a time: their ids, and where to go on (null: at the end). */
    list: (after: string | null, session: Session) => Promise<{ remoteIds: string[]; next: string | null }>;
    /** What the step that makes a listing would have made of our key, or null when there is none. */
    byKey: (key: string, session: Session) => Promise<Result | null>;
  };
}

/**
 * What an outlet's answer means for an order:
 * refused - it will not take this, and why; wait - too many requests; unclear - no answer, or trouble at its end;
 * sign-in - it does not know us any more.
 */
export class OutletAnswer extends Error {
  constructor(
    readonly kind: 'refused' | 'wait' | 'unclear' | 'sign-in',
    readonly said: Said,
    /** `malformed`: it answered, but nothing that can be read. */
    readonly more: { waitMs?: number; status?: number; malformed?: boolean } = {},
  ) {
    super(answerSentence(said));
  }
  get sentence(): string {
    return this.message;
  }
}
