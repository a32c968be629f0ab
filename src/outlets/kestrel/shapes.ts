import { Type } from '@sinclair/typebox';

/** What parts of the fair's answers must be to be of use. The bounds are wider than any noticeboard's: they only keep nonsense out. */
export const OfferId = Type.String({ minLength: 1, maxLength: 200 });
export const ANY_TEXT = Type.String({ maxLength: 200_000 });
export const Sha256 = Type.String({ pattern: '^[0-9a-f]{64}$' });
