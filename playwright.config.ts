import { defineConfig } from '@playwright/test';
import { chromiumLaunch } from './scripts/chromium.mjs';

const port = Number(process.env.E2E_PORT ?? 4377);

/** Browser tests drive the built application on fresh demo data, in a data folder of their own. */
export default defineConfig({
  testDir: 'e2e',
  timeout: 120_000,
  expect: { timeout: 15_000 },
  workers: 1,
  // Each test goes on from what the one before it left: a second try would begin elsewhere.
  retries: 0,
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : 'list',
  outputDir: 'test-results',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: chromiumLaunch,
    trace: 'off',
  },
  webServer: {
    command: `rm -rf .e2e && node dist/prepare.mjs && exec node node_modules/next/dist/bin/next start -p ${port} -H 127.0.0.1`,
    url: `http://127.0.0.1:${port}/api/v1/health`,
    env: { SEEDPLAN_DATA_DIR: '.e2e', PORT: String(port), NEXT_TELEMETRY_DISABLED: '1', LOG_LEVEL: 'error' },
    timeout: 90_000,
  },
});
