import { expect, type Page } from '@playwright/test';
import { enterAs, test, visit } from './support';

const keel = '/libraries/keel';
const rankOf = (page: Page, name: string) => page.getByRole('region', { name, exact: true });

test('a component is put into another rank by drag, found by a token it uses, and kept out of releases', async ({
  page,
}) => {
  // High enough to see where it is dragged to.
  await page.setViewportSize({ width: 1280, height: 1100 });
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components`);
  await expect(rankOf(page, 'composite').locator('[data-component="step-list"]')).toBeVisible();
  const grip = await page.locator('[data-grip="badge"]').boundingBox();
  const target = await rankOf(page, 'composite').locator('[data-component="fare-card"]').boundingBox();
  await page.mouse.move(grip!.x + 5, grip!.y + 5);
  await page.mouse.down();
  await page.mouse.move(grip!.x + 40, grip!.y + 60, { steps: 5 });
  await page.mouse.move(target!.x + 60, target!.y + 60, { steps: 10 });
  await page.mouse.up();
  await expect(rankOf(page, 'composite').locator('[data-component="badge"]')).toBeVisible();
  const order = await rankOf(page, 'composite').locator('[data-component]').evaluateAll((all) => all.map((one) => one.getAttribute('data-component'))); // prettier-ignore
  expect(order.indexOf('badge')).toBe(order.indexOf('fare-card') - 1);
  await page.getByRole('button', { name: /^Undo: Put badge into composite/ }).click();
  await expect(rankOf(page, 'basic').locator('[data-component="badge"]')).toBeVisible();

  await page.getByRole('textbox', { name: 'Search components' }).fill('shadow.floating');
  await expect(page.locator('[data-component]')).toHaveCount(3);
  await expect(page).toHaveURL(/search=shadow.floating/);
  await page.getByRole('textbox', { name: 'Search components' }).fill('');
  await page.getByRole('combobox', { name: 'Filter' }).click();
  await page.getByRole('option', { name: 'deprecated' }).click();
  await expect(page.locator('[data-component]')).toHaveCount(1);
  await expect(page.locator('[data-component="action-panel"]')).toContainText('Use dialog');

  // What is kept out is no change of a release; let in, it is.
  await visit(page, `${keel}/releases`);
  await expect(page.getByRole('main').getByText('route-picker').filter({ visible: true })).toHaveCount(0);
  await visit(page, `${keel}/components/route-picker`);
  await page.getByRole('button', { name: 'Actions', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Include in releases' }).click();
  await expect(page.getByText('Excluded from releases')).toHaveCount(0);
  await visit(page, `${keel}/releases`);
  await expect(page.getByText('route-picker').first()).toBeVisible();
  await page.getByRole('button', { name: /^Undo: Include in releases/ }).click();
  await expect(page.getByRole('main').getByText('route-picker').filter({ visible: true })).toHaveCount(0);
});

test('a component is started from code, and told where the code has drifted', async ({ page }) => {
  const code = (sizes: string) => ({
    name: 'Crate.tsx',
    mimeType: 'text/plain',
    buffer: Buffer.from(`export interface CrateProps { size?: ${sizes}; isOpen?: boolean; label: string }\nexport function Crate({ size = 'small' }: CrateProps) { return <p/> }`),
  }); // prettier-ignore
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components`);
  await page.getByRole('button', { name: 'Create component' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByText('Code', { exact: true }).click();
  await dialog.locator('input[type=file]').setInputFiles(code("'small' | 'large'"));
  await expect(dialog.getByRole('row', { name: 'size choice small, large' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Create component' }).click();
  await expect(page.getByRole('heading', { name: 'crate' })).toBeVisible();
  await expect(page.getByTestId('matrix-counts')).toContainText('4 combinations');
  await page.getByRole('tab', { name: 'Code' }).click();
  await page.getByRole('tab', { name: 'Compare with source' }).click();
  await page.locator('input[type=file]').setInputFiles(code("'small' | 'large' | 'huge'"));
  await page.getByRole('button', { name: 'Compare props' }).click();
  await page.getByTestId('findings').click();
  await expect(
    page.getByRole('region', { name: 'Findings' }).getByText('size can be huge in Crate.tsx, and not here'),
  ).toBeVisible();
  await visit(page, `${keel}/findings`);
  await expect(page.getByText('size can be huge in Crate.tsx, and not here')).toBeVisible();
});

test('a part is inspected where it is picked, and a variation is changed here or at its source', async ({
  page,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/dialog?below=inspect`);
  const inspect = page.getByRole('region', { name: 'Inspect' });
  await expect(inspect).toContainText('root is 400 wide');
  await page.frameLocator('iframe[title="Specimen of dialog"]').locator('[part~="title"]').click();
  await expect(inspect).toContainText('24, 24');
  await expect(inspect).toContainText('inside root');
  await expect(inspect).toContainText('16 from body');
  await expect(inspect.getByRole('link', { name: 'text.heading' })).toBeVisible();
  await inspect.getByRole('tab', { name: 'Swift' }).click();
  await expect(inspect).toContainText('.foregroundStyle(');

  await visit(page, `${keel}/components`);
  await page.getByRole('button', { name: 'Create component' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByText('Another component', { exact: true }).click();
  await dialog.getByRole('textbox', { name: 'Name' }).fill('tag');
  await dialog.getByRole('combobox', { name: 'From' }).click();
  await page.getByRole('option', { name: 'badge', exact: true }).click();
  await dialog.getByRole('button', { name: 'Create component' }).click();
  await expect(page.getByText('variation of badge')).toBeVisible();
  const drawn = (name: string) =>
    page.frameLocator(`iframe[title="Specimen of ${name}"]`).locator('[part~="root"]');
  const gap = async (at: string, value: string) => {
    await page.getByRole('button', { name: /^padding-block: .*change$/ }).first().click(); // prettier-ignore
    if (at) await page.getByRole('radio', { name: at }).check();
    await page.getByRole('combobox', { name: 'padding-block is' }).fill(value);
    await page.keyboard.press('Enter');
  };
  await gap('Here only', '13px');
  await expect(drawn('tag')).toHaveCSS('padding-top', '13px');
  await visit(page, `${keel}/components/badge`);
  await expect(drawn('badge')).toHaveCSS('padding-top', '4px');
  await gap('', '6px');
  await expect(drawn('badge')).toHaveCSS('padding-top', '6px');
  await visit(page, `${keel}/components/tag`);
  await expect(drawn('tag')).toHaveCSS('padding-top', '13px');
  await page.getByRole('button', { name: /^Undo: Set padding-block of badge/ }).click();
});
