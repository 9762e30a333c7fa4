import { expect } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { colourOf, enterAs, test, visit } from './support';

/** One change, from a token to an upgraded product, as one continuous job by mouse. */
test('the crossing', async ({ page, browser }) => {
  test.setTimeout(240_000);
  await enterAs(page, 'Osei Larkham');
  await visit(page, '/');
  await page.getByRole('link', { name: 'Keel', exact: true }).click();

  // Find the colour; its chain lights, its detail says why and whom it reaches.
  await page.getByLabel('Search tokens').fill('estuary.700');
  await page.locator('[data-path="color.estuary.700"]').click();
  const detail = page.getByRole('complementary', { name: 'Token color.estuary.700' });
  await expect(detail.getByTestId('resolved')).toHaveText('#00617e');
  await expect(detail.getByTestId('reach')).toContainText('1 guide');
  await expect(detail.getByTestId('reach')).toContainText('3 screens');

  // A guide stands open in a second tab.
  const guide = await page.context().newPage();
  await visit(guide, '/libraries/keel/guides/buttons');
  await expect(guide.getByRole('heading', { name: 'Buttons' })).toBeVisible();
  const guideColour = () => colourOf(guide, 'Specimen of button', '[part~="root"]');
  await expect.poll(guideColour).toBe('rgb(0, 97, 126)');

  // While typing, everything shows it; Escape leaves it as it was; Enter stores it.
  const value = detail.getByRole('combobox', { name: 'Value primitives' });
  await value.fill('#5b2a86');
  await expect(detail.getByTestId('resolved')).toHaveText('#5b2a86');
  expect(await guideColour()).toBe('rgb(0, 97, 126)');
  await value.press('Escape');
  await expect(detail.getByTestId('resolved')).toHaveText('#00617e');
  await value.fill('no colour at all');
  await expect(detail.getByText('is not a colour')).toBeVisible();
  await value.fill('#5b2a86');
  await value.press('Enter');
  await expect(page.getByText('3 changes since 1.1.0')).toBeVisible();
  await expect(
    detail.getByText('Set color.estuary.700 to #5b2a86 by Osei Larkham', { exact: false }),
  ).toBeVisible();
  await expect.poll(guideColour).toBe('rgb(91, 42, 134)');
  await expect(guide.locator('[data-block="tokenTable"]').getByText('#5b2a86')).toBeVisible();

  // Undo in the second tab, after a reload; redo in the first.
  await guide.reload();
  await guide.getByRole('button', { name: /^Undo: Set color.estuary.700/ }).click();
  await expect(detail.getByTestId('resolved')).toHaveText('#00617e');
  await page.getByRole('button', { name: /^Redo: / }).click();
  await expect(detail.getByTestId('resolved')).toHaveText('#5b2a86');

  // The component and its matrix; the brand swapped through the lens.
  await page.getByRole('link', { name: 'Components' }).click();
  await page.getByRole('link', { name: 'button', exact: true }).click();
  await expect(page.getByTestId('matrix-counts')).toContainText(
    '60 combinations from 14 rules, under 4 contexts',
  );
  await expect.poll(() => colourOf(page, 'Specimen of button', '[part~="root"]')).toBe('rgb(91, 42, 134)');
  await page.getByText('gannet', { exact: true }).click();
  await expect(page).toHaveURL(/brand=gannet/);
  await expect.poll(() => colourOf(page, 'Specimen of button', '[part~="root"]')).toBe('rgb(193, 162, 20)');
  await page.getByRole('button', { name: 'border-radius: button.radius, change' }).click();
  await page.getByRole('combobox', { name: 'border-radius is' }).fill('{radius.none}');
  await expect
    .poll(() => colourOf(page, 'Specimen of button', '[part~="root"]', 'border-top-left-radius'))
    .toBe('0px');
  await page.keyboard.press('Escape');
  await expect
    .poll(() => colourOf(page, 'Specimen of button', '[part~="root"]', 'border-top-left-radius'))
    .toBe('999px');
  await page.getByText('saltmarsh', { exact: true }).click();

  // Blocks of the guide are added, moved and undone as edits.
  await guide.bringToFront();
  await guide.getByRole('button', { name: 'Add block' }).click();
  await guide.getByRole('menuitem', { name: 'Token table' }).click();
  await guide.getByRole('combobox', { name: 'Group of tokens' }).fill('color.danger');
  await guide.getByRole('option', { name: 'color.danger' }).click();
  await guide.getByRole('dialog').getByRole('button', { name: 'Add block' }).click();
  await expect(guide.locator('[data-block="tokenTable"]')).toHaveCount(2);
  await expect(guide.getByRole('dialog')).toHaveCount(0);
  const last = guide.locator('[data-block]').last();
  await last.getByRole('button', { name: /^Move block/ }).press('ArrowUp');
  await expect(guide.locator('[data-block]').last()).toHaveAttribute('data-block', 'text');
  await guide.getByRole('button', { name: /^Undo: Move a block/ }).click();
  await expect(guide.locator('[data-block]').last()).toHaveAttribute('data-block', 'tokenTable');
  await guide.getByRole('button', { name: /^Undo: Add token table/ }).click();
  await expect(guide.locator('[data-block="tokenTable"]')).toHaveCount(1);

  await page.bringToFront();

  // Until it is released, nothing outside the draft has changed.
  const tam = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await enterAs(tam, 'Tam Birkett');
  await visit(tam, '/products/booking-site');
  await expect.poll(() => colourOf(tam, 'Screen Choose a fare', 'article button')).toBe('rgb(0, 97, 126)');

  // The ledger: severity, why, reach, in or out, and the version they come to.
  await page.getByRole('link', { name: 'Releases' }).click();
  const ledger = page.getByRole('table', { name: 'Changes since the last release' });
  const row = ledger.getByRole('row', { name: /color\.estuary\.700/ });
  await expect(row).toContainText('The colour changed visibly');
  await expect(row).toContainText('#00617e');
  await expect(page.getByTestId('version')).toHaveText('1.2.0');
  await row.getByRole('checkbox').uncheck();
  await expect(page.getByText('1 excluded')).toBeVisible();
  await row.getByRole('checkbox').check();
  await page.getByLabel('Summary for the products that use it').fill('A deeper water.');
  await page.getByRole('button', { name: 'Release 1.2.0' }).click();
  await expect(page.getByRole('heading', { name: 'No changes since 1.2.0.' })).toBeVisible();
  await page.getByText('Past releases').click();
  await expect(page.getByText('A deeper water.')).toBeVisible();

  // The style sheet of the new release has changed; the old one has not.
  await page.getByRole('link', { name: 'Outputs' }).click();
  await expect(page.getByTestId('output')).toContainText('--color-estuary-700: #5b2a86;');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download tokens.css' }).click(),
  ]);
  expect(readFileSync((await download.path())!, 'utf8')).toContain('--color-estuary-700: #5b2a86;');
  await visit(page, '/libraries/keel/outputs?version=1.1.0');
  await expect(page.getByTestId('output')).toContainText('--color-estuary-700: #00617e;');

  // The product's team finds the upgrade, sees its own screen before and after, and takes it; only then does it change.
  await visit(tam, '/inbox');
  await tam.getByRole('link', { name: /Keel 1\.2\.0 is out; Booking site has 1\.1\.0/ }).click();
  await expect(tam.getByText(/areas on 1 screen would change/)).toBeVisible();
  await expect(tam.getByRole('region', { name: 'What would change' })).toContainText('#00617e');
  await expect
    .poll(() => colourOf(tam, 'Screen Choose a fare, after', 'article button'))
    .toBe('rgb(91, 42, 134)');
  await tam.getByText('Before, 1.1.0').click();
  await expect
    .poll(() => colourOf(tam, 'Screen Choose a fare, before', 'article button'))
    .toBe('rgb(0, 97, 126)');
  await tam.getByRole('button', { name: 'Upgrade to 1.2.0' }).click();
  await expect(tam).toHaveURL(/\/products\/booking-site$/);
  await expect.poll(() => colourOf(tam, 'Screen Choose a fare', 'article button')).toBe('rgb(91, 42, 134)');
  await tam.getByText('gannet', { exact: true }).click();
  await expect.poll(() => colourOf(tam, 'Screen Choose a fare', 'article button')).toBe('rgb(193, 162, 20)');

  // The library sees who has what.
  await visit(page, '/libraries/keel/products');
  await expect(page.getByRole('article').filter({ hasText: 'Booking site' })).toContainText(
    'Pinned to 1.2.0',
  );
  // Each screen is drawn as wide as it has room: none is cut.
  const screens = page.getByRole('article').locator('[data-specimen]');
  await expect(screens.first()).toBeVisible();
  const widths = await screens.evaluateAll((all) =>
    all.map((one) => [one.querySelector('iframe')!.getBoundingClientRect().width, one.clientWidth]),
  );
  expect(widths.filter(([drawn, room]) => drawn! > room! + 1)).toEqual([]);
  await visit(page, '/libraries/keel/usage?find=button');
  await expect(page.getByRole('row', { name: /^button button: 15/ })).toBeVisible();
  await page.getByRole('button', { name: 'button: 15 direct uses, show them' }).click();
  await expect(page.getByRole('complementary', { name: 'Uses of button' })).toContainText('in Booking site');
});

