import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { enterAs, test, visit } from './support';

/** Style sheets that packages carry and nobody here wrote. */
const SHEETS = ['bulma/css/bulma.css', 'spectre.css/dist/spectre.css', 'water.css/out/water.css', '@picocss/pico/css/pico.css'] as const; // prettier-ignore

const PAGE = `<h1>A</h1><p>A <a href="#a">a</a></p><button class="btn button" type="submit">A</button><input type="text"><hr>
<table><thead><tr><th>A</th></tr></thead><tbody><tr><td>A</td></tr></tbody></table>`;

/** What the browser computes for each role, with the sheet and without: a role that is the same is set by nothing. */
function computedRoles(): Record<string, string> {
  const style = (selector: string, pseudo?: string) => getComputedStyle(document.querySelector(selector)!, pseudo); // prettier-ignore
  const hex = (color: string): string => {
    const found = /^rgba?\(([\d.]+), ([\d.]+), ([\d.]+)(?:, ([\d.]+))?\)$/.exec(color);
    if (!found) return color;
    const byte = (value: number) => Math.round(value).toString(16).padStart(2, '0');
    const alpha = found[4] === undefined ? '' : byte(Number(found[4]) * 255);
    return `#${found.slice(1, 4).map((part) => byte(Number(part))).join('')}${alpha}`; // prettier-ignore
  };
  const line = (selector: string): string | undefined => {
    const own = style(selector);
    for (const side of ['top', 'bottom', 'left', 'right'])
      if (
        own.getPropertyValue(`border-${side}-style`) !== 'none' &&
        own.getPropertyValue(`border-${side}-width`) !== '0px'
      )
        // prettier-ignore
        return own.getPropertyValue(`border-${side}-color`);
    return selector === 'hr' && own.backgroundColor !== 'rgba(0, 0, 0, 0)' ? own.backgroundColor : undefined;
  };
  // The keyboard was used, so that what is focused below shows it; nothing is yet.
  (document.activeElement as HTMLElement).blur();
  const body = style('body').backgroundColor;
  const found: Record<string, string | undefined> = {
    'page.surface': body === 'rgba(0, 0, 0, 0)' ? style('html').backgroundColor : body,
    'page.text': style('body').color,
    'heading.text': style('h1').color,
    'link.text': style('a').color,
    'action.surface': style('button').backgroundColor,
    'action.text': style('button').color,
    'field.surface': style('input').backgroundColor,
    'field.text': style('input').color,
    'field.border': line('input'),
    'border.default': line('hr') ?? line('table') ?? line('td') ?? line('th'),
    'selection.surface': style('p', '::selection').backgroundColor,
  };
  for (const selector of ['button', 'input', 'a']) {
    document.querySelector<HTMLElement>(selector)!.focus();
    const own = style(selector);
    if (found['focus.outline'] === undefined && !/^(none|auto)$/.test(own.outlineStyle))
      found['focus.outline'] = own.outlineColor;
  }
  for (const selector of ['button', 'input', 'a']) {
    document.querySelector<HTMLElement>(selector)!.focus();
    const rings = style(selector).boxShadow.match(/rgba?\([^)]*\)/g) ?? [];
    found['focus.outline'] ??= rings.find((ring) => !/, 0\)$/.test(ring));
  }
  return Object.fromEntries(
    Object.entries(found).flatMap(([name, color]) => (color === undefined ? [] : [[name, hex(color)]])),
  );
}

for (const sheet of SHEETS)
  test(`the roles read from ${sheet} are what the browser computes`, async ({ page }) => {
    const css = readFileSync(`node_modules/${sheet}`, 'utf8');
    const draw = async (styles: string) => {
      await page.setContent(`<!doctype html><html lang="en"><head><style>${styles}</style><style>* { transition: none !important }</style></head><body>${PAGE}</body></html>`); // prettier-ignore
      await page.keyboard.press('Tab');
      return page.evaluate(computedRoles);
    };
    await page.setViewportSize({ width: 1280, height: 800 });
    const bare = await draw('');
    const computed = await draw(css);
    const { roles } = JSON.parse(
      execFileSync('bin/seedplan', ['intake', `node_modules/${sheet}`], { maxBuffer: 1e8 }).toString(),
    ) as { roles: Record<string, string> };
    // Whatever the sheet makes another than the browser's own is a role, and the colour is the one that is drawn.
    const names = Object.keys(computed).filter((name) => computed[name] !== bare[name] || name in roles);
    expect(names.length).toBeGreaterThanOrEqual(7);
    const wrong = names.filter((name) => roles[name] !== computed[name]);
    console.log(`roles: ${sheet}: ${names.length - wrong.length} of ${names.length}`);
    expect(wrong.map((name) => `${name} ${roles[name]} for ${computed[name]}`)).toEqual([]);
  });

test('a pasted list has an inventory too', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/import');
  await page.getByLabel('Or paste values').fill('#0a5d6a\n#0a5d6b\n#ff8800');
  await page.getByRole('button', { name: 'Read pasted text' }).click();
  await expect(page.getByText('3 values in 2 clusters')).toBeVisible();
});

test('a token file of more than 5 MB is imported by a job, and is there with all it holds', async ({
  page,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/import');
  const tokens = Object.fromEntries(Array.from({ length: 3000 }, (_, n) => [`n${n}`, { $value: n, $description: 'Depth at low water, '.repeat(100) }])); // prettier-ignore
  const text = JSON.stringify({ sounding: { $type: 'number', ...tokens } });
  await page.getByLabel('Files to import').setInputFiles({ name: 'depths.tokens.json', mimeType: 'application/json', buffer: Buffer.from(text) }); // prettier-ignore
  const large = page.getByRole('region', { name: 'Import of depths.tokens.json' });
  await large.getByRole('button', { name: 'Import file' }).click();
  await expect(large).toContainText('depths.tokens.json is imported: 3,002 items added');
  await large.getByRole('link', { name: 'View tokens' }).click();
  await visit(page, '/libraries/keel/tokens/sounding.n2999');
  await expect(page.getByText('Depth at low water').first()).toBeVisible();
});
