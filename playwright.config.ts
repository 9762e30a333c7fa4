import { defineConfig } from '@playwright/test';
import { chromiumLaunch } from './scripts/chromium.mjs';

/**
 * Browser tests drive the built application. Each file has a server and a copy of the demo workspace of its own
 * (`e2e/server.ts`), so that no file needs another to have run; within a file, one test may go on from the one before.
 */
export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/prepare.ts',
  timeout: 300_000,
  expect: { timeout: 30_000 },
  workers: Number(process.env.E2E_WORKERS ?? 2),
  // A second try starts from a fresh copy; whatever needed one is counted as flaky in the report.
  retries: 1,
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : 'list',
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: chromiumLaunch,
    trace: 'off',
    // What cannot be pressed is told before the whole test has run out of time.
    actionTimeout: 90_000,
    // Nothing waits for a movement to end.
    contextOptions: { reducedMotion: 'reduce' },
  },
});
