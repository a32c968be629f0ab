import { test as base, type Page } from '@playwright/test';

/**
 * A page that was painted by the server and is not alive yet loses what is written into its forms. Here every page that is opened is
 * waited for, but for those that are opened with `waitUntil: 'commit'`: there, that moment is what is looked at.
 */
export const test = base.extend({
  context: async ({ context }, run) => {
    context.on('page', waits);
    await run(context);
  },
});
export { expect } from '@playwright/test';

function waits(page: Page): void {
  const goto = page.goto.bind(page);
  const reload = page.reload.bind(page);
  page.goto = async (address, options) => {
    const answer = await goto(address, options);
    if (options?.waitUntil !== 'commit') await alive(page);
    return answer;
  };
  page.reload = async (options) => {
    const answer = await reload(options);
    await alive(page);
    return answer;
  };
}

/** React has taken over every field of the page, and whatever it does then is done. */
async function alive(page: Page): Promise<void> {
  await page.waitForFunction(() =>
    [...document.querySelectorAll('input, select, textarea, button')].every((field) =>
      Object.keys(field).some((key) => key.startsWith('__reactProps')),
    ),
  );
  await page.evaluate(() => new Promise((resolve) => requestIdleCallback(resolve)));
}
