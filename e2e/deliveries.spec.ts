import { expect } from '@playwright/test';
import { choose, enterAs, settled, test, visit } from './support';

/** A release goes where it is used: each test goes on from what the one before it left. */
test.describe.configure({ mode: 'serial' });

const deliveries = '/libraries/keel/deliveries';

test('an output is created, delivered to a repository and merged there; the next release follows by itself', async ({
  page,
  browser,
  baseURL,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, deliveries);
  await page.getByRole('button', { name: 'Create output', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Create output' });
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill('Booking styles');
  await dialog.getByText('Repository', { exact: true }).click();
  // What is wrong is said under the field that is wrong.
  await dialog.getByRole('textbox', { name: 'Folder' }).fill('../elsewhere');
  await choose(dialog.getByRole('combobox', { name: 'Product' }), 'Booking site');
  await dialog.getByRole('button', { name: 'Create output' }).click();
  await expect(dialog.getByText('is not a folder that files can be delivered to', { exact: false })).toBeVisible();
  await dialog.getByRole('textbox', { name: 'Folder' }).fill('vendor/keel');
  await dialog.getByLabel('Deliver each release').check();
  await dialog.getByRole('button', { name: 'Create output' }).click();
  await page.getByRole('region', { name: 'Outputs' }).getByRole('button', { name: /^Booking styles/ }).click();
  const output = page.getByRole('region', { name: 'Output Booking styles' });
  await output.getByRole('button', { name: 'Deliver 1.1.0' }).click();
  const history = output.getByRole('table', { name: 'Deliveries' });
  await history.getByRole('link', { name: 'Proposed' }).click({ timeout: 60_000 });
  // The product’s side: the release notes, the difference, and Merge for who maintains it.
  await expect(page.getByRole('region', { name: 'Proposal', exact: true })).toContainText('Keel 1.1.0: Booking styles');
  await expect(page.getByLabel('Difference')).toContainText('vendor/keel/tokens.css');
  const other = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  await enterAs(other, 'Tam Birkett');
  await visit(other, page.url());
  await other.getByRole('button', { name: 'Merge into main' }).click();
  await expect(other.getByRole('region', { name: 'Proposal', exact: true })).toContainText('Merged');
  await other.context().close();
  await visit(page, deliveries);
  await page.getByRole('region', { name: 'Outputs' }).getByRole('button', { name: /^Booking styles/ }).click();
  await expect(history.getByRole('link', { name: 'Merged' })).toBeVisible();
  // The same again comes to nothing.
  await output.getByRole('button', { name: 'Deliver 1.1.0' }).click();
  await expect(history.getByText('Nothing changed')).toBeVisible({ timeout: 60_000 });
  // A release is delivered by itself.
  await visit(page, '/libraries/keel/releases');
  await page.getByRole('button', { name: /^Release \d/ }).click();
  await visit(page, deliveries);
  await page.getByRole('region', { name: 'Outputs' }).getByRole('button', { name: /^Booking styles/ }).click();
  await expect(history.getByRole('link', { name: 'Proposed' })).toBeVisible({ timeout: 60_000 });
}); // prettier-ignore

test('what a delivery held is read and compared with the one before; who may only look delivers nothing', async ({
  page,
}) => {
  await enterAs(page, 'Runa Eskdale');
  await visit(page, deliveries);
  const output = page.getByRole('region', { name: 'Output Web styles' });
  await expect(output.getByRole('button', { name: /^Deliver/ })).toHaveCount(0);
  await output.getByRole('button', { name: '1.1.0' }).click();
  await settled(page);
  await expect(output.getByText('2 of 2 files differ.')).toBeVisible();
  await output.getByText('Difference from 1.0.0').click();
  await expect(output.getByLabel('File contents')).toContainText('#990f14');
  const download = page.waitForEvent('download');
  await output.getByRole('button', { name: 'Download 2 files' }).click();
  expect((await download).suggestedFilename()).toBe('keel-1.1.0-web-styles.zip');
});
