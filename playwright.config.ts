import { defineConfig } from '@playwright/test';
import { BROWSER } from './bin/browser';

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results',
  workers: 1,
  // two cores, the worker and other tests beside, and perhaps strangers on the same machine: nothing here says how fast a thing is
  timeout: 300_000,
  expect: { timeout: 90_000 },
  reporter: [['list'], ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? 'test-results/report.json' }]],
  use: {
    baseURL: process.env.PRESS_URL,
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    launchOptions: BROWSER,
  },
});
