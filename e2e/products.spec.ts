import { expect } from '@playwright/test';
import { choose, colourOf, enterAs, expectAccessible, settled, test, visit } from './support';

test('a product is started by hand: pinned, given a screen, and built on it by mouse and keyboard', async ({
  page,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/');
  await page.getByRole('button', { name: 'Create product' }).click();
  const dialog = page.getByRole('dialog', { name: 'Create product' });
  await dialog.getByLabel('Name').fill('Night boats');
  await dialog.getByLabel('Description').fill('Sailings after dark');
  // Chosen already: new products start with it.
  await expect(dialog.getByText(/^Keel \d/)).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Create product' }).click();
  await expect(page).toHaveURL(/\/products\/night-boats$/);
  await expect(page.getByText('No screens yet.')).toBeVisible();

  await page.getByRole('button', { name: 'Add screen' }).click();
  const adding = page.getByRole('dialog', { name: 'Add screen' });
  await adding.getByLabel('Title').fill('Departures');
  await adding.getByLabel('Width in px').fill('90');
  await adding.getByRole('button', { name: 'Add screen' }).click();
  await expect(adding.getByText(/^A width of 90 px is out of range/)).toBeVisible();
  await adding.getByLabel('Width in px').fill('640');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Nothing is placed on this screen yet.')).toBeVisible();

  const frame = page.frameLocator('iframe[title="Screen Departures"]');
  const component = page.getByRole('combobox', { name: 'Component' });
  const add = page.getByRole('button', { name: 'Add component' });
  await choose(component, 'notice');
  await add.click();
  await expect(frame.locator('[data-placement]')).toHaveCount(1);
  // By search and keys alone.
  await component.fill('butt');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await add.focus();
  await page.keyboard.press('Enter');
  await expect(frame.locator('[data-placement]')).toHaveCount(2);

  await page.getByRole('button', { name: 'button', exact: true }).click();
  await page.getByRole('textbox', { name: 'label' }).fill('Book the night boat');
  await page.keyboard.press('Enter');
  await expect(frame.getByRole('button', { name: 'Book the night boat' })).toBeVisible();
  await choose(page.getByRole('combobox', { name: 'tone' }), 'danger');
  await page.getByRole('button', { name: 'Move button 1 up' }).click();
  const first = frame.locator('[data-placement]').first();
  await expect(first).toContainText('Book the night boat');
  await expectAccessible(page);
  // By mouse, the other way round.
  const grip = (name: string) => page.getByRole('listitem').filter({ has: page.getByRole('button', { name, exact: true }) }).locator('span').first(); // prettier-ignore
  const [from, to] = [(await grip('notice').boundingBox())!, (await grip('button').boundingBox())!];
  await page.mouse.move(from.x + 6, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(to.x + 6, to.y, { steps: 8 });
  await page.mouse.up();
  await expect(first).not.toContainText('Book the night boat');
  await page.getByRole('button', { name: /^Undo: Move notice/ }).click();
  await expect(first).toContainText('Book the night boat');

  // What was done stands after the page is opened again, and is taken back step by step.
  await page.reload();
  await expect(first).toContainText('Book the night boat');
  await page.getByRole('button', { name: 'Screen actions' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate screen' }).click();
  await page.getByRole('radiogroup', { name: 'Screen' }).getByText('Departures copy').click();
  await expect(
    page.frameLocator('iframe[title="Screen Departures copy"]').locator('[data-placement]'),
  ).toHaveCount(2);
  await page.getByRole('button', { name: 'Remove notice 1' }).click();
  await expect(
    page.frameLocator('iframe[title="Screen Departures copy"]').locator('[data-placement]'),
  ).toHaveCount(1);
  await page.getByRole('button', { name: 'Screen actions' }).click();
  await page.getByRole('menuitem', { name: 'Remove screen' }).click();
  await expect(frame.locator('[data-placement]')).toHaveCount(2);
  await page.getByRole('button', { name: /^Undo: Remove screen/ }).click();
  await expect(page.getByRole('radio', { name: 'Departures copy' })).toBeAttached();
  await settled(page);
});

test('who may only look places nothing', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/products/night-boats');
  await expect(page.getByRole('button', { name: 'Add screen' })).toBeVisible();
  const outsider = await page
    .context()
    .browser()!
    .newContext({ baseURL: new URL(page.url()).origin });
  const other = await outsider.newPage();
  await enterAs(other, 'Bram Sallow');
  await visit(other, '/products/night-boats');
  await expect(other.getByRole('region', { name: 'Components on this screen' })).toBeVisible();
  await expect(other.getByRole('button', { name: 'Add screen' })).toHaveCount(0);
  await expect(other.getByRole('button', { name: 'Add component' })).toHaveCount(0);
});

test('a product takes another library: a screen is drawn with it, and it stays while one is', async ({ page }) => {
  await enterAs(page, 'Tam Birkett');
  await visit(page, '/products/booking-site');
  const fares = page.frameLocator('iframe[title="Screen Choose a fare"]');
  await expect(fares.getByRole('button').first()).toBeVisible();
  const libraries = async () => {
    await page.getByRole('button', { name: 'Libraries', exact: true }).click();
    return page.getByRole('dialog', { name: 'Libraries of Booking site' });
  };
  let dialog = await libraries();
  await choose(dialog.getByRole('combobox', { name: 'Library to add' }), 'Boards 1.0.0');
  await dialog.getByRole('button', { name: 'Add library' }).click();
  await expect(dialog.getByRole('row', { name: /^Boards 1\.0\.0 None/ })).toBeVisible();
  await choose(dialog.getByRole('combobox', { name: 'When a release of Boards is out' }), 'Take patches');
  await expect(page.getByRole('button', { name: 'Undo: Take patches of Boards' })).toBeAttached();
  await expectAccessible(page);
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: 'Add screen' }).click();
  const adding = page.getByRole('dialog', { name: 'Add screen' });
  await adding.getByLabel('Title').fill('Hall');
  await choose(adding.getByRole('combobox', { name: 'Library' }), 'Boards 1.0.0');
  await adding.getByRole('button', { name: 'Add screen' }).click();
  // One goes on with the screen that was added.
  await expect(page.getByText('Hall, drawn with Boards 1.0.0')).toBeVisible();
  await choose(page.getByRole('combobox', { name: 'Component', exact: true }), 'board-clock');
  await page.getByRole('button', { name: 'Add component' }).click();
  await expect(page.frameLocator('iframe[title="Screen Hall"]').locator('[data-placement]')).toHaveCount(1);

  dialog = await libraries();
  await dialog.getByRole('button', { name: 'Remove Boards' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Boards cannot be removed: the screen Hall is drawn with it');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Screen actions' }).click();
  await page.getByRole('menuitem', { name: 'Remove screen' }).click();
  await expect(fares.getByRole('button').first()).toBeVisible();
  dialog = await libraries();
  await dialog.getByRole('button', { name: 'Remove Boards' }).click();
  await expect(dialog.getByRole('row', { name: /^Boards/ })).toHaveCount(0);
  await page.keyboard.press('Escape');
  // Taken back, it is there again.
  await page.getByRole('button', { name: /^Undo: Remove Boards/ }).click();
  await expect(page.getByText('Pinned to Boards 1.0.0')).toBeVisible();
}); // prettier-ignore

test('a component is held when an upgrade is taken, and let go later', async ({ page, browser, baseURL }) => {
  await enterAs(page, 'Osei Larkham');
  await visit(page, '/libraries/keel/components/button');
  await page.getByRole('button', { name: 'border-radius: button.radius, change' }).click();
  const radius = page.getByRole('combobox', { name: 'border-radius is' });
  await radius.fill('{radius.none}');
  await radius.press('Enter');
  await expect(page.getByText('3 changes since 1.1.0')).toBeVisible();
  await settled(page);
  const marit = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  await enterAs(marit, 'Marit Fenwick');
  await visit(marit, '/libraries/keel/releases');
  const version = (await marit.getByTestId('version').textContent())!;
  await marit.getByRole('button', { name: `Release ${version}` }).click();
  await expect(marit.getByRole('heading', { name: `No changes since ${version}.` })).toBeVisible();

  const tam = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  await enterAs(tam, 'Tam Birkett');
  await visit(tam, `/products/booking-site/upgrade/keel/${version}`);
  const corner = (title: string) => colourOf(tam, title, 'article button', 'border-top-left-radius');
  await expect.poll(() => corner('Screen Choose a fare, after')).toBe('0px');
  await tam.getByRole('checkbox', { name: 'Hold button at 1.1.0' }).check();
  await expect.poll(() => corner('Screen Choose a fare, after')).toBe('4px');
  await expectAccessible(tam);
  await tam.getByRole('button', { name: new RegExp(`^Upgrade to ${version}`) }).click();
  await expect(tam).toHaveURL(/\/products\/booking-site$/);
  await expect.poll(() => corner('Screen Choose a fare')).toBe('4px');
  await tam.getByRole('button', { name: 'Libraries', exact: true }).click();
  const dialog = tam.getByRole('dialog', { name: 'Libraries of Booking site' });
  await expect(dialog.getByText('button held at 1.1.0')).toBeVisible();
  await dialog.getByRole('button', { name: 'Stop holding button' }).click();
  await expect(dialog.getByText('button held at 1.1.0')).toHaveCount(0);
  await tam.keyboard.press('Escape');
  await expect.poll(() => corner('Screen Choose a fare')).toBe('0px');
  for (const one of [marit, tam]) await one.context().close();
}); // prettier-ignore
