import { expect, type Page } from '@playwright/test';
import { changing, enterAs, expectAccessible, test, visit } from './support';

/** Fonts, text styles, spacing and tracing; each goes on from what the one before it left. */
test.describe.configure({ mode: 'serial' });

const keel = '/libraries/keel';
const files = 'node_modules/@fontsource/commit-mono/files/commit-mono-latin-';
const field = (page: Page, name: string) => page.getByRole('combobox', { name, exact: true });

test('font files are brought, what is none is told, and one font replaces another everywhere', async ({
  page,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/fonts`);
  await page
    .getByLabel('Font files')
    .setInputFiles([`${files}400-normal.woff2`, `${files}700-normal.woff2`, 'package.json']);
  await expect(
    page.getByText('package.json is not a font, drawing or picture', { exact: false }),
  ).toBeVisible();
  const brought = page.getByRole('article').filter({ hasText: 'CommitMono' });
  await expect(brought).toContainText('weight 400, 700');
  await expect(brought).toContainText('SIL Open Font License');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Rename CommitMono' }).click();
  await page.getByLabel('Name in style sheets').fill('Pier Mono');
  await page.keyboard.press('Enter');
  // Set in the file's own letters: the page has the face.
  await expect
    .poll(() =>
      page.evaluate(() => [...document.fonts].filter(({ family }) => /Pier Mono/.test(family)).length),
    )
    .toBe(2);
  const archivo = page
    .getByRole('article')
    .filter({ has: page.getByRole('heading', { name: 'Archivo Variable' }) });
  const uses = await archivo.getByRole('listitem').count();
  await archivo.getByRole('button', { name: 'Replace everywhere …' }).click();
  await page.getByRole('menuitem', { name: 'with Pier Mono' }).click();
  await expect(archivo).toHaveCount(0);
  const pier = page.getByRole('article').filter({ has: page.getByRole('heading', { name: 'Pier Mono' }) });
  await expect(pier.getByRole('listitem')).toHaveCount(uses);
  // Weights of which there is no file are named, and the closest is used everywhere at once.
  await expect(pier).toContainText('Weight 600 is required by');
  await visit(page, `${keel}/findings?code=font-weight-missing`);
  await expect(page.getByText('which is not among its files', { exact: false }).first()).toBeVisible();
  await visit(page, `${keel}/fonts`);
  await expect(pier).toContainText('is required by');
  const replacing = pier.getByRole('button', { name: /^Use \d+ everywhere/ });
  for (let left = await replacing.count(); left > 0; left--) {
    await changing(page, () => replacing.first().click());
    await expect(replacing).toHaveCount(left - 1);
  }
  await expect(pier.getByText('is required by', { exact: false })).toHaveCount(0);
  // A specimen is set in it: the frame was handed the bytes.
  await visit(page, `${keel}/components/button`);
  const frame = page.frameLocator('iframe').first();
  await expect
    .poll(() => frame.locator('body').evaluate(() => [...document.fonts].map(({ family }) => family).join()))
    .toContain('Pier Mono');
  // Each step is one change: undo leads back to where it began.
  await visit(page, `${keel}/fonts`);
  while ((await archivo.count()) === 0) {
    await changing(page, () => page.getByRole('button', { name: /^Undo: / }).click());
  }
  await expect(archivo.getByRole('listitem')).toHaveCount(uses);
});

test('a text style is changed by its members; missing roles are made', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/text-styles?style=text.hint`);
  const shown = page.getByRole('article').filter({ hasText: 'text.hint' }).locator('p').first();
  await field(page, 'Size').fill('21px');
  await page.keyboard.press('Enter');
  await expect(shown).toHaveCSS('font-size', '21px');
  await field(page, 'Line height').fill('42px');
  await page.keyboard.press('Enter');
  await expect(shown).toHaveCSS('line-height', '42px');
  await field(page, 'Size').fill('big');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“big” is no dimension', { exact: false })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(shown).toHaveCSS('font-size', '21px');
  await page.getByRole('button', { name: 'Create styles' }).click();
  await page.getByRole('button', { name: /^Create \d+ styles/ }).click();
  await expect(page.getByText('Roles without a style', { exact: false })).toHaveCount(0);
  for (let i = 0; i < 3; i++) {
    await changing(page, () => page.getByRole('button', { name: /^Undo: / }).click());
  }
  await expect(page.getByText('Roles without a style', { exact: false })).toBeVisible();
});

