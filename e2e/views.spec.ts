import { expect } from '@playwright/test';
import { enterAs, expectAccessible, settled, test } from './support';

const VIEWS = [
  '/',
  '/inbox',
  '/account',
  '/libraries/keel/tokens',
  '/libraries/keel/tokens/color.action.surface',
  '/libraries/keel/table',
  '/libraries/keel/scales?new=ramps',
  '/libraries/keel/scales?new=typeScale',
  '/libraries/keel/text-styles?style=text.body',
  '/libraries/keel/fonts',
  '/libraries/keel/spacing',
  '/libraries/keel/pairings',
  '/libraries/keel/contexts',
  '/libraries/keel/findings',
  '/libraries/keel/import',
  '/libraries/keel/components?trace=color.text.quiet',
  '/libraries/keel/components/button',
  '/libraries/keel/components/dialog?below=anatomy&side=props',
  '/libraries/keel/components/toast?below=inspect&side=behaviour',
  '/libraries/keel/components/field?side=code&contents=long&dir=rtl',
  '/libraries/keel/assets',
  '/libraries/keel/guides',
  '/libraries/keel/guides/buttons',
  '/libraries/keel/releases',
  '/libraries/keel/releases?show=past',
  '/libraries/keel/products',
  '/libraries/keel/usage',
  '/libraries/keel/outputs',
  '/libraries/signal/tokens',
  '/products/booking-site',
  '/products/booking-site/code?value=color%20%23000000&place=styles%2Fprint.css:3',
  '/jobs',
  '/products/dock-kiosk/upgrade/keel/1.1.0',
];

// Light and dark at once, each on a server of its own.
test.describe.configure({ mode: 'parallel' });

for (const colorScheme of ['light', 'dark'] as const) {
  test.describe(colorScheme, () => {
    test.use({ colorScheme });
    test(`axe-core finds nothing on any view, ${colorScheme}${colorScheme === 'light' ? '; nothing overflows at 1024 wide or 200 %' : ''}`, async ({
      page,
    }) => {
      test.setTimeout(540_000);
      const said: string[] = [];
      page.on('console', (message) => message.type() === 'error' && said.push(message.text()));
      page.on('pageerror', (error) => said.push(error.message));
      await page.goto('/sign-in');
      await expectAccessible(page);
      await enterAs(page, 'Marit Fenwick');
      for (const view of VIEWS) {
        await page.goto(view);
        await settled(page);
        // The dark scheme differs in its colours alone.
        await expectAccessible(page, colorScheme === 'dark' ? ['color-contrast'] : undefined);
        if (colorScheme === 'dark') continue;
        for (const width of [1024, 640]) {
          await page.setViewportSize({ width, height: 768 });
          const over = await page.evaluate(
            () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
          );
          if (width === 1024) expect([view, over]).toEqual([view, 0]);
        }
        await page.setViewportSize({ width: 1280, height: 800 });
      }
      expect(said).toEqual([]);
    });
  });
}

test('signed out, every view leads to signing in; unknown addresses say so', async ({ page }) => {
  await page.goto('/libraries/keel/tokens');
  await expect(page).toHaveURL(/sign-in/);
  await enterAs(page, 'Nell Quayle');
  await page.goto('/libraries/nowhere/tokens');
  await expect(page.getByRole('heading', { name: 'Page not found' })).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByText('Page not found')).toBeVisible();
});
