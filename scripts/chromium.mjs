/** How Debian's Chromium is started by tests, benchmarks and screenshots: alone, and in touch with nothing outside. */
export const chromiumLaunch = {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
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
