import { expect, type Page } from '@playwright/test';
import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { strToU8, zipSync } from 'fflate';
import { enterAs, test, visit } from './support';

const run = promisify(execFile);
/** Ordinary git, as a person has it at a terminal. */
const git = async (folder: string, ...words: string[]): Promise<string> => {
  const env = { PATH: process.env.PATH, HOME: folder, GIT_CONFIG_NOSYSTEM: '1', GIT_TERMINAL_PROMPT: '0', LANG: 'C' };
  return (await run('git', ['-C', folder, '-c', 'user.name=Runa Eskdale', '-c', 'user.email=runa@saltmarsh.example', ...words], { env: env as never })).stdout;
}; // prettier-ignore

/** Creates a key in the account, and reads it where it is shown this once. */
async function newKey(page: Page, name: string, actions: string[]): Promise<string> {
  await visit(page, '/account');
  await page.getByRole('button', { name: 'Create key' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(/^Name/).fill(name);
  for (const action of ['Read', 'Clone', 'Push', 'Scan'])
    await dialog.getByRole('checkbox', { name: action }).setChecked(actions.includes(action));
  await dialog.getByRole('button', { name: 'Create key' }).click();
  const key = await page.getByRole('alert').locator('code').textContent();
  await expect(page.getByRole('list', { name: 'Keys' })).toContainText(name);
  return key!;
}
const withKey = (url: string, key: string, product: string) =>
  `${url.replace('://', `://git:${key}@`)}/git/${product}.git`;

test('from a raw value to its line, by git to a token, and the coverage rises', async ({ page, baseURL }) => {
  await enterAs(page, 'Runa Eskdale');
  await visit(page, '/products/booking-site/code');
  const coverage = page.getByRole('region', { name: 'Coverage' });
  await expect(coverage).toContainText('59.3 % of 403 values in 37 files');
  await expect(page.getByRole('region', { name: 'Commits' }).getByRole('listitem')).toHaveCount(35);
  // Which components of the library the source uses, with what is set on them.
  await page.getByText('Components', { exact: true }).click();
  await expect(page.getByRole('row', { name: /^Lines with button tone primary × 5, quiet × 3 size large × 3 label Add, Pay, Find a crossing 8/ })).toBeVisible(); // prettier-ignore
  await page.getByRole('button', { name: 'Lines with badge' }).click();
  await page.getByRole('button', { name: /help\.html:20/ }).click();
  await expect(page.getByLabel(/^help\.html, from line/)).toContainText('status="delayed"');
  await page.getByText('Raw values', { exact: true }).click();
  // Each value leads to its lines, and each line to the file around it.
  await page.getByRole('button', { name: 'Lines with #000000' }).click();
  await page.getByRole('button', { name: /styles\/print\.css:3/ }).click();
  await expect(page.getByLabel('styles/print.css, from line 1')).toContainText('color: #000000;');
  // An earlier commit, by keyboard; the address says which.
  await page.getByRole('button', { name: /^Print/ }).press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'Messages of fields' })).toBeVisible();
  await expect(coverage).toContainText('60.1 %');
  await page.getByText('Changes', { exact: true }).click();
  await expect(page.getByLabel('Difference')).toContainText('+  border-color: var(--color-danger-surface);');
  await page.reload();
  await expect(page.getByLabel('Difference')).toContainText('-  border-color: #c22823;');

  const key = await newKey(page, 'My computer', ['Clone', 'Push']);
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-e2e-'));
  try {
    await git(folder, 'clone', '--quiet', withKey(baseURL!, key, 'booking-site'), 'site');
    const site = path.join(folder, 'site');
    expect((await git(site, 'log', '--format=%s', '--reverse')).split('\n')[0]).toBe('Pages, first styles');
    const file = path.join(site, 'src/Seats.vue');
    const before = readFileSync(file, 'utf8');
    writeFileSync(file, before.replace('gap: 8px', 'gap: var(--gap-tight)').replace('color: #00617e', 'color: var(--color-text-link)')); // prettier-ignore
    await visit(page, '/products/booking-site/code');
    await expect(coverage).toContainText('59.3 %');
    await git(site, 'commit', '--quiet', '--all', '-m', 'Seats by token');
    await git(site, 'push', '--quiet');
    // The page that is open follows by itself.
    await expect(page.getByRole('button', { name: /^Seats by token/ })).toContainText('59.8 %', { timeout: 60_000 }); // prettier-ignore
    await page.getByRole('button', { name: /^Seats by token/ }).click();
    await expect(coverage).toContainText('59.8 % of 403 values');
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  await visit(page, '/jobs');
  await expect(page.getByRole('row', { name: /Scan of Booking site Done 1 commit scanned/ })).toBeVisible();
  await visit(page, '/libraries/keel/usage');
  const source = page.getByRole('region', { name: 'Source of products' });
  await expect(source.getByRole('row', { name: /^Booking site/ })).toContainText('59.8 %');
  // Components are counted in source as tokens are.
  await visit(page, '/libraries/keel/usage?kind=component&find=badge');
  await expect(page.getByRole('row', { name: /^badge .* 4$/ })).toBeVisible();
  await visit(page, '/libraries/keel/usage');
  await source.getByRole('link', { name: 'Booking site' }).click();
  await expect(page).toHaveURL(/products\/booking-site\/code/);
});

