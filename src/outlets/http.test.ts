import fc from 'fast-check';
import { holdMs, millionths, problemSentence, retryAfterMs } from './http';

// RFC 9110, section 10.2.3: seconds or an HTTP date
test.each([
  ['2', 2000],
  ['Mon, 23 Nov 2026 12:00:05 GMT', 5000],
  ['nonsense', 1000],
  [null, 1000],
  // a daily quota is waited out; nonsense is not waited for longer than a month
  ['86400', 86_400_000],
  ['9'.repeat(400), 31 * 86_400_000],
])('Retry-After %s', (header, ms) => expect(retryAfterMs(header, Date.parse('2026-11-23T12:00:00Z'))).toBe(ms));

// draft-ietf-httpapi-ratelimit-headers: a list of policies' names with r (left) and t (seconds); the first row is its own example
test.each([
  ['"default";r=50;t=30', 0],
  ['"default";r=0;t=30', 30_000],
  ['"a";r=3;t=5, "b";r=0;t=2', 2000],
  ['"long";r=0;t=86400', 86_400_000],
  ['"no-time";r=0', 1000],
  ['not = a list', 0],
  [null, 0],
])('RateLimit %s', (header, ms) => expect(holdMs(header)).toBe(ms));

describe('a problem as a sentence', () => {
  test('the example of RFC 9457, section 3: title, and errors with pointers', () =>
    expect(
      problemSentence({
        type: 'https://example.net/validation-error',
        title: 'Your request is not valid.',
        errors: [
          { detail: 'must be a positive integer', pointer: '#/age' },
          { detail: "must be 'green', 'red' or 'blue'", pointer: '#/profile/color' },
        ],
      }),
    ).toBe("Your request is not valid: age must be a positive integer; profile color must be 'green', 'red' or 'blue'."));
  test('its detail says more than its title; places in lists are counted from one', () =>
    expect(
      problemSentence({
        title: 'Bad',
        detail: 'This will not do.',
        errors: [{ detail: 'is too low', pointer: '#/kinds/2/price' }],
      }),
    ).toBe('This will not do: kinds 3 price is too low.'));
  // RFC 6901, section 3: ~1 is a slash, ~0 a tilde
  test('a JSON Pointer is unescaped', () =>
    expect(problemSentence({ detail: 'No', errors: [{ detail: 'is odd', pointer: '#/a~1b/c~0d' }] })).toBe(
      'No: a/b c~d is odd.',
    ));
  test('a pointer that is not valid percent-encoding is shown unchanged', () =>
    expect(problemSentence({ detail: 'No', errors: [{ detail: 'is odd', pointer: '#/50%/x' }] })).toBe('No: 50% x is odd.'));
  test('an OAuth error has its own description (RFC 6749, section 5.2)', () =>
    expect(problemSentence({ error: 'invalid_grant', error_description: 'The code is too old.' })).toBe('The code is too old.'));
  test('whatever an outlet answers, there is a sentence or nothing', () =>
    fc.assert(fc.property(fc.jsonValue(), (body) => /^$|\.$/.test(problemSentence(body)))));
});

test.each([
  ['6.5', 65_000],
  ['3', 30_000],
  ['2.6', 26_000],
  ['12.4', 124_000],
  ['0.0001', 1],
])('%s%% in millionths', (text, n) => expect(millionths(text)).toBe(n));
test.each(['', '1,5', '-1', '1.00001', 'NaN', '1e2'])('“%s” is no percentage', (text) =>
  expect(() => millionths(text)).toThrow(RangeError),
);
