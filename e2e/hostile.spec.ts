import { expect, type Browser, type Page } from '@playwright/test';
import { createSocket } from 'node:dgram';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { worstFiles } from '../src/testing/worst-files';
import { enterAs, test, visit } from './support';

const field = (of: Page) => of.getByRole('combobox', { name: 'Value primitives' });

/** Osei in this page and Marit in another one, both looking at the same token. */
async function bothOn(page: Page, browser: Browser, token: string, value: string): Promise<Page> {
  await enterAs(page, 'Osei Larkham');
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await enterAs(other, 'Marit Fenwick');
  for (const each of [page, other]) {
    await each.goto(`/libraries/keel/tokens/${token}`);
    await expect(field(each)).toHaveValue(value);
  }
  return other;
}

test('two people on one token: both values are shown, one chooses, nothing vanishes', async ({
  page,
  browser,
}) => {
  const other = await bothOn(page, browser, 'space.4', '16px');
  // The second tab hears of nothing while its connection is held up.
  await other.route('**/events**', (route) => route.abort());
  await other.route('**/changes?since=**', (route) => route.abort());
  await other.reload();
  await expect(field(other)).toHaveValue('16px');
  await field(page).fill('20px');
  await field(page).press('Enter');
  await expect(page.getByTestId('resolved')).toHaveText('20px');
  await field(other).fill('12px');
  await field(other).press('Enter');
  const dialog = other.getByRole('dialog', { name: 'Edited by someone else while you typed' });
  await expect(dialog).toContainText('Osei Larkham');
  await expect(dialog).toContainText('20px');
  await expect(dialog).toContainText('12px');
  // From here on it asks now and then, since the stream of events stays away.
  await other.unroute('**/changes?since=**');
  await dialog.getByRole('button', { name: 'Use my value' }).click();
  await expect(other.getByTestId('resolved')).toHaveText('12px');
  await expect(page.getByTestId('resolved')).toHaveText('12px');
  // Osei's undo is refused with both values, since the field has moved on.
  await page.getByRole('button', { name: /^Undo: Set space.4/ }).click();
  await expect(page.getByText('Part of this was changed since')).toBeVisible();
  await expect(page.getByText('Marit Fenwick changed it since', { exact: false })).toBeVisible();
  await other.getByRole('button', { name: /^Undo: Keep my value/ }).click();
  await expect(page.getByTestId('resolved')).toHaveText('20px');
  await page.getByRole('button', { name: /^Undo: Set space.4/ }).click();
  await expect(other.getByTestId('resolved')).toHaveText('16px');
});

test('who began to type before the other saved is asked, though the other’s value has long arrived', async ({
  page,
  browser,
}) => {
  const other = await bothOn(page, browser, 'space.6', '24px');
  await field(page).fill('30px');
  await field(other).fill('26px');
  await field(other).press('Enter');
  // It has arrived here: everything but the field that is being typed in shows it.
  await expect(page.getByText('Marit Fenwick: Set space.6', { exact: false })).toBeVisible();
  await expect(other.getByTestId('resolved')).toHaveText('26px');
  await field(page).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Edited by someone else while you typed' });
  await expect(dialog).toContainText('Marit Fenwick');
  await expect(dialog).toContainText('26px');
  await expect(dialog).toContainText('30px');
  await dialog.getByRole('button', { name: 'Keep current value' }).click();
  await expect(page.getByTestId('resolved')).toHaveText('26px');
  // Begun after it was seen, nobody is asked.
  await field(page).fill('24px');
  await field(page).press('Enter');
  await expect(other.getByTestId('resolved')).toHaveText('24px');
  await expect(dialog).toBeHidden();
});

test('with the connection cut, edits queue and are saved when it is back, and a page that is left saves them too', async ({
  page,
  context,
}) => {
  await enterAs(page, 'Osei Larkham');
  await page.goto('/libraries/keel/tokens/space.3');
  const value = field(page);
  await expect(value).toHaveValue('12px');
  await context.setOffline(true);
  await value.fill('13px');
  await value.press('Enter');
  await expect(page.getByText('1 change not saved yet.', { exact: false })).toBeVisible();
  await expect(page.getByTestId('resolved')).toHaveText('13px');
  await value.fill('14px');
  await value.press('Tab');
  await expect(page.getByText('2 changes not saved yet.', { exact: false })).toBeVisible();
  const labels = async () => {
    const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
    const answer = await fetch(new URL('/api/v1/libraries/keel', page.url()), { headers: { cookie } });
    return ((await answer.json()) as { log: { label: string }[] }).log.map(({ label }) => label);
  };
  expect(await labels()).not.toContain('Set space.3 to 14px');
  await context.setOffline(false);
  await expect(page.getByText('No change is waiting to be saved any more.')).toBeVisible({ timeout: 15_000 });
  expect((await labels()).slice(-2)).toEqual(['Set space.3 to 13px', 'Set space.3 to 14px']);
  await page.reload();
  await expect(value).toHaveValue('14px');
  await value.fill('12px');
  await value.press('Enter');
  await page.getByRole('link', { name: 'Components' }).first().click();
  await page.goto('/libraries/keel/tokens/space.3');
  await expect(value).toHaveValue('12px');
}); // prettier-ignore

