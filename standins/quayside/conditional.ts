import { createHash } from 'node:crypto';
import type { FastifyReply, FastifyRequest } from 'fastify';

/** A strong entity tag (RFC 9110, 8.8.3) of what a resource holds. */
export const entityTag = (content: object): string =>
  `"${createHash('sha256').update(JSON.stringify(content)).digest('base64url').slice(0, 22)}"`;

/** Entity tags of a header's list, or `*`. Weak tags keep their `W/`. */
const listed = (header: string): string[] => header.match(/\*|(?:W\/)?"[^"]*"/g) ?? [];

export type Condition = 'met' | 'failed' | 'not-modified' | 'none';

/**
 * RFC 9110, 13.2.2, for a resource whose current tag is `now` (null: there is none). If-Match compares strongly (13.1.1),
 * If-None-Match weakly (13.1.2). `none` means that the request states no condition.
 */
export function condition(method: string, now: string | null, ifMatch?: string, ifNoneMatch?: string): Condition {
  if (ifMatch !== undefined) {
    const any = listed(ifMatch).some((tag) => (tag === '*' ? now !== null : tag === now && !tag.startsWith('W/')));
    if (!any) return 'failed';
  }
  if (ifNoneMatch !== undefined) {
    const any = listed(ifNoneMatch).some((tag) => (tag === '*' ? now !== null : tag.replace(/^W\//, '') === now));
    if (any) return method === 'GET' || method === 'HEAD' ? 'not-modified' : 'failed';
  }
  return ifMatch === undefined && ifNoneMatch === undefined ? 'none' : 'met';
}

/** The condition of a request on what is there now. */
export const conditionOf = (request: FastifyRequest, now: string | null): Condition =>
  condition(request.method, now, request.headers['if-match'], request.headers['if-none-match']);

/** Tells the current tag with an answer. */
export const tagged = (reply: FastifyReply, content: object): FastifyReply => reply.header('etag', entityTag(content));