test('a product without a repository is led to its first scan; who may only look is offered nothing', async ({
  page,
  browser,
  baseURL,
}) => {
  await enterAs(page, 'Tam Birkett');
  const made = await page.request.post('/api/v1/products', { data: { name: 'Ferry card', slug: 'ferry-card', team: 'Booking', libraries: [{ slug: 'keel' }] } }); // prettier-ignore
  expect(made.ok()).toBe(true);
  const onlooker = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  await enterAs(onlooker, 'Bram Sallow');
  await visit(onlooker, '/products/ferry-card/code');
  await expect(onlooker.getByText('No repository yet.')).toBeVisible();
  await expect(onlooker.getByRole('button', { name: 'Create repository' })).toHaveCount(0);
  await onlooker.context().close();
  await visit(page, '/products/ferry-card/code');
  await page.getByRole('button', { name: 'Create repository' }).click();
  await expect(page.getByText(`git remote add seedplan ${baseURL}/git/ferry-card.git`)).toBeVisible();
  const key = await newKey(page, 'Build', ['Push']);
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-e2e-'));
  await git(folder, 'init', '--quiet', '--initial-branch=main');
  writeFileSync(path.join(folder, 'card.css'), '.card { color: #0e1518; padding: var(--gap-wide); }\n');
  await git(folder, 'add', '--all');
  await git(folder, 'commit', '--quiet', '-m', 'Begin');
  await visit(page, '/products/ferry-card/code');
  await git(folder, 'push', '--quiet', withKey(baseURL!, key, 'ferry-card'), 'main');
  rmSync(folder, { recursive: true, force: true });
  await expect(page.getByRole('region', { name: 'Coverage' })).toContainText('50.0 % of 2 values', { timeout: 60_000 }); // prettier-ignore
});

test('a migration is proposed by an engineer and merged by who maintains the product', async ({ page, browser, baseURL }) => {
  await enterAs(page, 'Runa Eskdale');
  await visit(page, '/products/dock-kiosk/code');
  // Of another team’s product one may only look.
  await expect(page.getByRole('region', { name: 'Commits' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Propose migration' })).toHaveCount(0);
  await visit(page, '/products/booking-site/code');
  const coverage = page.getByRole('region', { name: 'Coverage' }).locator('strong');
  const before = Number.parseFloat((await coverage.textContent())!);
  await page.getByRole('button', { name: 'Propose migration' }).click();
  await page.getByRole('region', { name: 'Proposals' }).getByRole('button', { name: /^Use tokens of Keel/ }).click();
  const proposal = page.getByRole('region', { name: 'Proposal', exact: true });
  await expect(proposal).toContainText('become references to tokens of Keel 1.1.0');
  await expect(page.getByLabel('Difference')).toContainText(/\n?\+.*var\(--color-surface-raised\)/);
  await expect(proposal.getByRole('button', { name: 'Merge into main' })).toHaveCount(0);
  const other = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  await enterAs(other, 'Tam Birkett');
  await visit(other, page.url());
  await other.getByRole('button', { name: 'Merge into main' }).click();
  await expect(other.getByRole('region', { name: 'Proposal', exact: true })).toContainText('Merged');
  await other.context().close();
  // Whoever proposed it sees it merged, scanned and counted without asking.
  await expect(page.getByRole('button', { name: /^Use tokens of Keel.*Merged/ })).toBeVisible({ timeout: 60_000 });
  await page.getByRole('region', { name: 'Commits' }).getByRole('button').first().click();
  await expect.poll(async () => Number.parseFloat((await coverage.textContent())!), { timeout: 60_000 }).toBeGreaterThan(before);
}); // prettier-ignore

test('source that is in no repository elsewhere is uploaded as an archive, committed and scanned', async ({ page }) => {
  await enterAs(page, 'Tam Birkett');
  await visit(page, '/products/booking-site/code');
  const commits = page.getByRole('region', { name: 'Commits' }).getByRole('listitem');
  await expect(commits.first()).toBeVisible();
  const before = await commits.count();
  const bytes = zipSync({ 'site/fares.css': strToU8('.fare { color: var(--color-text-default); background: #fedcba }') });
  const choosing = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Upload source' }).click();
  await (await choosing).setFiles({ name: 'site.zip', mimeType: 'application/zip', buffer: Buffer.from(bytes) });
  await expect(commits).toHaveCount(before + 1);
  await expect(page.getByRole('region', { name: 'Coverage' })).toContainText('50.0 % of 2 values in 1 file');
  await expect(page.getByRole('button', { name: 'Lines with #fedcba' })).toBeVisible();
}); // prettier-ignore
