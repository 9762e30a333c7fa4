import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { changing, colourOf, enterAs, expectAccessible, test, visit } from './support';

/** Whole jobs on tokens, each going on from what the one before it left. */
test.describe.configure({ mode: 'serial' });

const library = '/libraries/harbour-line';
const row = (page: Page, path: string) => page.locator(`[data-path="${path}"]`);

test('a messy style sheet becomes a sound library of three tiers', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/');
  await page.getByRole('button', { name: 'Create library' }).click();
  await page.getByLabel('Name').fill('Harbour line');
  await page.getByRole('dialog').getByRole('button', { name: 'Create library' }).click();
  await page.getByRole('link', { name: 'Import files' }).first().click();
  // A real style sheet, carried by a package and written by nobody here.
  await page.locator('input[type=file]').setInputFiles('node_modules/milligram/dist/milligram.css');
  await expect(page.getByRole('heading', { name: 'Inventory' })).toBeVisible();
  const violet = page.getByRole('row', { name: /#9b4dca.*color\.violet/ });
  const times = readFileSync('node_modules/milligram/dist/milligram.css', 'utf8').match(/#9b4dca/gi)!.length;
  await expect(violet).toContainText(String(times));
  await expect(violet).toContainText('color.violet.600');
  await expectAccessible(page);
  await page.getByText('Type sizes', { exact: false }).click();
  await expect(page.getByRole('img', { name: 'Sizes on a scale' })).toBeVisible();
  await page.getByRole('button', { name: /^Propose \d+ tokens in three tiers/ }).click();
  await expect(
    page.getByRole('heading', { name: 'What these files and the selected values would add' }),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Import \d+ tokens/ }).click();
  await expect(page).toHaveURL(/harbour-line\/tokens$/);
  await expect(row(page, 'color.violet.600')).toBeVisible();
  await expect(row(page, 'purpose.link.text')).toContainText('→ color.violet.600');
  await expect(
    page
      .getByRole('region', { name: /Component/ })
      .or(page.locator('section', { hasText: 'One component’s own' })),
  ).toContainText('→ purpose.');
  await visit(page, `${library}/findings?level=error`);
  await expect(page.getByText('No findings match the filter.')).toBeVisible();
  // One undo takes all of it back, and redo brings it again.
  await visit(page, `${library}/tokens`);
  await page.getByRole('button', { name: /^Undo: Import/ }).click();
  await expect(page.getByText('No tokens yet.')).toBeVisible();
  await page.getByRole('button', { name: /^Redo: / }).click();
  await expect(row(page, 'color.violet.600')).toBeVisible();
  // The same sheet again: its values are known.
  await visit(page, `${library}/import`);
  await page.locator('input[type=file]').setInputFiles('node_modules/milligram/dist/milligram.css');
  await expect(page.getByRole('row', { name: /#9b4dca.*Same as/ })).toContainText('Same as color.violet.600');
});

test('ramps are generated, tuned by hand, and changed without losing the tuned step', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  // The sheet's own greys end too light: there is no dark scheme to be made of them.
  await visit(page, `${library}/contexts`);
  await page.getByRole('button', { name: 'Generate dark scheme' }).click();
  await expect(page.getByText('is too light to be a dark ground', { exact: false })).toBeVisible();
  await visit(page, `${library}/scales?new=ramps`);
  await page.getByLabel('Name of ramp 1').fill('sea');
  await page.getByLabel('Anchors of sea').fill('#0a5d6a');
  await page.getByRole('button', { name: 'Solve a step for contrast' }).click();
  await page.getByLabel('On', { exact: true }).fill('#ffffff #000000');
  await page.getByLabel('Contrast', { exact: true }).fill('9');
  await expect(page.getByText(/cannot reach 9 on|anchor kept as it is/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Generate/ }).last()).toBeDisabled();
  await page.getByRole('button', { name: 'Remove requirement' }).click();
  await page.getByRole('button', { name: 'Add hue with the same lightness' }).click();
  await page.getByLabel('Name of ramp 2').fill('stone');
  await page.getByLabel('Anchors of stone').fill('#606c76');
  await page.getByRole('button', { name: 'Generate 22 tokens' }).click();
  await expect(page.getByRole('button', { name: /Colour ramps color/ })).toBeVisible();
  await visit(page, `${library}/tokens/color.sea.300`);
  const field = page.getByRole('combobox', { name: /^Value / });
  await field.fill('#123456');
  await field.press('Enter');
  await expect(page.getByTestId('resolved')).toHaveText('#123456');
  await visit(page, `${library}/scales`);
  await expect(page.getByText('1 adjusted by hand', { exact: true })).toBeVisible();
  const knot = page.getByRole('slider', { name: /^Lightness at 50 per cent/ });
  await knot.focus();
  for (let i = 0; i < 6; i++) await knot.press('ArrowUp');
  await page.getByRole('button', { name: /^Update \d+ tokens/ }).click();
  await expect(page.getByRole('button', { name: 'Save recipe' })).toBeDisabled();
  await visit(page, `${library}/tokens/color.sea.300`);
  await expect(page.getByTestId('resolved')).toHaveText('#123456');
});

test('a dark scheme is made from the light one', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${library}/contexts`);
  await page.getByRole('button', { name: 'Generate dark scheme' }).click();
  const dialog = page.getByRole('dialog', { name: 'Generate a dark scheme' });
  await expect(dialog.getByRole('row', { name: /purpose.surface/ }).first()).toBeVisible();
  await dialog.getByRole('button', { name: /^Generate \d+ values under dark/ }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('group', { name: 'Lens' }).getByText('dark')).toBeVisible();
  await visit(page, `${library}/tokens?scheme=dark`);
  const page_ = row(page, 'purpose.surface.page');
  await expect(page_).toContainText('→ color.');
  const dark = await page_.textContent();
  await visit(page, `${library}/tokens`);
  await expect(page_).toContainText('→ color.');
  await expect(page_).not.toHaveText(dark!);
});

test('every contrast failure is fixed: by solving one pairing, then the rest at once with a preview', async ({
  page,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${library}/pairings?all=yes`);
  // A need that fails in the dark is declared on purpose, so that there is something to fix whatever the sheet held.
  const cell = page.getByRole('button', { name: /^purpose.link.text on purpose.surface.page:/ });
  await cell.click();
  await page.getByRole('button', { name: '4.5', exact: true }).click();
  await page.getByRole('button', { name: /^(Declare pairing|Save)$/ }).click();
  await expect(page.getByRole('button', { name: 'Remove pairing' })).toBeVisible();
  await expect(page.getByText(/\d+ fail/)).toBeVisible();
  await expectAccessible(page);
  await expect(cell).toHaveAttribute('data-fails', 'true');
  const told = await cell.getAttribute('aria-label');
  await page.getByRole('button', { name: 'Use' }).first().click();
  // The worst context is mended; another may now be the worst, and fail by less.
  await expect(cell).not.toHaveAttribute('aria-label', told!);
  await expect(page.getByRole('button', { name: /^Undo: Set purpose/ })).toBeVisible();
  await visit(page, `${library}/findings?code=contrast`);
  const mend = page.getByRole('button', { name: /^Fix \d+$/ });
  await expect(mend).toBeVisible();
  for (
    let round = 0;
    round < 4 &&
    (await page.getByText('No findings match the filter.').or(page.getByText('No findings')).count()) === 0;
    round++
  ) {
    if (await mend.isDisabled().catch(() => true)) break;
    await mend.click();
    await changing(page, () =>
      page
        .getByRole('dialog')
        .getByRole('button', { name: /^Fix \d+ findings?$/ })
        .click(),
    );
  }
  // Where no colour of the text serves all its surfaces, the surface is what has to change.
  await visit(page, `${library}/pairings`);
  await expect(page.getByText(/all \d+ pass|\d+ fail/)).toBeVisible();
  for (let round = 0; round < 5 && !(await page.getByText(/all \d+ pass/).isVisible()); round++) {
    await page.locator('ol [data-fails]').first().click();
    await changing(page, () => page.getByRole('button', { name: 'Use' }).last().click());
    await page.getByRole('button', { name: 'Back to list' }).click();
  }
  await expect(page.getByText(/all \d+ pass/)).toBeVisible();
});

