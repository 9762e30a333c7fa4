/** Takes the pictures in docs/screenshots/ from fresh demo data. Needs the application built (bin/demo builds it). */
import { chromium } from '@playwright/test';
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromiumLaunch } from './chromium.mjs';

const root = path.resolve(import.meta.dirname, '..');
const data = mkdtempSync(path.join(os.tmpdir(), 'seedplan-shots-'));
const port = '4388';
const env = { ...process.env, SEEDPLAN_DATA_DIR: data, PORT: port, NODE_ENV: 'production' };
if (spawnSync(process.execPath, ['dist/prepare.mjs'], { cwd: root, env, stdio: 'inherit' }).status !== 0)
  process.exit(1);
const server = spawn(process.execPath, ['dist/serve.mjs'], { cwd: root, env });

const VIEWS = [
  ['home', '/'],
  ['tokens', '/libraries/keel/tokens'],
  ['token', '/libraries/keel/tokens/color.action.surface'],
  ['scales', '/libraries/keel/scales?new=ramps'],
  ['pairings', '/libraries/keel/pairings'],
  ['brands', '/libraries/pocket/brands'],
  ['findings', '/libraries/keel/findings'],
  ['import', '/libraries/keel/import', 'light', 'Marit', 'demo/intake/old.css'],
  ['components', '/libraries/keel/components?trace=color.text.default'],
  ['proof', '/libraries/keel/components/button?beside=brand'],
  ['matrix', '/libraries/keel/components/button', 'light', 'Marit', undefined, 'Matrix'],
  ['guide', '/libraries/keel/guides/buttons'],
  ['releases', '/libraries/keel/releases'],
  ['usage', '/libraries/keel/usage'],
  ['code', '/products/booking-site/code?value=color%20%23000000&place=styles%2Fprint.css:3', 'light', 'Tam'],
  ['deliveries', '/libraries/keel/deliveries?show=difference'],
  ['people', '/people', 'dark'],
  ['published', '/published/keel/1.1.0/brand-gannet/buttons.html'],
  ['upgrade', '/products/dock-kiosk/upgrade/keel/1.1.0', 'light', 'Jory'],
];
const wanted = process.argv.slice(2);
try {
  for (let i = 0; i < 60; i++) {
    const up = await fetch(`http://127.0.0.1:${port}/api/v1/health`).then(
      (response) => response.ok,
      () => false,
    );
    if (up) break;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  const browser = await chromium.launch(chromiumLaunch);
  for (const [name, address, colorScheme = 'light', person = 'Marit', file, into] of VIEWS) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const context = await browser.newContext({
      viewport: { width: 1280, height: 800 },
      colorScheme,
      baseURL: `http://127.0.0.1:${port}`,
    });
    const page = await context.newPage();
    await page.goto('/sign-in');
    await page.getByRole('button', { name: new RegExp(`^${person}`) }).click();
    await page.waitForURL(/\/$/);
    await page.goto(address);
    if (file) await page.locator('input[type=file]').setInputFiles(path.join(root, file));
    await page.waitForTimeout(1500);
    // What is still being opened or worked out is waited for.
    for (const status of await page.getByRole('status').all()) await status.waitFor({ state: 'detached', timeout: 20_000 }).catch(() => {}); // prettier-ignore
    await page.waitForTimeout(2500);
    if (into) {
      await page.getByRole('region', { name: into }).evaluate((one) => one.scrollIntoView());
      await page.mouse.wheel(0, -120);
      await page.waitForTimeout(600);
    }
    await page.screenshot({ path: path.join(root, 'docs/screenshots', `${name}.png`) });
    await context.close();
  }
  await browser.close();
} finally {
  server.kill('SIGTERM');
  rmSync(data, { recursive: true, force: true });
}
