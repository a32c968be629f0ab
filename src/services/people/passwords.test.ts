import { hashOf, isPassword, whyNotPassword } from './passwords';

describe('a new password', () => {
  test.each(['short', 'elevenchars', '🌊🌊🌊🌊🌊'])('%s is too short, counted in characters', (p) =>
    expect(whyNotPassword(p)).toMatch(/at least 12 characters/),
  );
  // the commonest by the list of the package, and what people do to get one past a rule of length
  test.each(['passwordpassword', '123456123456', 'Password12345!', '!!!!dragon!!!!', 'aaaaaaaaaaaaaa', 'abababababab'])(
    '%s is tried first',
    (p) => expect(whyNotPassword(p)).toMatch(/tried first/),
  );
  test.each(['a long and quiet tide', 'correct harbour kelp 9', 'тихий долгий прилив'])('%s is taken', (p) =>
    expect(whyNotPassword(p)).toBeNull(),
  );
});

test('a password is known by its hash only, and nobody has none', async () => {
  const kept = await hashOf('a long and quiet tide');
  expect(kept).toMatch(/^\$argon2id\$v=19\$/);
  expect(kept).not.toContain('tide');
  expect(await isPassword(kept, 'a long and quiet tide')).toBe(true);
  expect(await isPassword(kept, 'a long and quiet Tide')).toBe(false);
  expect(await isPassword(undefined, 'a long and quiet tide')).toBe(false);
  expect(await isPassword('no hash at all', 'x')).toBe(false);
});
test('more at once than may wait are told to come again, and the others are answered', async () => {
  const answers = await Promise.allSettled(Array.from({ length: 140 }, () => isPassword('nonsense', 'x')));
  const refused = answers.filter((a) => a.status === 'rejected');
  expect(refused).toHaveLength(39);
  for (const { reason } of refused) expect(reason).toMatchObject({ code: 'slow-down' });
});