test('a group used everywhere is renamed: nothing looks different, everything follows', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/components/button');
  const frame = page.locator('iframe').first();
  await expect(frame).toBeVisible();
  const title = (await frame.getAttribute('title'))!;
  const before = await colourOf(page, title, 'button');
  await visit(page, '/libraries/keel/tokens/color.estuary.700');
  const value = (await page.getByTestId('resolved').textContent())!;
  await visit(page, '/libraries/keel/table');
  await page.getByRole('button', { name: 'Find and replace in paths' }).click();
  const dialog = page.getByRole('dialog', { name: 'Find and replace in paths' });
  await dialog.getByLabel('Find').fill('estuary');
  await dialog.getByLabel('Replace with').fill('tide');
  await expect(dialog.getByText('color.estuary → color.tide')).toBeVisible();
  await dialog.getByRole('switch', { name: 'Keep the old paths as deprecated aliases' }).click();
  await dialog.getByRole('button', { name: 'Rename 1' }).click();
  await expect(dialog).toBeHidden();
  await page.getByLabel('Search tokens').fill('tide.700');
  await expect(page.getByRole('link', { name: 'color.tide.700' })).toBeVisible();
  await visit(page, '/libraries/keel/tokens/color.estuary.700');
  await expect(page.getByTestId('provenance')).toContainText('color.tide.700');
  await expect(page.getByText('Deprecated. Use color.tide.700', { exact: false })).toBeVisible();
  await visit(page, '/libraries/keel/components/button');
  await expect(frame).toBeVisible();
  expect(await colourOf(page, title, 'button')).toBe(before);
  await page.getByRole('button', { name: /^Undo: Replace “estuary”/ }).click();
  await visit(page, '/libraries/keel/tokens/color.estuary.700');
  await expect(page.getByTestId('resolved')).toHaveText(value);
});