test('a tab left open across a release says so and loses nothing', async ({ page, browser }) => {
  await enterAs(page, 'Marit Fenwick');
  await page.goto('/libraries/keel/tokens/radius.small');
  await field(page).fill('3px');
  await field(page).press('Enter');
  await expect(page.getByRole('button', { name: 'Undo: Set radius.small to 3px' })).toBeVisible();
  const old = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await enterAs(old, 'Osei Larkham');
  await old.route('**/events**', (route) => route.abort());
  await old.goto('/libraries/keel/releases');
  await expect(old.getByRole('button', { name: /^Release \d/ })).toBeVisible();
  await page.getByRole('link', { name: 'Releases' }).click();
  await page.getByRole('button', { name: /^Release \d/ }).click();
  await expect(page.getByRole('heading', { name: /^No changes since/ })).toBeVisible();
  // What the old tab would release is what has just been released: it is refused, or the tab has heard of it by then.
  await old
    .getByRole('button', { name: /^Release \d/ })
    .click({ timeout: 5000 })
    .catch(() => undefined);
  await expect(old.getByText(/^(Nothing has changed|No changes) since/).first()).toBeVisible();
  const { releases } = (await (await page.request.get('/api/v1/libraries/keel/releases')).json()) as {
    releases: object[];
  };
  expect(releases).toHaveLength(3);
});

const script = (body: string) =>
  `<button part="root"><img src="x" onerror="${body}"><script>${body}</script><span part="label"></span></button>`;

test('a template that would run script or reach the network is refused where it is written', async ({
  page,
}) => {
  await enterAs(page, 'Osei Larkham');
  await page.goto('/libraries/keel/components/button?side=code');
  const template = page.getByRole('textbox', { name: 'Template' });
  await expect(template).toContainText('part="root"');
  const before = await template.innerText();
  await template.fill(script("parent.document.title='owned'"));
  await page.getByRole('button', { name: 'Save template' }).click();
  await expect(page.getByText(/may not hold|leads outside/).first()).toBeVisible();
  // What is refused stays as a draft of this tab, and is stored nowhere.
  await page.reload();
  await expect(page.getByText('This was typed before and is not saved.')).toBeVisible();
  await expect(template).toContainText('onerror');
  await page.getByRole('button', { name: 'Cancel', exact: true }).click();
  await expect.poll(() => template.innerText()).toBe(before);
  await page.reload();
  await expect.poll(() => template.innerText()).toBe(before);
});

