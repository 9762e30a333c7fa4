import { expect, type Page } from '@playwright/test';
import { enterAs, expectAccessible, choose, test, visit } from './support';

const keel = '/libraries/keel';
const specimen = (page: Page, name: string) => page.frameLocator(`iframe[title="Specimen of ${name}"]`);

test('kept CSS makes what it reaches unknown, and what is unknown is measured where it is drawn', async ({
  page,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/badge?side=code`);
  await expect(page.getByTestId('matrix-counts')).toContainText('all pass');
  const sheet = page.getByRole('textbox', { name: 'Style sheet' });
  // A combinator is outside of the grammar of rules: the block is kept as it stands.
  await sheet.press('Control+End');
  await page.keyboard.insertText('\n[part~="root"] > [part~="label"] { color: #999999 }\n');
  await page.getByRole('button', { name: 'Save style sheet' }).click();
  await expect(page.getByTestId('matrix-counts')).toContainText(
    'no failures known from rules, 4 to be measured',
  );
  await expect(page.getByTestId('measured')).toContainText('Passed-through CSS affects color of label.');
  await expect(page.getByTestId('measured')).toContainText('4 are too weak');
  await expect(page.frameLocator('iframe[title="Matrix of badge"]').locator('.sp-fails')).toHaveCount(4);
  const label = page.getByTestId('cell').getByRole('row', { name: /label/ });
  await expect(label).toContainText('measured in the current lens');
  await expect(label).toContainText(/2\.\d\d/);
  await page.getByRole('button', { name: /^Undo: Change the style sheet of badge/ }).click();
  await expect(page.getByTestId('matrix-counts')).toContainText('all pass');
});

test('hover is held on any part, for kept CSS that speaks of it as for a rule', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/badge?side=code`);
  const sheet = page.getByRole('textbox', { name: 'Style sheet' });
  await sheet.press('Control+End');
  await page.keyboard.insertText('\n[part~="root"] > [part~="label"]:hover { letter-spacing: 5px }\n');
  await page.getByRole('button', { name: 'Save style sheet' }).click();
  await choose(page.getByRole('combobox', { name: 'State', exact: true }), 'hover');
  const label = specimen(page, 'badge').locator('[part~="label"]');
  await expect(label).not.toHaveCSS('letter-spacing', '5px');
  await choose(page.getByRole('combobox', { name: 'State on part' }), 'label');
  await expect(label).toHaveCSS('letter-spacing', '5px');
  await expect(page).toHaveURL(/on=label/);
  await page.reload();
  await expect(label).toHaveCSS('letter-spacing', '5px');
  await page.getByRole('button', { name: /^Undo: Change the style sheet of badge/ }).click();
  await expect(label).not.toHaveCSS('letter-spacing', '5px');
});

