import { expect } from '@playwright/test';
import semver from 'semver';
import { tabTo, test } from './support';

/** The same crossing by key presses alone, once the first page has loaded. */
test('the crossing by keyboard alone', async ({ page, browser }) => {
  test.setTimeout(240_000);
  await page.goto('/sign-in');
  await tabTo(page, /^Marit Fenwick/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Libraries' })).toBeVisible();
  await tabTo(page, /^Keel/);
  await tabTo(page, /^Keel/);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Search tokens')).toBeVisible();

  const versions = (await (await page.request.get('/api/v1/libraries/keel/releases')).json()) as {
    releases: { version: string }[];
  };
  const last = versions.releases[0]!.version;
  const next = semver.inc(last, 'minor')!;
  await page.keyboard.press('/');
  await expect(page.getByPlaceholder('Search tokens, components, guides, pages and commands')).toBeFocused();
  await page.keyboard.type('reed.700');
  await expect(page.getByRole('button', { name: /color\.reed\.700/ }).last()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  const detail = page.getByRole('complementary', { name: 'Token color.reed.700' });
  await expect(detail).toBeVisible();
  await expect(detail).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('complementary', { name: 'Token color.reed.800' })).toBeVisible();
  await page.keyboard.press('ArrowUp');
  await expect(detail).toBeVisible();
  await tabTo(page, /^Value primitives/);
  await page.keyboard.press('Control+A');
  await page.keyboard.type('#0b5c2e');
  await expect(detail.getByTestId('resolved')).toHaveText('#0b5c2e');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Undo: Set color.reed.700 to #0b5c2e' })).toBeVisible();
  await page.keyboard.press('Escape');

  await page.keyboard.press('Alt+5');
  await expect(page.getByTestId('version')).toHaveText(next);
  await tabTo(page, new RegExp(`^Release ${next}`));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: `No changes since ${next}.` })).toBeVisible();

  const tam = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await tam.goto('/sign-in');
  await tabTo(tam, /^Tam Birkett/);
  await tam.keyboard.press('Enter');
  await expect(tam.getByRole('heading', { name: 'Libraries' })).toBeVisible();
  await tabTo(tam, /^Inbox/);
  await tam.keyboard.press('Enter');
  await expect(tam.getByRole('heading', { name: 'Inbox' })).toBeVisible();
  await tabTo(tam, new RegExp(`^Keel ${next} is out`));
  await tam.keyboard.press('Enter');
  await expect(tam.getByRole('heading', { name: new RegExp(`→ ${next}`) })).toBeVisible();
  await tam.keyboard.press('f');
  await expect(tam.locator('figure[data-side="before"]')).toBeVisible();
  // A stage has that name too: it is the button that upgrades.
  await tabTo(tam, new RegExp(`^Upgrade to ${next}`));
  if (await tam.evaluate(() => document.activeElement?.tagName !== 'BUTTON')) {
    await tam.keyboard.press('Tab');
    await tabTo(tam, new RegExp(`^Upgrade to ${next}`));
  }
  await tam.keyboard.press('Enter');
  await expect(tam.getByRole('link', { name: `Pinned to Keel ${next}` })).toBeVisible();
});