test('a layout grid laid over a screen stands where its tokens say', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/spacing`);
  await page.getByRole('button', { name: 'Add spacing …' }).click();
  await page.getByRole('menuitem', { name: 'Inset' }).click();
  const dialog = page.getByRole('dialog', { name: 'Add an inset' });
  await dialog.getByLabel('Path').fill('inset.row');
  await dialog.getByRole('combobox', { name: 'Form' }).click();
  await page.getByRole('option', { name: 'block and inline' }).click();
  await dialog.getByRole('combobox', { name: 'inline' }).fill('20px');
  await dialog.getByRole('button', { name: /^Add / }).click();
  const inset = page.getByRole('article').filter({ hasText: 'inset.row' });
  await expect(inset.locator('[data-specimen]')).toHaveCSS('padding-left', '20px');
  await page.getByRole('button', { name: /^Undo: Add the inset/ }).click();
  await expect(inset).toHaveCount(0);

  await visit(page, '/products/booking-site');
  await page.getByRole('combobox', { name: 'Layout grid' }).click();
  await page.getByRole('option', { name: 'grid', exact: true }).click();
  const columns = page.frameLocator('iframe').first().locator('.layout-grid > i:visible');
  await expect(columns).toHaveCount(8);
  const found = await columns.evaluateAll((all) => all.map((one) => one.getBoundingClientRect()));
  const width = await page
    .frameLocator('iframe')
    .first()
    .locator('html')
    .evaluate((html) => html.clientWidth);
  // Eight columns between two margins of 24 px with seven gutters of 16 px: plain arithmetic from the tokens.
  const column = (width - 2 * 24 - 7 * 16) / 8;
  found.forEach((box, i) => {
    expect(box.left).toBeCloseTo(24 + i * (column + 16), 0);
    expect(box.width).toBeCloseTo(column, 0);
  });
});

test('a token is traced: outlined where it wins, and nowhere else', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/tokens/color.text.quiet`);
  await page.getByRole('link', { name: 'Trace' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'color.text.quiet' })).toBeVisible();
  const card = page.frameLocator('iframe[title="Specimen of fare-card"]');
  await expect(card.locator('[part="terms"]')).toHaveCSS('outline-style', 'dashed');
  await expect(card.locator('[part="title"]')).toHaveCSS('outline-style', 'none');
  await expect(page.getByText('color of terms')).toBeVisible();
  await page.getByRole('button', { name: 'Stop tracing' }).click();
  await expect(card.locator('[part="terms"]')).toHaveCSS('outline-style', 'none');
});

test('a group is renamed from the tiers by keyboard; a description is Markdown', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/tokens`);
  await page
    .getByRole('button', { name: /^color\.border/ })
    .first()
    .press('F2');
  const dialog = page.getByRole('dialog', { name: 'Group color.border' });
  await dialog.getByLabel('New path').fill('color.edge');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-path="color.edge.quiet"]')).toBeVisible();
  await page.getByRole('button', { name: /^Undo: / }).click();
  await expect(page.locator('[data-path="color.border.quiet"]')).toBeVisible();

  await visit(page, `${keel}/tokens/color.border.quiet`);
  await page.getByRole('button', { name: /^(Edit|Add description)$/ }).click();
  await page
    .getByRole('textbox', { name: 'Description' })
    .fill('**Quiet** edges.\n\n<script>alert(1)</script>\n\n![x](https://elsewhere.example/x.png)');
  await page.keyboard.press('Control+Enter');
  const detail = page.getByRole('complementary', { name: 'Token color.border.quiet' });
  await expect(detail.locator('strong', { hasText: 'Quiet' })).toBeVisible();
  await expect(detail.locator('script, img')).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: / }).click();
});
