import { randomBytes } from 'node:crypto';
import { NextResponse, type NextRequest } from 'next/server';

/**
 * What a page may load and do (Content Security Policy Level 3, W3C). Scripts run only with the nonce of their own answer; styles may
 * stand in elements and attributes, for the interface sets widths and places in them. Nothing comes from elsewhere.
 */
const policy = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

/** Gives every answer the headers that keep a browser from doing with it what was not meant. */
export function proxy(request: NextRequest): NextResponse {
  const nonce = randomBytes(16).toString('base64');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  // the framework reads the nonce for its own scripts from here
  headers.set('content-security-policy', policy(nonce));
  const answer = NextResponse.next({ request: { headers } });
  answer.headers.set('content-security-policy', policy(nonce));
  answer.headers.set('x-content-type-options', 'nosniff');
  answer.headers.set('referrer-policy', 'same-origin');
  answer.headers.set('cross-origin-opener-policy', 'same-origin');
  answer.headers.set('cross-origin-resource-policy', 'same-origin');
  answer.headers.set('permissions-policy', 'camera=(), geolocation=(), microphone=(), payment=(), usb=()');
  return answer;
}

// what is built is no page, and the interface for programs sets its own headers: here long uploads would be held in memory
export const config = { matcher: ['/((?!_next/static/|api/).*)'] };
