import { challengeOf, newVerifier } from './oauth';
import { connect } from './kestrel/connect';

test('the code challenge of RFC 7636, appendix B', () => {
  expect(challengeOf('dBjftJeZ4CVP-mB92K27uhbUJU1p1r_wW1gFWFOEjXk')).toBe('E9Melhoa2OwvFrEMTJguCHaoeK1t8URWbuGJSstw-cM');
});
test('a verifier has the length and alphabet of RFC 7636, section 4.1', () =>
  expect(newVerifier()).toMatch(/^[A-Za-z0-9\-._~]{43,128}$/));
test('the address of the consent carries the challenge and our token, and never the verifier', () => {
  if (connect.by !== 'page') throw new Error('not by a page');
  const { address, keep } = connect.begin('http://127.0.0.1:1/fair', 'http://127.0.0.1:2/back', 'our-token');
  const asked = new URL(address).searchParams;
  expect([asked.get('code_challenge_method'), asked.get('state')]).toEqual(['S256', 'our-token']);
  expect(asked.get('code_challenge')).toBe(challengeOf(keep.verifier!));
  expect(address).not.toContain(keep.verifier);
});
test('a seller who says no comes back with an error and no code (RFC 6749, section 4.1.2.1)', () => {
  if (connect.by !== 'page') throw new Error('not by a page');
  expect([
    connect.declined(new URLSearchParams('error=access_denied&state=x')),
    connect.declined(new URLSearchParams('code=1&state=x')),
  ]).toEqual([true, false]);
});
