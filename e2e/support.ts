import axe from 'axe-core';
import { expect, test as base, type BrowserContext, type Locator, type Page } from '@playwright/test';
import { serverFor } from './server';

/** The window that tests of a file share, and who is signed in there. */
let kept: { file: string; context: BrowserContext } | undefined;
const signedIn = new WeakMap<BrowserContext, string>();

/**
 * A test whose pages are those of its file's own server. Tests of a file go on in one window, as people do: loading the
 * application anew costs more than most tests. `test.use({ ownWindow: true })` where a test leaves the window unfit for others.
 */
export const test = base.extend<{ ownWindow: boolean }>({
  ownWindow: [false, { option: true }],
  baseURL: async ({}, use, { file }) => use(await serverFor(file)),
  context: async ({ browser, ownWindow, contextOptions, viewport, baseURL }, use, info) => {
    if (kept && (ownWindow || kept.file !== info.file)) {
      await kept.context.close();
      kept = undefined;
    }
    const context = kept?.context ?? (await browser.newContext({ ...contextOptions, viewport, baseURL }));
    await use(context);
    const fit = !ownWindow && info.status === info.expectedStatus && context.pages().length > 0;
    kept = fit ? { file: info.file, context } : undefined;
    if (!fit) await context.close();
  },
  page: async ({ context, viewport }, use) => {
    const [first, ...others] = context.pages();
    for (const other of others) await other.close();
    const page = first ?? (await context.newPage());
    await page.setViewportSize(viewport!);
    await use(page);
    page.removeAllListeners();
    await page.unrouteAll({ behavior: 'ignoreErrors' });
  },
});

/** Signs in as one of the demo people, without a page: the page that does it is tried by `views.spec.ts` and `keyboard.spec.ts`. */
export async function enterAs(page: Page, name: string): Promise<void> {
  const { request } = page;
  const context = page.context();
  const me = await request.get('/api/v1/me');
  if (me.ok() && signedIn.get(context) === name) return;
  // What is open is another person's.
  if (page.url() !== 'about:blank') await page.goto('about:blank');
  signedIn.set(context, name);
  const { people } = (await (await request.get('/api/v1/welcome')).json()) as {
    people: { id: string; name: string }[];
  };
  const person = people.find((one) => one.name === name);
  if (!person) throw new Error(`There is no demo user ${name}`);
  const entered = await request.post('/api/v1/session/demo', { data: { person: person.id } });
  expect(entered.ok()).toBe(true);
}

/** Goes to a page as a link does; where none of the application is open yet, or this very page is, it is loaded anew. */
export async function visit(page: Page, address: string): Promise<void> {
  const followed = await page
    .evaluate((to) => {
      const { router } = (window as unknown as { next?: { router?: { push(to: string): void } } }).next ?? {};
      const { href: before, origin } = window.location;
      const { href, pathname, search, origin: other } = new URL(to, before);
      if (!router || !document.querySelector('header') || other !== origin || href === before)
        return undefined;
      // The frame hears the press before the router does, as it hears that of any link.
      const link = document.body.appendChild(document.createElement('a'));
      link.href = href;
      link.onclick = (event) => {
        event.preventDefault();
        router.push(pathname + search);
      };
      link.click();
      link.remove();
      return { pathname, before };
    }, address)
    // On a page that is just being left nothing can be pressed.
    .catch(() => undefined);
  if (followed)
    await page.waitForURL((url) => url.pathname === followed.pathname && url.href !== followed.before, {
      timeout: 60_000,
    });
  else await page.goto(address);
}

/**
 * axe-core finds nothing, of all its rules or of those named, on the page or in one thing on it. Specimens of a library's own
 * colours are left out of the contrast rule alone.
 */
