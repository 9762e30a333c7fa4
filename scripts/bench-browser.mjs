/**
 * Measures in Chromium what a person waits for: the Tiers view with many tokens, a component's page with many combinations;
 * and tasks of the page's main thread over 50 ms (PerformanceObserver) while typing.
 * Needs the application built. `node scripts/bench-browser.mjs [matrix] [tiers] [--json]`
 */
import { chromium } from '@playwright/test';
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromiumLaunch } from './chromium.mjs';
import { measureMatrix } from './measure-matrix.mjs';
import { measureTiers } from './measure-tiers.mjs';

const root = path.resolve(import.meta.dirname, '..');
const names = process.argv.slice(2).filter((word) => !word.startsWith('-'));
const data = mkdtempSync(path.join(os.tmpdir(), 'seedplan-bench-'));
const port = '4389';
const env = { ...process.env, SEEDPLAN_DATA_DIR: data, PORT: port, NODE_ENV: 'production' };
if (
  spawnSync(process.execPath, ['scripts/bundle.mjs', 'prepare', 'worker', 'bench'], { cwd: root }).status !==
  0
)
  process.exit(1);
if (spawnSync(process.execPath, ['dist/prepare.mjs'], { cwd: root, env, stdio: 'ignore' }).status !== 0)
  process.exit(1);
const server = spawn(process.execPath, ['dist/serve.mjs'], { cwd: root, env });

let status = 0;
try {
  for (let i = 0; i < 60; i++) {
    if (
      await fetch(`http://127.0.0.1:${port}/api/v1/health`).then(
        (response) => response.ok,
        () => false,
      )
    )
      break;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  const browser = await chromium.launch(chromiumLaunch);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`http://127.0.0.1:${port}/sign-in`);
  await page.getByRole('button', { name: /Marit Fenwick/ }).click();
  await page.waitForURL(/\/$/);
  const site = `http://127.0.0.1:${port}`;
  const figures = [];
  for (const [name, measure] of Object.entries({ matrix: measureMatrix, tiers: measureTiers }))
    if (names.length === 0 || names.includes(name)) figures.push(...(await measure(page, site)));
  if (process.argv.includes('--json'))
    console.log(
      JSON.stringify({
        figures: figures.map(({ name, ratio, goal }) => ({ name, ratio, goal, better: 'lower' })),
      }),
    );
  else
    for (const { name, said, ratio, goal } of figures)
      console.log(`${name.padEnd(14)} ${said}: ${ratio} (goal ${goal})`);
  await browser.close();
} catch (error) {
  console.error(error);
  status = 1;
} finally {
  server.kill('SIGTERM');
  await new Promise((resolve) => server.once('exit', resolve));
  rmSync(data, { recursive: true, force: true });
}
process.exit(status);
