import { millionths } from './adapter';
import { retryAfterMs } from './http';
import { challengeOf, consentAddress, newVerifier } from './kestrel-sign-in';
import { toHtml } from './quayside';

test('the code challenge of RFC 7636, appendix B', () => {
  expect(challengeOf('dBjftJeZ4CVP-mB92K27uhbUJU1p1r_wW1gFWFOEjXk')).toBe('E9Melhoa2OwvFrEMTJguCHaoeK1t8URWbuGJSstw-cM');
});
test('a verifier has the length and alphabet of RFC 7636, section 4.1', () =>
  expect(newVerifier()).toMatch(/^[A-Za-z0-9\-._~]{43,128}$/));
test('the consent address carries the challenge and never the verifier', () => {
  const address = new URL(consentAddress('http://127.0.0.1:1/kestrel', 'http://127.0.0.1:2/back', 'state', 'a'.repeat(43)));
  expect(address.searchParams.get('code_challenge_method')).toBe('S256');
  expect(address.toString()).not.toContain('a'.repeat(43));
});

// RFC 9110, section 10.2.3: seconds or an HTTP date
test.each([
  ['2', 2000],
  ['Mon, 23 Nov 2026 12:00:05 GMT', 5000],
  ['nonsense', 1000],
  [null, 1000],
  ['99999', 120_000],
])('Retry-After %s', (header, ms) => expect(retryAfterMs(header, Date.parse('2026-11-23T12:00:00Z'))).toBe(ms));
test.each([
  ['6.5', 65_000],
  ['3', 30_000],
  ['2.9', 29_000],
  ['12.4', 124_000],
])('%s%% in millionths', (text, n) => expect(millionths(text)).toBe(n));
test('a description becomes paragraphs and lists, and its signs are escaped', () =>
  expect(toHtml('One <b>\ntwo\n\n- a\n- b & c')).toBe('<p>One &lt;b&gt;<br>two</p><ul><li>a</li><li>b &amp; c</li></ul>'));
