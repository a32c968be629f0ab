/** Everything that can be wrong with a request, in one table: HTTP status and title (RFC 9457). */
const TABLE = {
  'not-signed-in': [401, 'Not signed in'],
  'not-allowed': [403, 'Not allowed'],
  'not-found': [404, 'Not found'],
  'bad-request': [400, 'The request cannot be read'],
  conflict: [409, 'That does not fit the present state'],
  'not-valid': [422, 'Something is not right'],
  'no-such-method': [405, 'Cannot be asked for like this'],
  'too-large': [413, 'Too large'],
  'not-json': [415, 'Not a kind of body that is read here'],
  'outlet-trouble': [502, 'The outlet did not take part'],
  'slow-down': [429, 'Too many tries'],
  'no-room': [507, 'The disk is nearly full'],
  trouble: [503, 'Trouble on our side'],
} as const;

export type TroubleCode = keyof typeof TABLE;

/** An error that a person is told about: a code, a sentence, and the field it is about. */
export class Trouble extends Error {
  constructor(
    readonly code: TroubleCode,
    readonly sentence: string,
    readonly field?: string,
    /** What was changed meanwhile, where a change was made on an earlier state. */
    readonly meanwhile?: string[],
  ) {
    super(sentence);
  }
  /** The body of `application/problem+json`. */
  problem() {
    const [status, title] = TABLE[this.code];
    return {
      type: `about:blank#${this.code}`,
      title,
      status,
      detail: this.sentence,
      ...(this.field && { field: this.field }),
      ...(this.meanwhile && { meanwhile: this.meanwhile }),
    };
  }
}