export async function expectAccessible(page: Page, rules?: string[], within = 'html'): Promise<void> {
  // Colours fade into each other; what turns for ever is not waited for.
  await page.evaluate(async () => {
    await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    const ending = document
      .getAnimations()
      .filter(({ effect }) => effect?.getComputedTiming().iterations !== Infinity);
    await Promise.allSettled(ending.map(({ finished }) => finished));
  });
  // Once for a page: it is half a megabyte.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  const violations = await page.evaluate(
    async ([names, scope]) => {
      const tool = (window as unknown as { axe: typeof axe }).axe;
      const { violations: wrong } = await tool.run(
        { include: [[scope!]], exclude: [['iframe']] },
        // Of what is sound nothing is written down, and the page's own frame is all that is asked: both cost most of the time.
        {
          resultTypes: ['violations'],
          iframes: false,
          elementRef: false,
          ...(names && { runOnly: { type: 'rule', values: names } }),
        },
      );
      return wrong.map(({ id, nodes }) => ({ id, targets: nodes.map(({ target }) => String(target[0])) }));
    },
    [rules, within] as const,
  );
  const found: string[] = [];
  for (const { id, targets } of violations) {
    for (const target of targets) {
      const specimen =
        id === 'color-contrast' &&
        (await page.evaluate(
          (selector) => document.querySelector(selector)?.closest('[data-specimen]') !== null,
          target,
        ));
      if (!specimen) found.push(`${id}: ${target}`);
    }
  }
  expect(found).toEqual([]);
}

/** Does something while the page is in a colour scheme, which is then what it was. */
export async function inScheme(page: Page, colorScheme: 'dark', run: () => Promise<void>): Promise<void> {
  await page.emulateMedia({ colorScheme });
  // Looked at with each frame that is drawn: `expect` waits a tenth of a second before it looks again.
  await page.waitForFunction(
    (wanted) => document.documentElement.dataset.mantineColorScheme === wanted,
    colorScheme,
  );
  await run();
  await page.emulateMedia({ colorScheme: null });
}

/** Presses Tab until what has the focus is called this. */
export async function tabTo(page: Page, name: RegExp, key = 'Tab'): Promise<void> {
  for (let i = 0; i < 400; i++) {
    const found = await page.evaluate(() => {
      const element = document.activeElement as HTMLElement | null;
      if (!element || element === document.body) return '';
      const labelled = element.id ? document.querySelector(`label[for="${element.id}"]`)?.textContent : '';
      return element.getAttribute('aria-label') ?? (labelled || element.textContent || '');
    });
    if (name.test(found.trim())) return;
    await page.keyboard.press(key);
  }
  throw new Error(`Tab never came to ${name}`);
}

/** The CSS value of a property inside a specimen's frame. */
export function inFrame(page: Page, title: RegExp | string) {
  return page.frameLocator(
    typeof title === 'string' ? `iframe[title="${title}"]` : `iframe[title*="${title.source}"]`,
  );
}

export const colourOf = (page: Page, title: string, selector: string, property = 'background-color') =>
  inFrame(page, title)
    .locator(selector)
    .first()
    .evaluate((element, name) => getComputedStyle(element).getPropertyValue(name), property);

/** Picks an option of a list, which is opened for it: a list may close again while its page is still being filled. */
export async function choose(list: Locator, option: string | RegExp): Promise<void> {
  const choice = list
    .page()
    .getByRole('listbox')
    .getByRole('option', { name: option, exact: typeof option === 'string' });
  await expect(async () => {
    if (!(await choice.isVisible())) await list.click();
    await choice.click({ timeout: 3000 });
  }).toPass({ timeout: 30_000 });
}

/** The page stands: nothing is being opened, read or worked out any more. */
export async function settled(page: Page): Promise<void> {
  await expect(page.getByRole('main')).toBeVisible();
  await expect(page).toHaveTitle(/\S/);
  await expect(page.getByRole('status', { name: /^(Opening|Loading|Reading|Writing)/ })).toHaveCount(0);
}

/** Presses what stores a change or undoes one, and waits for it: what undo would take back is another then. */
export async function changing(page: Page, press: () => Promise<unknown>): Promise<void> {
  const undo = page.getByRole('button', { name: /^Undo/ });
  const before = await undo.getAttribute('aria-label');
  await press();
  await expect(undo).not.toHaveAttribute('aria-label', before ?? '');
}
