import { expect } from '@playwright/test';
import { colourOf, enterAs, expectAccessible, inScheme, test, visit } from './support';

test('a theme is made, applied to components, seen before, and swapped for another', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/themes');
  await page.getByRole('button', { name: 'Create theme' }).click();
  const form = page.getByRole('dialog', { name: 'Create theme' });
  await form.getByLabel('Name').fill('Quiet');
  await form.getByRole('button', { name: 'Create theme' }).click();
  const set = async (element: string, text: string) => {
    const field = page.getByRole('combobox', { name: `Style of ${element}`, exact: true });
    await field.fill(text);
    await field.press('Tab');
    await expect(field).toHaveValue(text);
  };
  await set('Button', 'text-decoration: underline');
  await set('Section', 'outline: 2px dashed {color.border.strong}');
  // The page of elements is drawn in it.
  await expect
    .poll(() => colourOf(page, 'Elements of theme Quiet', 'button', 'text-decoration-line'))
    .toBe('underline');
  await expectAccessible(page);
  await inScheme(page, 'dark', () => expectAccessible(page, ['color-contrast']));

  await page.getByRole('button', { name: 'Apply theme', exact: true }).click();
  const apply = page.getByRole('dialog', { name: 'Apply theme' });
  await apply.getByRole('button', { name: 'Select all components' }).click();
  const about = apply.getByRole('region', { name: 'button', exact: true });
  await expect(about.getByRole('row', { name: /text-decoration of root Not set underline/ })).toBeVisible();
  for (const [frame, line] of [
    ['button, before', 'none'],
    ['button, after', 'underline'],
  ] as const)
    await expect.poll(() => colourOf(page, frame, 'button', 'text-decoration-line')).toBe(line);
  await expectAccessible(page, undefined, '[role=dialog]');
  await inScheme(page, 'dark', () => expectAccessible(page, ['color-contrast'], '[role=dialog]'));
  await apply.getByRole('button', { name: /^Apply theme to/ }).click();
  await expect(apply).toBeHidden();
  await expect(page.getByText(/^Followed by .*button/)).toBeVisible();

  // Another takes its place in one step.
  await page.getByRole('button', { name: 'Actions for theme Quiet' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate theme' }).click();
  const copy = page.getByRole('dialog', { name: 'Duplicate theme Quiet' });
  await copy.getByLabel('Name').fill('Loud');
  await copy.getByRole('button', { name: 'Create theme' }).click();
  await expect(page.getByRole('region', { name: 'Theme Loud' })).toBeVisible();
  await set('Button', 'text-decoration: line-through');
  await page.getByRole('button', { name: 'Apply theme', exact: true }).click();
  await expect(
    apply.getByRole('row', { name: /text-decoration of root underline line-through/ }).first(),
  ).toBeVisible();
  await apply.getByRole('button', { name: /^Apply theme to/ }).click();
  await expect(apply).toBeHidden();
  await visit(page, '/libraries/keel/components/button');
  await expect(page.getByText('Follows theme Loud.')).toBeVisible();
  await expect
    .poll(() => colourOf(page, 'Specimen of button', 'button', 'text-decoration-line'))
    .toBe('line-through');
});