test('a raw value is a finding, bound at one click; a token is picked by closeness with the keys alone', async ({
  page,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/badge`);
  await page
    .getByRole('button', { name: /^border-radius: .*, change$/ })
    .first()
    .click();
  const field = page.getByRole('combobox', { name: 'border-radius is' });
  const before = await field.inputValue();
  await field.fill('5px');
  // The nearest come first, with how far they are and of which tier.
  const first = page.getByRole('option').first();
  await expect(first).toContainText('1 off');
  await page.keyboard.press('Enter');
  await page.getByTestId('findings').click();
  const line = page
    .getByRole('listitem')
    .filter({ hasText: 'border-radius of root is 5px, near to the token' });
  await line.getByRole('button', { name: /^border-radius becomes/ }).click();
  await expect(line).toHaveCount(0);
  await page.getByRole('button', { name: /^border-radius: (radius|corner)\..*, change$/ }).click();
  await field.fill('7px');
  await expect(first).toContainText('off');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(field).toBeHidden();
  await expect(
    page.getByRole('button', { name: /^border-radius: (radius|corner)\..*, change$/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Undo: Set border-radius/ }).click();
  await page.getByRole('button', { name: /^Undo: Fix raw-near/ }).click();
  await page.getByRole('button', { name: /^Undo: Set border-radius of badge to 5px/ }).click();
  await expect(
    page.getByRole('button', { name: `border-radius: ${before.slice(1, -1)}, change` }),
  ).toBeVisible();
});

test('the widths of the workspace are changed by who keeps it, and serve everybody', async ({
  page,
  browser,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/notice`);
  const width = (of: Page) => of.getByRole('combobox', { name: 'Width', exact: true });
  await choose(width(page), 'Edit preview widths …');
  const dialog = page.getByRole('dialog', { name: 'Preview widths' });
  const field = dialog.getByRole('combobox', { name: 'Widths in px' });
  await field.fill('wide');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('is not a valid width', { exact: false })).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Save widths' })).toBeDisabled();
  await expectAccessible(page);
  await field.press('Backspace');
  await field.fill('320');
  await field.press('Enter');
  await dialog.getByRole('button', { name: 'Save widths' }).click();
  await expect(dialog).toBeHidden();
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await enterAs(other, 'Osei Larkham');
  await visit(other, `${keel}/components/notice`);
  await choose(width(other), '320 px');
  await width(other).click();
  await expect(other.getByRole('option', { name: '320 px' })).toBeVisible();
  await expect(other.getByRole('option', { name: 'Edit preview widths …' })).toHaveCount(0);
  await other.keyboard.press('Escape');
  await expect
    .poll(() =>
      specimen(other, 'notice')
        .locator('html')
        .evaluate((html) => html.clientWidth),
    )
    .toBe(320);
  await other.context().close();
});

test('a combination is opened with the keys, and targets too small to hit are found in all of them', async ({
  page,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/button`);
  await expect(page.getByTestId('touch')).toContainText(
    'Every target is at least 24 by 24, in every combination.',
  );
  await page.frameLocator('iframe[title="Matrix of button"]').locator('[data-cell="1"] > button').focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/state=hover|with=/);
  for (const property of ['min-height', 'padding-block']) {
    await page
      .getByRole('button', { name: new RegExp(`^${property}: .*, change$`) })
      .first()
      .click();
    await page.getByRole('combobox', { name: `${property} is` }).fill('0');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: `${property}: 0, change` })).toBeVisible();
  }
  // Large ones keep their height by a rule of their own.
  await expect(page.getByTestId('touch')).toContainText('have a target under 24 by 24 (WCAG 2.5.8)');
  await page.getByTestId('touch').getByRole('button').first().click();
  await expect(page.getByTestId('cell')).toContainText('regular');
  await page.getByRole('button', { name: /^Undo: Set padding-block/ }).click();
  await page.getByRole('button', { name: /^Undo: Set min-height/ }).click();
  await expect(page.getByTestId('touch')).toContainText('Every target is at least 24 by 24');
});

test('rules are gone through and added by the keys alone', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/button`);
  await page.getByRole('button', { name: 'display: inline-flex, change' }).first().focus();
  const focused = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
  await page.keyboard.press('ArrowRight');
  expect(await focused()).toBe('position: relative, change');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  expect(await focused()).toBe('min-height: 56px, change');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  expect(await focused()).toBe('display: inline-flex, change');
  await page.keyboard.press('n');
  await expect(page.getByRole('combobox', { name: 'When' })).toBeFocused();
  await page.keyboard.type('size is large');
  await page.keyboard.press('Enter');
  await page.keyboard.type('wide');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add rule', exact: true }).press('Enter');
  await expect(page.locator('[data-rule]').filter({ hasText: 'size is large and wide' })).toBeVisible();
  await page.getByRole('button', { name: /^Undo: / }).press('Enter');
  await expect(page.locator('[data-rule]').filter({ hasText: 'size is large and wide' })).toHaveCount(0);
});
