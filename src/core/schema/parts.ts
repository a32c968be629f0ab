import { Type, type ObjectOptions, type TProperties, type TSchema } from '@sinclair/typebox';

/** Parts that the schemas of documents, requests and answers are made of: one text serves as type, check and description. */

/** An object without fields beyond those named. */
export const Exactly = <P extends TProperties>(properties: P, options: ObjectOptions = {}) =>
  Type.Object(properties, { additionalProperties: false, ...options });

/** A shape with a name of its own in the description of the interface. */
export const Named = <P extends TProperties>(title: string, properties: P) => Exactly(properties, { title });

export const OrNull = <T extends TSchema>(schema: T, description?: string) =>
  Type.Union([schema, Type.Null()], description ? { description } : {});

export const OneOf = <const V extends readonly string[]>(values: V, description?: string) =>
  Type.Unsafe<V[number]>({ type: 'string', enum: [...values], ...(description && { description }) });

/** Text of 1 to so many characters. */
export const Words = (maxLength: number, description?: string) =>
  Type.String({ minLength: 1, maxLength, ...(description && { description }) });
export const Between = (minimum: number, maximum: number, description?: string) =>
  Type.Integer({ minimum, maximum, ...(description && { description }) });
export const Id = Type.String({ format: 'uuid' });
/** The most that a price, a cost or a fee can be, minor units. */
export const MOST_MINOR = 100_000_000;
export const Amount = (description = 'minor units of the currency') => Between(0, MOST_MINOR, description);
/** A share in millionths: 6% is 60000. */
export const Millionths = Between(0, 1_000_000, 'a share in millionths: 6% is 60000');
/** Millimetres. */
export const Mm = Type.Number({ minimum: 0, maximum: 10_000, description: 'mm' });
