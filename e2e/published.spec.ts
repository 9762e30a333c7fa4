import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { colourOf, enterAs, expectAccessible, inFrame, settled, test, visit } from './support';

const folders: string[] = [];
test.afterAll(() => folders.forEach((folder) => rmSync(folder, { recursive: true, force: true })));

/** What a press of a button downloads, unpacked into a folder of its own. */
async function unpacked(page: Page, button: RegExp): Promise<{ folder: string; names: string[] }> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ]);
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-unpacked-'));
  folders.push(folder);
  const files = unzipSync(new Uint8Array(readFileSync(await download.path())));
  for (const [name, bytes] of Object.entries(files)) {
    mkdirSync(path.dirname(path.join(folder, name)), { recursive: true });
    writeFileSync(path.join(folder, name), bytes);
  }
  return { folder, names: Object.keys(files) };
}

/** The computed style of every element with a part, in the order of the document. */
const stylesIn = (root: Page | ReturnType<typeof inFrame>, scope: string) =>
  root.locator(`${scope} [part]`).evaluateAll((elements) =>
    elements.map((element) => {
      const style = getComputedStyle(element);
      const names = ['color', 'background-color', 'border-top-color', 'border-top-width', 'border-top-left-radius', 'padding', 'font-size', 'font-weight', 'line-height', 'letter-spacing', 'display', 'gap', 'box-shadow']; // prettier-ignore
      return [element.getAttribute('part'), ...names.map((name) => style.getPropertyValue(name))].join(' | ');
    }),
  );

test('components are downloaded as HTML and CSS that looks in a folder as it does here', async ({ page, browser }) => {
  await enterAs(page, 'Runa Eskdale');
  await visit(page, '/libraries/keel/outputs?format=html&version=draft');
  const { folder, names } = await unpacked(page, /^Download \d+ files/);
  expect(names).toEqual(expect.arrayContaining(['index.html', 'components/button.html', 'components/button.css', 'tokens.css']));
  // From a folder, without scripts and without this program.
  const context = await browser.newContext({ javaScriptEnabled: true, viewport: { width: 1280, height: 800 }, offline: true });
  const alone = await context.newPage();
  for (const name of ['button', 'badge', 'notice', 'field', 'fare-card', 'departure-table', 'dialog']) {
    await visit(page, `/libraries/keel/components/${name}`);
    await settled(page);
    const frame = inFrame(page, `Specimen of ${name}`);
    await expect(frame.locator('[part~=root]').first()).toBeVisible();
    await alone.goto(`file://${folder}/components/${name}.html`);
    const delivered = await stylesIn(alone, '[data-example=Default]');
    expect(delivered.length).toBeGreaterThan(0);
    expect([name, delivered]).toEqual([name, await stylesIn(frame, 'body')]);
  }
  await context.close();
}); // prettier-ignore

test('guides are published with a release: read by who may only look, under each brand and scheme, without a script', async ({ page, browser, baseURL }) => {
  await enterAs(page, 'Runa Eskdale');
  await visit(page, '/libraries/keel/guides');
  await expect(page.getByRole('link', { name: 'Open published guides' })).toHaveAttribute('href', '/published/keel');
  const { folder, names } = await unpacked(page, /^Download site/);
  expect(names.filter((name) => name.endsWith('.html'))).toHaveLength(8);

  const said: string[] = [];
  page.on('console', (message) => message.type() === 'error' && said.push(message.text()));
  await page.goto('/published/keel');
  await expect(page).toHaveURL(/\/published\/keel\/1\.1\.0\/index\.html$/);
  await page.getByRole('main').getByRole('link', { name: 'Buttons' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Buttons' })).toBeVisible();
  const button = page.locator('figure [part~=root]').first();
  const light = await button.evaluate((element) => getComputedStyle(element).backgroundColor);
  await page.getByRole('navigation', { name: 'scheme' }).getByRole('link', { name: 'dark' }).click();
  await expect(page).toHaveURL(/scheme-dark\/buttons\.html$/);
  await page.waitForLoadState();
  const dark = await button.evaluate((element) => getComputedStyle(element).backgroundColor);
  expect(dark).not.toBe(light);
  await expectAccessible(page);
  // Each release has an address that stays.
  await page.locator('summary').click();
  await page.getByRole('link', { name: '1.0.0' }).click();
  await expect(page).toHaveURL(/\/published\/keel\/1\.0\.0\/index\.html$/);
  expect(said).toEqual([]);
  const { status } = await page.request.get('/published/keel/1.1.0/nothing.html').then((answer) => ({ status: answer.status() }));
  expect(status).toBe(404);
  const policy = (await page.request.get('/published/keel/1.1.0/index.html')).headers()['content-security-policy'];
  expect(policy).toContain("default-src 'none'");
  expect(policy).not.toContain('script-src');

  // The same from a folder, with no script at all; its colours are those of the specimen here.
  const context = await browser.newContext({ javaScriptEnabled: false, offline: true });
  const alone = await context.newPage();
  await alone.goto(`file://${folder}/index.html`);
  await alone.getByRole('main').getByRole('link', { name: 'Buttons' }).click();
  await alone.getByRole('link', { name: 'dark' }).click();
  await expect(alone.getByRole('heading', { level: 1, name: 'Buttons' })).toBeVisible();
  expect(strFromU8(new Uint8Array(readFileSync(path.join(folder, 'scheme-dark/buttons.html'))))).not.toContain('1.0.0');
  await visit(page, '/libraries/keel/components/button?scheme=dark');
  await settled(page);
  expect(await colourOf(page, 'Specimen of button', '[part~=root]')).toBe(dark);

  // Who is not signed in is asked to.
  const stranger = await browser.newContext();
  const other = await stranger.newPage();
  await other.goto(`${baseURL}/published/keel`);
  await expect(other).toHaveURL(/sign-in/);
  await stranger.close();
  await context.close();
}); // prettier-ignore
