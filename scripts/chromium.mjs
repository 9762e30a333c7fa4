import { existsSync } from 'node:fs';

/** Debian's Chromium without a window of its own: it draws none of the pages that a window is made of. */
const SHELL = '/usr/bin/chromium-headless-shell';

/** How Debian's Chromium is started by tests, benchmarks and screenshots: alone, and in touch with nothing outside. */
export const chromiumLaunch = {
  executablePath: process.env.CHROMIUM ?? (existsSync(SHELL) ? SHELL : '/usr/bin/chromium'),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
