import { expect, test } from './alive';
import { SCREENS } from '../../trial/house';

/** What the browser says it would not do, by a page's policy (Content Security Policy Level 3). */
const SAID = /Content Security Policy|Refused to/;

test('no screen does what its policy forbids, and what is written into one does not run', async ({ page }) => {
  const violations: string[] = [];
  page.on('console', (m) => SAID.test(m.text()) && violations.push(m.text()));
  page.on('pageerror', (e) => violations.push(e.message));
  for (const path of [...SCREENS, '/artwork?view=alike', '/welcome']) {
    const answer = (await page.goto(path))!;
    const headers = answer.headers();
    expect([path, headers['content-security-policy']]).toEqual([
      path,
      expect.stringMatching(/script-src 'self' 'nonce-[\w+/=]{20,}' 'strict-dynamic';.*frame-ancestors 'none'/),
    ]);
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['permissions-policy']).toContain('camera=()');
    await page.waitForTimeout(600);
    expect([path, violations]).toEqual([path, []]);
  }
  // a nonce is of one answer only
  const nonces = await Promise.all(
    [1, 2].map(async () => /nonce-([^']+)/.exec((await page.request.get('/artwork')).headers()['content-security-policy']!)![1]),
  );
  expect(nonces[0]).not.toBe(nonces[1]);

  await page.goto('/artwork');
  await page.evaluate(() => {
    const box = document.createElement('div');
    box.innerHTML = '<img src="data:," onerror="window.stranger = true"><script>window.stranger = true</script>';
    document.body.append(box);
  });
  await expect.poll(() => violations.length).toBeGreaterThan(0);
  expect(await page.evaluate(() => (window as unknown as { stranger?: boolean }).stranger)).toBeUndefined();
});

test('a stranger’s page cannot frame ours', async ({ page }) => {
  await page.route('http://stranger.test/', (route) =>
    route.fulfill({ contentType: 'text/html', body: `<iframe src="${new URL('/artwork', test.info().project.use.baseURL).href}"></iframe>` }),
  );
  await page.goto('http://stranger.test/');
  await page.waitForTimeout(800);
  const [, framed] = page.frames();
  expect(await framed!.evaluate(() => document.querySelector('h1')?.textContent ?? '')).not.toBe('Artwork');
}); // prettier-ignore
