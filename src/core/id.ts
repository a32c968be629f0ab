const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** Whether a value is written as our ids are: a UUID in lower case (RFC 9562, section 4). */
export const isId = (value: unknown): value is string => typeof value === 'string' && UUID.test(value);
