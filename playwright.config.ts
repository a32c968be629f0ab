import { defineConfig } from '@playwright/test';
import { BROWSER } from './bin/browser';

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results',
  workers: 1,
  timeout: 90_000,
  expect: { timeout: 15_000 }, // two cores, and the worker beside
  reporter: [['list'], ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? 'test-results/report.json' }]],
  use: {
    baseURL: process.env.PRESS_URL,
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    launchOptions: BROWSER,
  },
});
