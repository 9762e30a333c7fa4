import { expect } from '@playwright/test';
import { enterAs, expectAccessible, inScheme, test, visit } from './support';

/** Where each dialog is opened from, and by what. */
const DIALOGS: [page: string, open: (string | RegExp)[], title: RegExp][] = [
  ['/', ['Create library'], /Create library/],
  ['/people', ['Invite person'], /Invite person/],
  ['/people', ['Actions for Nell Quayle', /^Remove person/], /Remove Nell/],
  ['/libraries/keel/tokens?create=token', [], /Add token/],
  ['/libraries/keel/table', ['Find and replace in paths'], /Find and replace/],
  ['/libraries/keel/tokens/color.text.quiet', ['Actions for this token', 'Rename or move'], /Rename/],
  ['/libraries/keel/tokens/color.text.quiet', ['Actions for this token', 'Deprecate'], /Deprecate/],
  ['/libraries/keel/tokens/color.text.quiet', ['Actions for this token', 'Remove'], /Remove/],
  ['/libraries/keel/spacing', ['Add spacing …', 'Inset'], /inset/],
  ['/libraries/keel/contexts', ['Generate dark scheme'], /dark scheme/],
  ['/libraries/keel/contexts?create=axis', [], /Add axis/],
  ['/libraries/keel/contexts', ['Add layer'], /Add layer/],
  ['/libraries/keel/contexts', ['Actions for axis brand', 'Remove axis'], /Remove axis brand/],
  ['/libraries/keel/findings', [/^Fix \d+$/], /^Fix/],
  ['/libraries/boards/releases?show=past', ['Release as 1.1.0'], /Release 1\.1\.0-candidate\.1 as/],
  ['/libraries/boards/releases?show=past', ['Withdraw 1.0.0'], /Withdraw 1\.0\.0/],
  ['/libraries/keel/deliveries', ['Edit'], /Edit output/],
  ['/libraries/keel/components?create=component', [], /Create component/],
  ['/libraries/keel/components/badge', ['Actions', 'Rename'], /Rename/],
  ['/libraries/keel/components/badge', ['Actions', 'Deprecate'], /Deprecate/],
  ['/libraries/keel/components/departure-table?side=data', ['Add data'], /Add data/],
  ['/libraries/keel/components/notice?side=code', ['Rename part hint'], /Rename part/],
  ['/libraries/keel/themes?create=theme', [], /Create theme/],
  ['/libraries/keel/assets', ['Create icon component …'], /^Create icon component of/],
];

test('every dialog is found by axe-core to be sound, light and dark, and ends with Cancel', async ({
  page,
}) => {
  test.setTimeout(480_000);
  await enterAs(page, 'Marit Fenwick');
  for (const [address, steps, title] of DIALOGS) {
    await visit(page, address);
    for (const name of steps)
      await page
        .getByRole('button', { name, exact: typeof name === 'string' })
        .or(page.getByRole('menuitem', { name }))
        .first()
        .click();
    const dialog = page.getByRole('dialog', { name: title });
    await expect(dialog).toBeVisible();
    // While it fades in, its colours are those of the page behind it.
    await expect(dialog).toHaveCSS('opacity', '1');
    // The page behind it is looked at as a view; the dark scheme differs in its colours alone.
    await expectAccessible(page, undefined, '[role=dialog]');
    await inScheme(page, 'dark', () => expectAccessible(page, ['color-contrast'], '[role=dialog]'));
    await dialog.getByRole('button', { name: 'Cancel' }).click();
    await expect(dialog).toBeHidden();
  }
});