test('a library takes the next release of the one it inherits from, and one undo takes that back', async ({
  page,
}) => {
  await enterAs(page, 'Osei Larkham');
  await visit(page, '/inbox');
  await page.getByRole('link', { name: 'Keel 1.2.0 is out; Hull inherits from 1.1.0' }).click();
  await expect(page.getByRole('heading', { name: 'Keel 1.1.0 → 1.2.0' })).toBeVisible();
  const brought = page.getByRole('table', { name: 'Changes that Keel 1.2.0 brings' });
  const row = brought.getByRole('row', { name: /color\.estuary\.700/ });
  await expect(row).toContainText('#00617e');
  await expect(row).toContainText('#5b2a86');
  await expect(row.locator('iframe')).toHaveCount(2);
  await page.getByRole('button', { name: 'Upgrade to 1.2.0' }).click();
  // Nothing of it has reached a product: it is a change of Hull's draft, to be released or undone.
  const changed = page.getByRole('table', { name: 'Changes since the last release' });
  await expect(changed.getByRole('row', { name: /color\.estuary\.700/ })).toContainText('#5b2a86');
  await expect(page.getByText(/^Inherits from Keel 1\.2\.0/)).toBeVisible();
  await expect(page.getByText('Keel 1.2.0 is available.')).toBeHidden();
  await page.getByRole('button', { name: 'Undo: Upgrade to Keel 1.2.0' }).click();
  await expect(page.getByText('Keel 1.2.0 is available.')).toBeVisible();
  await expect(page.getByText(/^Inherits from Keel 1\.1\.0/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'No changes since 1.1.0.' })).toBeVisible();
});

