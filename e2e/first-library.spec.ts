import { expect } from '@playwright/test';
import { enterAs, expectAccessible, test, visit } from './support';

test('a new library is led from empty to its first release by what its pages say', async ({ page }) => {
  test.setTimeout(300_000);
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/');
  await page.getByRole('button', { name: 'Create library' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Harbour');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/libraries\/harbour\/tokens/);

  // Every page that has nothing yet says what will be there, blames no filter, and shows no empty table.
  for (const [path, title] of [
    ['components', 'No components yet.'],
    ['guides', 'No guides yet.'],
    ['releases', 'Nothing to release yet.'],
    ['products', 'No product uses Harbour yet.'],
    ['usage', 'Nothing to count yet.'],
    ['outputs', 'Nothing to deliver yet.'],
    ['findings', 'Nothing to check yet.'],
    ['pairings', 'No pairings yet.'],
  ] as const) {
    await visit(page, `/libraries/harbour/${path}`);
    await expect(page.getByRole('heading', { name: title })).toBeVisible();
    await expect(page.locator('thead')).toHaveCount(0);
    await expect(page.getByText(/all pass|match the filter/)).toHaveCount(0);
    await expectAccessible(page);
  }

  // Tokens, by the second action of the first page.
  await visit(page, '/libraries/harbour/tokens');
  await expect(page.getByRole('heading', { name: 'No tokens yet.' })).toBeVisible();
  await page.getByRole('link', { name: 'Generate colour ramps' }).click();
  await page.getByLabel('Name of ramp 1').fill('tide');
  await page.getByLabel('Anchors of tide').fill('#0b5c7a');
  await page.getByRole('button', { name: 'Generate 11 tokens' }).click();
  await expect(page.getByRole('button', { name: /Colour ramps color/ })).toBeVisible();

  // A component, from the gallery's own words.
  await visit(page, '/libraries/harbour/components');
  await page.getByRole('button', { name: 'Create component' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('pier-sign');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'pier-sign' })).toBeVisible();

  // A guide for it, in one click.
  await visit(page, '/libraries/harbour/guides');
  await page.getByRole('button', { name: 'Create guide for pier-sign' }).click();
  await expect(page).toHaveURL(/\/guides\/pier-sign/);

  // Products say what is missing, and lead to the release.
  await visit(page, '/libraries/harbour/products');
  await page.getByRole('link', { name: 'Create the first release' }).click();
  await expect(page.getByTestId('version')).toHaveText('1.0.0');
  // The guide needs its component, which is kept out of releases until somebody says that it is finished.
  await expect(page.getByRole('button', { name: 'Release 1.0.0' })).toBeDisabled();
  await page.getByRole('button', { name: 'Include pier-sign in releases' }).click();
  await page.getByRole('button', { name: 'Release 1.0.0' }).click();
  await expect(page.getByRole('heading', { name: 'No changes since 1.0.0.' })).toBeVisible();
  await visit(page, '/libraries/harbour/outputs');
  await expect(page.getByTestId('output')).toContainText('--color-tide-500:');
  await visit(page, '/');
  await expect(page.getByRole('article', { name: 'Harbour' })).toContainText('Released as 1.0.0');
});
