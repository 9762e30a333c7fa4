/**
 * Measures the Tiers view in Chromium with 100 and with 10,000 tokens: tasks of the page's main thread over 50 ms while
 * typing a filter and scrolling (PerformanceObserver), and the time from a key press to the filtered list, as a ratio.
 * Needs the application built. `node scripts/bench-browser.mjs [--json]`
 */
import { chromium } from '@playwright/test';
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromiumLaunch } from './chromium.mjs';

const root = path.resolve(import.meta.dirname, '..');
const data = mkdtempSync(path.join(os.tmpdir(), 'seedplan-bench-'));
const port = '4389';
const env = { ...process.env, SEEDPLAN_DATA_DIR: data, PORT: port };
if (spawnSync(process.execPath, ['dist/prepare.mjs'], { cwd: root, env, stdio: 'ignore' }).status !== 0)
  process.exit(1);
const server = spawn(
  process.execPath,
  ['node_modules/next/dist/bin/next', 'start', '-p', port, '-H', '127.0.0.1'],
  { cwd: root, env },
);

/** A token file of `count` tokens in groups of 50, four in ten of them aliases. */
function sample(count) {
  let state = 7;
  const next = (n) => (state = (state * 48271) % 2147483647) % n;
  const file = { $type: 'color' };
  for (let i = 0; i < count; i++) {
    const group = (file[`group-${Math.floor(i / 50)}`] ??= {});
    const hex = next(0xffffff).toString(16).padStart(6, '0');
    const other = next(Math.max(1, i));
    group[`token-${i}`] = {
      $value: i > 50 && next(10) < 4 ? `{group-${Math.floor(other / 50)}.token-${other}}` : `#${hex}`,
    };
  }
  return JSON.stringify(file);
}

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];

async function measure(page, slug) {
  await page.goto(`http://127.0.0.1:${port}/libraries/${slug}/tokens`);
  await page.locator('[data-path]').first().waitFor({ timeout: 60_000 });
  await page.waitForTimeout(2500);
  await page.evaluate(() => {
    window.tasks = [];
    new PerformanceObserver((list) =>
      window.tasks.push(...list.getEntries().map((entry) => entry.duration)),
    ).observe({ type: 'longtask' });
  });
  const times = [];
  const field = page.getByLabel('Find tokens');
  for (const text of ['oken-1', 'n-1', 'ken-9', 'en-4', 'p-0', 'oken-7', 'n-2', 'oken-3']) {
    await field.fill('');
    await page.waitForTimeout(400);
    for (const key of text.slice(0, -1)) await page.keyboard.type(key, { delay: 40 });
    await page.waitForTimeout(400);
    const before = await page.getByTestId('shown').textContent();
    const spent = page.evaluate(
      (old) =>
        new Promise((resolve) => {
          let start = 0;
          addEventListener('keydown', () => (start = performance.now()), { once: true, capture: true });
          const look = () => {
            const now = document.querySelector('[data-testid=shown]')?.textContent;
            if (start > 0 && now !== old) resolve(performance.now() - start);
            else requestAnimationFrame(look);
          };
          look();
        }),
      before,
    );
    await page.waitForTimeout(150);
    await page.keyboard.type(text.at(-1));
    times.push(await Promise.race([spent, page.waitForTimeout(5000).then(() => null)]));
  }
  await field.fill('');
  await page.waitForTimeout(600);
  await page.mouse.move(600, 500);
  for (let i = 0; i < 40; i++) {
    await page.mouse.wheel(0, 900);
    await page.waitForTimeout(40);
  }
  await page.waitForTimeout(500);
  const tasks = await page.evaluate(() => window.tasks);
  const found = times.filter((time) => time !== null);
  return {
    key: median(found),
    keys: found.length,
    over: tasks.filter((task) => task > 50).length,
    longest: Math.max(0, ...tasks),
  };
}

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
  const results = {};
  for (const count of [100, 10_000]) {
    const slug = `many-${count}`;
    const headers = { origin: `http://127.0.0.1:${port}` };
    const made = await page.request.post(`http://127.0.0.1:${port}/api/v1/libraries`, {
      headers,
      data: { name: slug, slug },
    });
    const sent = await page.request.post(`http://127.0.0.1:${port}/api/v1/libraries/${slug}/import`, {
      headers,
      data: { files: [{ name: 'many.tokens.json', text: sample(count) }] },
    });
    if (!made.ok() || !sent.ok()) throw new Error(`${made.status()} ${sent.status()} ${await sent.text()}`);
    results[count] = await measure(page, slug);
  }
  const [few, many] = [results[100], results[10_000]];
  const figures = [
    { name: 'tiers-key', ratio: Number((many.key / few.key).toFixed(2)), goal: 3, better: 'lower' },
    { name: 'tiers-tasks', ratio: many.over, goal: 0, better: 'lower' },
  ];
  if (process.argv.includes('--json')) console.log(JSON.stringify({ figures }));
  else {
    console.log(
      `tiers-key    ${many.key.toFixed(1)} ms against ${few.key.toFixed(1)} ms (10,000 tokens against 100; medians of ${many.keys} and ${few.keys}): ${figures[0].ratio} (goal 3)`,
    );
    console.log(
      `tiers-tasks  ${many.over} over 50 ms with 10,000 tokens, the longest ${many.longest.toFixed(0)} ms; ${few.over} with 100, the longest ${few.longest.toFixed(0)} ms (goal 0)`,
    );
  }
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
