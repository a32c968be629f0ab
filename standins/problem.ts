import type { FastifyReply } from 'fastify';

/** One thing that is wrong, and where: a JSON Pointer (RFC 6901) into the request's body, as a URI fragment. */
export interface Fault {
  detail: string;
  pointer: string;
}

/**
 * Answers `application/problem+json` of RFC 9457. `type` names the kind of problem and stays the same; `title` says the
 * kind in words, `detail` this occurrence; several faults at once stand in the extension member `errors`.
 */
export function problem(
  reply: FastifyReply,
  status: number,
  type: string,
  title: string,
  detail: string,
  errors: Fault[] = [],
): FastifyReply {
  return reply
    .code(status)
    .header('content-type', 'application/problem+json')
    .send(Buffer.from(JSON.stringify({ type, title, status, detail, ...(errors.length && { errors }) }))); // bytes: JSON has no charset parameter
}
