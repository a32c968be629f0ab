import { Type, type TSchema } from '@sinclair/typebox';
import { Exactly, Named, OneOf, OrNull } from '@/core/schema/parts';

/** Parts that the shapes of requests and answers are made of, beside those of documents. */
export { Exactly, Named, OneOf, OrNull };

export const Text = Type.String();
export const Whole = Type.Integer();
/** Minor units of the currency that stands beside it. */
export const Minor = Type.Integer({ description: 'minor units of the currency' });
export const Share = Type.Number({ description: 'a share, 0 to 1' });
export const Texts = Type.Array(Text);
export const Uuid = Type.String({ format: 'uuid' });
export const Time = Type.String({ format: 'date-time' });
/** A picture's address here. */
export const Picture = OrNull(Type.String({ description: 'address of a picture' }));

/** Something whose inner shape is the core's own: told as a type, described in words. */
export const Inner = <T>(description: string) => Type.Unsafe<T>({ type: 'object', description });

export const Items = <T extends TSchema>(schema: T) => Exactly({ items: Type.Array(schema) });
/** A window of a list: `next` is what to pass as `after` for the following one. */
export const Page = <T extends TSchema>(schema: T) =>
  Exactly({ items: Type.Array(schema), next: OrNull(Whole, 'pass as `after` for the following page') });

/** The id of one thing in a path; its title is the word for it in a sentence. */
export const IdOf = (what: string) => Type.String({ format: 'uuid', title: what });
/** A short name in a path, such as an outlet’s. */
export const NameOf = (what: string) => Type.String({ pattern: '^[0-9a-z-]{1,64}$', title: what });

/** The most that one request may name. */
export const MOST_IDS = 25_000;
export const Ids = Type.Array(Uuid, { maxItems: MOST_IDS });

export const PAGED = {
  limit: Type.Optional(Type.Integer({ minimum: 0, maximum: 1000, default: 100 })),
  after: Type.Optional(Type.Integer({ minimum: 0, default: 0 })),
};