test('a component’s own script runs in its specimen and reaches neither the page nor the network', async ({
  page,
}) => {
  await enterAs(page, 'Osei Larkham');
  const seen: string[] = [];
  const server = createServer((request, response) => {
    seen.push(request.url ?? '');
    response.end('x');
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const packets = createSocket('udp4').on('message', () => seen.push('stun'));
  await new Promise<void>((resolve) => packets.bind(port, '127.0.0.1', resolve));
  const away = `http://127.0.0.1:${port}`;
  const attempts = [
    `parent.document.title = 'owned'`,
    `top.location = '${away}/top'`,
    `fetch('${away}/fetch').catch(() => 0)`,
    `new Image().src = '${away}/image'`,
    `navigator.sendBeacon('${away}/beacon')`,
    `new WebSocket('ws://127.0.0.1:${port}/socket')`,
    `const inner = document.createElement('iframe'); inner.src = '${away}/frame'; root.append(inner)`,
    `const peer = new RTCPeerConnection({ iceServers: [{ urls: 'stun:127.0.0.1:${port}' }] }); peer.createDataChannel('x'); peer.createOffer().then((offer) => peer.setLocalDescription(offer))`,
    `window.open('${away}/open')`,
    `document.cookie = 'a=b'; localStorage.a = 'b'`,
    `setTimeout(() => { location = '${away}/self' }, 400)`,
  ];
  const text = `${attempts.map((one) => `try { ${one} } catch (error) { say(error.name) }`).join('\n')}\nsay('ran to its end');`;
  await page.goto('/libraries/keel/components/toast?side=code');
  const title = await page.title();
  await page.getByRole('tab', { name: 'Script' }).click();
  await page.getByRole('textbox', { name: 'Script' }).fill('let 1');
  await expect(page.getByText('The script cannot be read at line 1')).toBeVisible();
  await page.getByRole('textbox', { name: 'Script' }).fill(text);
  await page.getByRole('button', { name: 'Save script' }).click();
  await page.getByRole('tab', { name: 'Behaviour' }).click();
  await expect(page.getByRole('list', { name: 'Specimen log' })).toContainText('ran to its end');
  // Its last attempt comes after 400 ms.
  await quiet(page);
  expect(await page.title()).toBe(title);
  expect(page.url()).toContain('/libraries/keel/components/toast');
  expect(seen).toEqual([]);
  // The counters work.
  await page.request.get(`${away}/proof`);
  expect(seen).toEqual(['/proof']);
  server.close();
  packets.close();
  await page.getByRole('button', { name: /^Undo: Change the script of toast/ }).click();
  await expect(page.getByRole('button', { name: /^Redo: Change the script of toast/ })).toBeEnabled();
  await page.goto('/libraries/keel/components/toast?side=behaviour');
  await expect(page.getByRole('list', { name: 'Specimen log' })).toContainText('root left after 600 ms');
});

/** Waits until half a second has passed in which the page asked for nothing. */
async function quiet(page: Page): Promise<void> {
  let last = Date.now();
  const heard = () => (last = Date.now());
  page.on('request', heard);
  await expect.poll(() => Date.now() - last, { intervals: [100] }).toBeGreaterThan(500);
  page.off('request', heard);
}

/** Sends markup straight into a specimen's frame, past every check, as if one had failed. */
async function force(page: Page, html: string, css = ''): Promise<void> {
  await page.evaluate(
    ([markup, style]) => {
      const frame = document.querySelector<HTMLIFrameElement>('iframe[title="Specimen of button"]')!;
      frame.contentWindow!.postMessage({ kind: 'draw', html: markup, css: style, attributes: {} }, '*');
    },
    [html, css] as const,
  );
  await quiet(page);
}

test('even markup forced into a specimen reaches neither the page nor the network', async ({ page }) => {
  await enterAs(page, 'Osei Larkham');
  await page.goto('/libraries/keel/components/button');
  await expect(
    page.frameLocator('iframe[title="Specimen of button"]').locator('[part~="root"]'),
  ).toBeVisible();
  const title = await page.title();
  // A server that counts what really arrives.
  const arrived: string[] = [];
  const server = createServer((request, response) => {
    arrived.push(request.url ?? '');
    response.end('x');
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const away = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  await force(
    page,
    `<img src="${away}/img"><img src=x onerror="parent.document.title='owned';fetch('${away}/fetch')"><script>top.location='${away}'</script><svg onload="top.location='${away}'"></svg>`,
    `body{background:url(${away}/css)}@font-face{font-family:x;src:url(${away}/font)}*{font-family:x}@import url(${away}/import);`,
  );
  await force(
    page,
    `<meta http-equiv="refresh" content="0;url=${away}/meta"><link rel="prefetch" href="${away}/prefetch"><link rel="dns-prefetch" href="//away.example"><iframe src="${away}/frame"></iframe><form action="${away}/form"><button id="send">x</button></form><a href="${away}/link" id="out">x</a><object data="${away}/object"></object>`,
  );
  const frame = page.frameLocator('iframe[title="Specimen of button"]');
  await frame
    .locator('#send')
    .click({ timeout: 2000 })
    .catch(() => undefined);
  await frame
    .locator('#out')
    .click({ timeout: 2000 })
    .catch(() => undefined);
  await quiet(page);
  expect(await page.title()).toBe(title);
  expect(page.url()).toContain('/libraries/keel/components/button');
  expect(arrived).toEqual([]);
  // The counter works: what may go there does arrive.
  await page.request.get(`${away}/proof`);
  expect(arrived).toEqual(['/proof']);
  server.close();
  await expect(page.getByRole('heading', { name: 'button', exact: true })).toBeVisible();
});

test('bad files are told with their lines, the rest is read, and one undo takes an import back', async ({
  page,
}) => {
  await enterAs(page, 'Osei Larkham');
  await page.goto('/libraries/keel/import');
  const bring = (...files: { name: string; mimeType?: string; buffer: Buffer }[]) =>
    page
      .locator('input[type=file]')
      .setInputFiles(files.map((file) => ({ mimeType: 'text/plain', ...file })));
  const text = (name: string, content: string) => ({ name, buffer: Buffer.from(content) });
  await bring(text('bad.tokens.json', '{\n "a": {"$value": 1,}\n}'));
  await expect(page.getByText('Correct line 2, column 20', { exact: false })).toBeVisible();
  await bring(
    text(
      'cycle.tokens.json',
      '{"$type":"number","a":{"$value":"{b}"},"b":{"$value":"{a}"},"gone":{"$value":"{no.such}"}}',
    ),
  );
  await expect(page.getByText('in a circle: a → b → a', { exact: false }).first()).toBeVisible();
  await expect(page.getByText('it refers to no.such, which is nowhere')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Import 0 tokens' })).toBeDisabled();
  // No picture, not a readable ZIP archive, no form known; and more than is read at once.
  await bring(
    text('quay.png', 'no picture'),
    text('all.zip', 'not a readable ZIP archive'),
    text('notes.docx', 'x'),
    {
      name: 'huge.css',
      buffer: Buffer.alloc(21 * 1024 * 1024, ' '),
    },
  );
  const told = page.getByRole('alert').filter({ hasText: 'Not read' });
  for (const words of [
    'quay.png is not a readable picture',
    'all.zip is not a readable ZIP archive',
    'notes.docx is not a supported kind of file',
    'huge.css holds 21 MB; 20 MB can be read at once',
  ])
    await expect(told).toContainText(words);
  await bring(
    text('broken.css', ':root {\n  --lamp-post: 8px;\n  --broken red;\n}\n}\n<script>alert(1)</script>'),
  );
  await expect(page.getByText('broken.css, line 3', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Import 1 token', exact: true }).click();
  await expect(page).toHaveURL(/\/tokens$/);
  await page.getByLabel('Search tokens').fill('lamp.post');
  await expect(page.locator('[data-path="lamp.post"]')).toBeVisible();
  await page.getByRole('button', { name: /^Undo: Import broken.css/ }).click();
  await expect(page.locator('[data-path="lamp.post"]')).toHaveCount(0);
});

test('requests from other sites, broken bodies and wrong methods are refused in words', async ({ page }) => {
  await enterAs(page, 'Osei Larkham');
  const post = (path: string, data: unknown, headers = {}) =>
    page.request.post(`/api/v1${path}`, {
      data: data as string,
      headers: { 'content-type': 'application/json', ...headers },
    });
  const foreign = await post('/documents/keel/changes', '{}', { origin: 'https://elsewhere.example' });
  expect([foreign.status(), (await foreign.json()).code]).toEqual([403, 'origin']);
  const broken = await post('/documents/keel/changes', '{"a":');
  expect([broken.status(), broken.headers()['content-type']]).toEqual([400, 'application/problem+json']);
  expect((await page.request.put('/api/v1/session')).status()).toBe(405);
  expect((await page.request.get('/api/v1/nothing/here')).status()).toBe(404);
  expect(JSON.stringify(await (await page.request.get('/api/v1/libraries/nowhere')).json())).not.toContain(
    'at ',
  );
});

/** Of each way to keep a reader busy one: depth, count, references, and a drawing. */
const HEAVIEST = ['values in values', 'tokens side by side', 'a chain of aliases', 'a path of many points'];

test('eight pages of one browser work on while one sends the files that cost a reader most', async ({
  page,
}) => {
  test.slow();
  await enterAs(page, 'Marit Fenwick');
  await page.goto('/account');
  const tokens = ['1', '2', '3', '5', '6', '8', '12', '16'].map((name) => `space.${name}`);
  const pages: Page[] = [];
  // A browser opens six connections to a host: they share one stream of events.
  for (const token of tokens) {
    const one = await page.context().newPage();
    await one.goto(`/libraries/keel/tokens/${token}`);
    await expect(field(one)).toHaveValue(/px$/, { timeout: 90_000 });
    pages.push(one);
  }
  // Tried, so that nothing of them is stored; all at once, until all have been answered.
  const files = HEAVIEST.map((name) => ({ name, ...worstFiles[name]!(1) }));
  const sent = page.evaluate(async (all) => {
    const send = async ({ name, kind, text }: (typeof all)[number]): Promise<[string, number]> => {
      const file = kind === 'tokens' ? { name: 'worst.tokens.json', text } : { name: 'worst.svg', text };
      const { status } = await fetch('/api/v1/libraries/keel/import', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ files: [file], tryOnly: true }),
      });
      return [name, status];
    };
    return Object.fromEntries(await Promise.all(all.map(send)));
  }, files);
  let over = false;
  void sent.then(() => (over = true));
  let edits = 0;
  for (let round = 0; !over || round < 2; round++)
    for (const [at, one] of pages.entries()) {
      await field(one).fill(`${100 + round * 8 + at}px`);
      await field(one).press('Enter');
      await expect(one.getByTestId('resolved')).toHaveText(`${100 + round * 8 + at}px`);
      edits++;
    }
  expect(edits).toBeGreaterThanOrEqual(16);
  for (const status of Object.values(await sent)) expect([200, 400, 413, 422]).toContain(status);
  // What the pages say was saved stands on the server.
  for (const [at, one] of pages.entries()) {
    const shown = await field(one).inputValue();
    expect(shown).toMatch(/^\d{3}px$/);
    await visit(page, `/libraries/keel/tokens/${tokens[at]}`);
    await expect(field(page)).toHaveValue(shown);
  }
});
