import { expect, test, type Browser } from '@playwright/test';
import { POSTGRES, twoServers } from './server';
import { enterAs } from './support';

test.skip(!POSTGRES, 'PostgreSQL is not on this machine');

let servers: Awaited<ReturnType<typeof twoServers>>;
test.beforeAll(async () => void (servers = await twoServers()));
test.afterAll(() => servers.end());

/** A person in a browser of their own, at a server, looking at a token. */
async function at(browser: Browser, baseURL: string, name: string) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL });
  const page = await context.newPage();
  await enterAs(page, name);
  await page.goto('/libraries/keel/tokens/space.4');
  await expect(page.getByTestId('resolved')).toHaveText('16px');
  return { page, field: page.getByRole('combobox', { name: 'Value primitives' }) };
}

test('two people at two servers of one workspace see what the other edits, and a session that ends at one is over at both', async ({
  browser,
}) => {
  const [first, second] = servers.urls;
  const marit = await at(browser, first, 'Marit Fenwick');
  const osei = await at(browser, second, 'Osei Larkham');
  await marit.field.fill('20px');
  await marit.field.press('Enter');
  await expect(osei.page.getByTestId('resolved')).toHaveText('20px');
  await osei.field.fill('24px');
  await osei.field.press('Enter');
  await expect(marit.page.getByTestId('resolved')).toHaveText('24px');
  // One after the other, quickly, from both: no edit of either is lost.
  for (const value of ['25px', '26px', '27px']) {
    await marit.field.fill(value);
    await marit.field.press('Enter');
    await expect(osei.page.getByTestId('resolved')).toHaveText(value);
    await expect(osei.field).toHaveValue(value);
    await osei.field.fill(value.replace('2', '3'));
    await osei.field.press('Enter');
    await expect(marit.page.getByTestId('resolved')).toHaveText(value.replace('2', '3'));
    await expect(marit.field).toHaveValue(value.replace('2', '3'));
  }
  const { sequence, changeSets } = await (
    await marit.page.request.get('/api/v1/documents/keel/changes?since=0')
  ).json();
  expect(sequence).toBe(changeSets.at(-1).sequence);
  expect(changeSets.slice(-8).map((one: { sequence: number }) => one.sequence)).toEqual(
    Array.from({ length: 8 }, (_, i) => sequence - 7 + i),
  );
  // Signed out at one server, the session is over at the other as well.
  const cookies = await marit.page.context().cookies();
  const elsewhere = await browser.newContext({ baseURL: second });
  await elsewhere.addCookies(cookies.map((cookie) => ({ ...cookie, domain: new URL(second).hostname })));
  expect((await elsewhere.request.get('/api/v1/me')).status()).toBe(200);
  await marit.page.request.delete('/api/v1/session', { headers: { origin: first } });
  expect((await elsewhere.request.get('/api/v1/me')).status()).toBe(401);
});
