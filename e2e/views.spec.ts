import { expect } from '@playwright/test';
import { enterAs, expectAccessible, inScheme, settled, test, visit } from './support';

const VIEWS = [
  '/',
  '/inbox',
  '/account',
  '/libraries/keel/tokens',
  '/libraries/keel/tokens/color.action.surface',
  '/libraries/keel/table?across=scheme',
  '/libraries/keel/scales?new=ramps',
  '/libraries/keel/scales?new=typeScale',
  '/libraries/keel/text-styles?style=text.body',
  '/libraries/keel/fonts',
  '/libraries/keel/spacing',
  '/libraries/keel/pairings',
  '/libraries/keel/brands',
  '/libraries/keel/contexts',
  '/libraries/keel/compare?with=boards',
  '/libraries/keel/findings',
  '/libraries/keel/import',
  '/libraries/keel/components?trace=color.text.quiet',
  '/libraries/keel/components/button',
  '/libraries/keel/components/dialog?below=anatomy&side=props',
  '/libraries/keel/components/toast?below=inspect&side=behaviour',
  '/libraries/keel/components/departure-table?side=data&contents=data:Morning sailings',
  '/libraries/keel/components/field?side=code&contents=long&dir=rtl',
  '/libraries/keel/assets',
  '/libraries/keel/themes',
  '/libraries/keel/guides',
  '/libraries/keel/guides/buttons',
  '/libraries/keel/releases',
  '/libraries/keel/releases?show=past',
  '/libraries/boards/releases/parent/1.1.0',
  '/libraries/keel/products',
  '/libraries/keel/usage',
  '/libraries/keel/outputs',
  '/libraries/keel/deliveries',
  '/libraries/boards/tokens',
  '/products/booking-site',
  '/products/booking-site/brands',
  '/products/booking-site/code?coverage=table&show=files',
  '/products/booking-site/code?value=color%20%23000000&place=styles%2Fprint.css:3',
  '/jobs',
  '/people',
  '/outbox',
  '/products/dock-kiosk/upgrade/keel/1.1.0',
];

// Every other view each, at once, on a server of their own: neighbours are alike in what they take.
test.describe.configure({ mode: 'parallel' });

for (const first of [0, 1])
  test(`axe-core finds nothing from ${VIEWS[first]} on, light and dark; nothing overflows at 1024 wide`, async ({
    page,
  }) => {
    const views = VIEWS.filter((_, i) => i % 2 === first);
    test.setTimeout(540_000);
    const said: string[] = [];
    page.on('console', (message) => message.type() === 'error' && said.push(message.text()));
    page.on('pageerror', (error) => said.push(error.message));
    await page.goto('/sign-in');
    await expectAccessible(page);
    await enterAs(page, 'Marit Fenwick');
    for (const view of views) {
      await visit(page, view);
      await settled(page);
      await expectAccessible(page);
      await page.setViewportSize({ width: 1024, height: 768 });
      const over = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      expect([view, over]).toEqual([view, 0]);
      await page.setViewportSize({ width: 1280, height: 800 });
      // The dark scheme differs in its colours alone.
      await inScheme(page, 'dark', () => expectAccessible(page, ['color-contrast']));
    }
    expect(said).toEqual([]);
  });

test.describe('signed out', () => {
  test.use({ ownWindow: true });
  test('every view leads to signing in; unknown addresses say so', async ({ page }) => {
    await page.goto('/libraries/keel/tokens');
    await expect(page).toHaveURL(/sign-in/);
    await page.getByRole('button', { name: /Nell Quayle/ }).click();
    await page.waitForURL(/\/$/);
    await page.goto('/libraries/nowhere/tokens');
    await expect(page.getByRole('heading', { name: 'Page not found' })).toBeVisible();
    await page.goto('/nowhere');
    await expect(page.getByText('Page not found')).toBeVisible();
  });
});