test('by drag, by filter, and as CSV: what one sees is in the address', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${library}/tokens`);
  const first = row(page, 'color.sea.50');
  await row(page, 'color.sea.200').dragTo(first);
  await expect(page.getByRole('button', { name: /^Undo: Move color.sea.200/ })).toBeVisible();
  const order = await page
    .locator('[data-path^="color.sea."]')
    .evaluateAll((all) =>
      all
        .sort((a, b) => a.getBoundingClientRect().top - b.getBoundingClientRect().top)
        .map((one) => (one as HTMLElement).dataset.path),
    );
  expect(order.slice(0, 2)).toEqual(['color.sea.200', 'color.sea.50']);
  await page.getByRole('button', { name: /^Undo: Move color.sea.200/ }).click();
  await page.getByLabel('Search tokens').fill('near:#0a5d6a/1');
  await expect(page.getByTestId('shown')).toHaveText(/^1 of/);
  await expect(page).toHaveURL(/find=near/);
  await visit(page, page.url().replace('/tokens', '/table'));
  await expect(
    page.getByRole('link', { name: 'color.sea.700' }).or(page.getByRole('link', { name: /^color\.sea\./ })),
  ).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV' }).click(),
  ]);
  const lines = readFileSync((await file.path())!, 'utf8')
    .trim()
    .split('\r\n');
  expect(lines[0]).toMatch(/^path,tier,type,value/);
  expect(lines).toHaveLength(2);
});

test('a colour is chosen in its editor by keyboard, and Escape leaves it as it was', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${library}/tokens/color.sea.500`);
  const resolved = page.getByTestId('resolved');
  const before = (await resolved.textContent())!;
  await page.getByRole('button', { name: /^Adjust the value/ }).click();
  const hue = page.getByRole('slider', { name: 'Hue' });
  await hue.focus();
  for (let i = 0; i < 20; i++) await hue.press('ArrowRight');
  await expect(resolved).not.toHaveText(before);
  await page.keyboard.press('Escape');
  await expect(resolved).toHaveText(before);
});

test('tokens of two libraries stand side by side: other values, and what is missing', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/compare');
  await page.getByRole('combobox', { name: 'Compare with' }).click();
  await page.getByRole('option', { name: 'Boards' }).click();
  const table = page.getByRole('table', { name: 'Tokens compared' });
  await expect(table).toBeVisible();
  // Boards stands on a release of Keel in which the amber of delays is another.
  await page.getByText(/^Different \d+$/).click();
  const amber = table.getByRole('row', { name: /^color\.lamp\.700/ }).first();
  const [path, here, there] = await amber.getByRole('cell').allInnerTexts();
  expect(here).not.toBe(there);
  await visit(page, `/libraries/boards/tokens/${path}`);
  await expect(page.getByTestId('resolved')).toContainText(there!.trim());
  // Kept in the address, and found by path.
  await visit(page, '/libraries/keel/compare?with=boards&state=missing');
  await expect(table.getByText('Missing').first()).toBeVisible();
  await page.getByRole('textbox', { name: 'Find a token' }).fill('gutter');
  await expect(page).toHaveURL(/find=gutter/);
  await expect(table.getByRole('row')).toHaveCount(2);
  await expect(table.getByRole('row').last()).toHaveText(/board\.gutter\s*Missing\s*24px/);
});
