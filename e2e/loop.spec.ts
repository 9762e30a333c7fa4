import { expect } from '@playwright/test';
import { choose, colourOf, enterAs, inFrame, test, visit } from './support';

/** From what stands in a product's source to the library and back to the source, by two people. */
test('a raw value of a product becomes a token, is released, taken over, and written by token in the source', async ({
  page,
  browser,
  baseURL,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/products/booking-site/code');
  // She keeps the library, not the product: she can make a token of the value, and propose nothing.
  await page.getByRole('button', { name: 'Actions for #000000' }).click();
  await expect(page.getByRole('menuitem', { name: /^Replace/ })).toHaveCount(0);
  await page.getByRole('menuitem', { name: 'Create token from #000000' }).click();
  const dialog = page.getByRole('dialog', { name: 'Add token' });
  await expect(dialog.getByRole('textbox', { name: 'Path' })).toHaveValue('color.black');
  await expect(dialog.getByRole('combobox', { name: 'Value' })).toHaveValue('#000000');
  await expect(dialog.getByRole('combobox', { name: 'Type' })).toHaveValue('color');
  await dialog.getByRole('button', { name: 'Add token' }).click();
  await expect(page).toHaveURL(/tokens\/color\.black$/);
  await visit(page, '/libraries/keel/releases');
  await expect(page.getByTestId('version')).toHaveText('1.2.0');
  await page.getByRole('button', { name: 'Release 1.2.0' }).click();
  await expect(page.getByRole('heading', { name: 'No changes since 1.2.0.' })).toBeVisible();

  const tam = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  await enterAs(tam, 'Tam Birkett');
  const coverage = tam.getByRole('region', { name: 'Coverage' }).locator('strong');
  const replace = async () => {
    await visit(tam, '/products/booking-site/code');
    await tam.getByRole('button', { name: 'Actions for #000000' }).click();
    await tam.getByRole('menuitem', { name: 'Replace with another token' }).click();
    await tam.getByRole('textbox', { name: 'Path of the token' }).fill('color.black');
    await tam.getByRole('button', { name: 'Propose replacement' }).click();
  };
  // Of a release that the product has not taken yet nothing can be used.
  await replace();
  await expect(tam.getByRole('alert').filter({ hasText: 'Keel 1.1.0 has no token color.black' })).toBeVisible({ timeout: 60_000 }); // prettier-ignore
  await visit(tam, '/inbox');
  await tam.getByRole('link', { name: /Keel 1\.2\.0 is out; Booking site has 1\.1\.0/ }).click();
  await tam.getByRole('button', { name: 'Upgrade to 1.2.0' }).click();
  await expect(tam).toHaveURL(/\/products\/booking-site$/);
  await replace();
  await tam.getByRole('region', { name: 'Proposals' }).getByRole('button', { name: /^Use tokens of Keel 1\.2\.0/ }).click(); // prettier-ignore
  const difference = tam.getByLabel('Difference');
  await expect(difference).toContainText('+  color: var(--color-black);');
  // Nothing but what was asked for is changed.
  const added = (await difference.innerText()).split('\n').filter((line) => /^\+(?!\+)/.test(line));
  expect(added.length).toBeGreaterThan(0);
  for (const line of added) expect(line).toContain('var(--color-black)');
  const before = Number.parseFloat((await coverage.textContent())!);
  await tam.getByRole('button', { name: 'Merge into main' }).click();
  await expect(tam.getByRole('region', { name: 'Proposal', exact: true })).toContainText('Merged');
  await tam.getByRole('region', { name: 'Commits' }).getByRole('button').first().click();
  await expect
    .poll(async () => Number.parseFloat((await coverage.textContent())!), { timeout: 60_000 })
    .toBeGreaterThan(before);
  await expect(tam.getByRole('button', { name: 'Lines with #000000' })).toHaveCount(0);

  // The guides of the release are published beside those of the one before.
  await tam.goto('/published/keel');
  await expect(tam).toHaveURL(/\/published\/keel\/1\.2\.0\/index\.html$/);
  await tam.locator('summary').click();
  await expect(tam.getByRole('link', { name: '1.1.0' })).toBeVisible();

  // His product is given another brand, once its screen has been seen under each.
  await tam.goto('/products/booking-site');
  const choice = () => colourOf(tam, 'Screen Choose a fare', 'button', 'color');
  await expect(inFrame(tam, 'Screen Choose a fare').locator('button').first()).toBeVisible();
  const saltmarsh = await choice();
  await visit(tam, '/products/booking-site/brands');
  const gannet = tam.getByRole('region', { name: 'gannet' });
  const seen = await colourOf(tam, 'Screen Choose a fare under gannet, light', 'button', 'color');
  expect(seen).not.toBe(saltmarsh);
  await gannet.getByRole('button', { name: 'Apply gannet' }).click();
  await expect(gannet.getByText('Applied to Booking site')).toBeVisible();
  await visit(tam, '/products/booking-site');
  await expect(tam.getByRole('radio', { name: 'gannet' })).toBeChecked();
  await expect.poll(choice).toBe(seen);
  await tam.context().close();

  // Whoever joins the product's team finds what was done, and may do what her role lets her.
  await visit(page, '/people');
  await page.getByRole('button', { name: 'Invite person' }).click();
  const invite = page.getByRole('dialog', { name: 'Invite person' });
  await invite.getByRole('textbox', { name: /^Name/ }).fill('Una Brill');
  await invite.getByRole('textbox', { name: /^Email/ }).fill('una@saltmarsh.example');
  await choose(invite.getByRole('combobox', { name: 'Team' }), 'Booking');
  await choose(invite.getByRole('combobox', { name: 'Role' }), 'Contributor');
  await invite.getByRole('button', { name: 'Invite person' }).click();
  await expect(page.getByText(/^Invited until/)).toBeVisible();
  await page.getByRole('link', { name: 'Outbox' }).click();
  const link = (await page.getByRole('link', { name: /\/join\// }).textContent())!;
  const una = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  await una.goto(link);
  await una.getByLabel(/^Password \*$/).fill('eel grass and tide');
  await una.getByLabel(/^Password again/).fill('eel grass and tide');
  await una.getByRole('button', { name: 'Join' }).click();
  await una.waitForURL(/\/$/);
  await visit(una, '/products/booking-site/code');
  await una
    .getByRole('region', { name: 'Proposals' })
    .getByRole('button', { name: /^Use tokens of Keel 1\.2\.0/ })
    .click();
  // What the merge brought, check by check.
  const checks = una.getByRole('region', { name: 'Checks' });
  await expect(checks.getByRole('listitem').filter({ hasText: 'Coverage does not fall' })).toContainText(
    /From \d+\.\d % to \d+\.\d %/,
  );
  await expect(checks.getByRole('img', { name: 'Failed' })).toHaveCount(0);
  await expect(una.getByRole('button', { name: 'Propose migration' })).toBeVisible();
  await expect(una.getByRole('button', { name: /^Upload source/ })).toHaveCount(0);
  await una.context().close();
});
