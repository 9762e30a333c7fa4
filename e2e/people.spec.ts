import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from '@playwright/test';
import { dataFolderOf } from './server';
import { enterAs, settled, test, visit } from './support';

test('a person is invited, joins by the link in the outbox, is given a role at work, and is removed', async ({ page, browser }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/people');
  await page.getByRole('button', { name: 'Create team' }).click();
  const create = page.getByRole('dialog', { name: 'Create team' });
  await create.getByRole('textbox', { name: /^Name/ }).fill('Harbour office');
  await create.getByRole('button', { name: 'Create team' }).click();
  await page.getByRole('button', { name: 'Invite person' }).click();
  const invite = page.getByRole('dialog', { name: 'Invite person' });
  await invite.getByRole('textbox', { name: /^Name/ }).fill('Una Brill');
  await invite.getByRole('textbox', { name: /^Email/ }).fill('una@saltmarsh.example');
  await invite.getByRole('button', { name: 'Invite person' }).click();
  await expect(page.getByText(/^Invited until/)).toBeVisible();

  // The message is a page, and a file.
  await page.getByRole('link', { name: 'Outbox' }).click();
  const link = (await page.getByRole('link', { name: /\/join\// }).textContent())!;
  const folder = path.join(dataFolderOf('people.spec.ts'), 'outbox');
  const files = readdirSync(folder).filter((name) => name.endsWith('.eml'));
  expect(files).toHaveLength(1);
  expect(readFileSync(path.join(folder, files[0]!), 'utf8')).toContain('To: Una Brill <una@saltmarsh.example>');

  const other = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const una = await other.newPage();
  await una.goto(link);
  await expect(una.getByText('Marit Fenwick invites you, Una Brill, as viewer in Apps.')).toBeVisible();
  await una.getByLabel(/^Password \*$/).fill('eel grass and tide');
  await una.getByLabel(/^Password again/).fill('eel grass and tide');
  await una.getByRole('button', { name: 'Join' }).click();
  await una.waitForURL(/\/$/);
  await una.goto('/libraries/keel/tokens');
  await settled(una);
  // A viewer reads; made a maintainer meanwhile, the same person edits.
  await expect(una.getByRole('button', { name: 'Add token' })).toHaveCount(0);
  await visit(page, '/people');
  await page.getByRole('combobox', { name: 'Role of Una Brill in Design system' }).selectOption('Maintainer');
  await expect(page.getByText('Una Brill: Maintainer in Design system')).toBeVisible();
  await una.reload();
  await expect(una.getByRole('button', { name: 'Add token' })).toBeVisible();
  await expect(una.getByRole('link', { name: /^Inbox, 1 unread/ })).toBeVisible();

  // The link is of no more use; without the account there is nothing to see.
  await una.goto(link);
  await expect(una.getByText(/^It was used already/)).toBeVisible();
  await page.getByRole('button', { name: 'Actions for Una Brill' }).click();
  await page.getByRole('menuitem', { name: /^Remove person/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove person' }).click();
  await expect(page.getByRole('rowheader', { name: /Una Brill/ })).toHaveCount(0);
  await una.goto('/');
  await expect(una).toHaveURL(/sign-in/);

  // Which libraries a new product starts with is said here, and chosen already there.
  await expect(page.getByRole('checkbox', { name: 'Start new products with Keel' })).toBeChecked();
  await visit(page, '/');
  await page.getByRole('button', { name: 'Create product' }).click();
  await expect(page.getByRole('dialog').getByText(/^Keel \d/)).toBeVisible();
  await other.close();
}); // prettier-ignore
