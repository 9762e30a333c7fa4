import { defineConfig } from '@playwright/test';
import { chromiumLaunch } from './scripts/chromium.mjs';

const port = Number(process.env.E2E_PORT ?? 4377);

/** A server of its own on fresh demo data: what looks at views and at Chromium, and the jobs that change things, run side by side. */
const server = (at: number) => ({
  command: `rm -rf .e2e/${at} && mkdir -p .e2e && node dist/prepare.mjs && exec node node_modules/next/dist/bin/next start -p ${at} -H 127.0.0.1`,
  url: `http://127.0.0.1:${at}/api/v1/health`,
  env: {
    SEEDPLAN_DATA_DIR: `.e2e/${at}`,
    PORT: String(at),
    NEXT_TELEMETRY_DISABLED: '1',
    LOG_LEVEL: 'error',
  },
  timeout: 90_000,
});
const project = (name: string, testMatch: RegExp, at: number) => ({
  name,
  testMatch,
  // Each test goes on from what the one before it left.
  workers: 1,
  use: { baseURL: `http://127.0.0.1:${at}` },
});

/** Browser tests drive the built application on fresh demo data, in a data folder of their own. */
export default defineConfig({
  testDir: 'e2e',
  timeout: 120_000,
  expect: { timeout: 15_000 },
  workers: 2,
  projects: [project('views', /[ab]-[^/]*$/, port), project('jobs', /[c-z]-[^/]*$/, port + 1)],
  // Each test goes on from what the one before it left: a second try would begin elsewhere.
  retries: 0,
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : 'list',
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: chromiumLaunch,
    trace: 'off',
  },
  webServer: [server(port), server(port + 1)],
});