test('a candidate is tried on a product, released as it is, and withdrawn with a reason that who has it reads', async ({
  page,
}) => {
  await enterAs(page, 'Jory Pell');
  await visit(page, '/products/departure-boards');
  await page.getByRole('link', { name: 'Try 1.1.0-candidate.1' }).click();
  await page.getByRole('button', { name: 'Upgrade to 1.1.0-candidate.1' }).click();
  await expect(page.getByText('Pinned to Boards 1.1.0-candidate.1', { exact: true })).toBeVisible();
  // Who keeps the library has more in the draft by then, and releases what was tried.
  await enterAs(page, 'Osei Larkham');
  await visit(page, '/libraries/boards/releases?show=past');
  await page.getByRole('button', { name: 'Release as 1.1.0' }).click();
  const promoting = page.getByRole('dialog', { name: 'Release 1.1.0-candidate.1 as 1.1.0' });
  await promoting
    .getByLabel('Summary for the products that use it')
    .fill('Rows can be read from the far end.');
  await promoting.getByRole('button', { name: 'Release 1.1.0' }).click();
  const released = page.getByRole('article', { name: '1.1.0', exact: true });
  await expect(released).toContainText('Rows can be read from the far end.');
  await expect(page.getByText('No changes since 1.1.0')).toBeVisible();
  await enterAs(page, 'Jory Pell');
  await visit(page, '/inbox');
  await page
    .getByRole('link', { name: 'Boards 1.1.0 is out; Departure boards has 1.1.0-candidate.1' })
    .click();
  await page.getByRole('button', { name: 'Upgrade to 1.1.0' }).click();
  await expect(page.getByText('Pinned to Boards 1.1.0', { exact: true })).toBeVisible();
  await enterAs(page, 'Osei Larkham');
  await visit(page, '/libraries/boards/releases?show=past');
  await page.getByRole('button', { name: 'Withdraw 1.1.0', exact: true }).click();
  const withdrawing = page.getByRole('dialog', { name: 'Withdraw 1.1.0' });
  await expect(withdrawing).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Withdraw 1.1.0', exact: true })).toBeFocused();
  await page.keyboard.press('Enter');
  await withdrawing.getByLabel('Reason').fill('The last row is cut on halls of eight rows.');
  await withdrawing.getByRole('button', { name: 'Withdraw 1.1.0' }).click();
  await expect(released).toContainText('Withdrawn on');
  await expect(page.getByRole('button', { name: 'Restore 1.1.0' })).toBeFocused();
  await enterAs(page, 'Jory Pell');
  await visit(page, '/products/departure-boards');
  const told = page.getByRole('alert').filter({ hasText: 'Boards 1.1.0 was withdrawn.' });
  await expect(told).toContainText('The last row is cut on halls of eight rows.');
  await told.getByRole('link', { name: 'Review Boards 1.0.0' }).click();
  await page.getByRole('button', { name: 'Go back to 1.0.0' }).click();
  await expect(page.getByText('Pinned to Boards 1.0.0', { exact: true })).toBeVisible();
  await expect(told).toBeHidden();
});
