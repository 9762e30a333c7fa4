import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** Comes in as one of the demo people. */
export async function enterAs(page: Page, name: string): Promise<void> {
  await page.goto('/sign-in');
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await page.waitForURL(/\/$/);
}

/**
 * axe-core finds nothing, of all its rules or of those named. Specimens of a library's own colours are left out of the
 * contrast rule alone.
 */
export async function expectAccessible(page: Page, rules?: string[]): Promise<void> {
  const axe = new AxeBuilder({ page }).exclude('iframe');
  const { violations } = await (rules ? axe.withRules(rules) : axe).analyze();
  const found: string[] = [];
  for (const { id, nodes } of violations) {
    for (const node of nodes) {
      const target = String(node.target[0]);
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
