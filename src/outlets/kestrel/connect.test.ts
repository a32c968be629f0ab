import { challengeOf, consentAddress, newVerifier } from './connect';

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
