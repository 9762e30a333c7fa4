import { expect, type Locator, type Page } from '@playwright/test';
import { zipSync, strToU8 } from 'fflate';
import { enterAs, expectAccessible, test, visit } from './support';

const keel = '/libraries/keel';
const specimen = (page: Page, name: string) => page.frameLocator(`iframe[title="Specimen of ${name}"]`);

test('pieces of three pages that packages carry become components, bound to tokens where they are the same', async ({
  page,
}) => {
  const pages = [
    ['milligram/example.html', 'milligram/dist/milligram.css', 'navigation-title', 'nav-title'],
    ['next/dist/bundle-analyzer/_not-found.html', 'normalize.css/normalize.css', 'h2', 'page-text'],
    ['next/dist/bundle-analyzer/404.html', '@picocss/pico/css/pico.css', 'h1', 'page-title'],
  ] as const;
  await enterAs(page, 'Marit Fenwick');
  for (const [html, css, search, name] of pages) {
    await visit(page, `${keel}/components`);
    await page.getByRole('button', { name: 'Create component' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByText('Markup', { exact: true }).click();
    await dialog.locator('input[type=file]').setInputFiles([html, css].map((path) => `node_modules/${path}`));
    await expect(dialog.getByLabel('Its CSS')).not.toHaveValue('');
    await dialog.getByRole('button', { name: 'Find elements' }).click();
    await dialog.getByRole('textbox', { name: 'Search elements' }).fill(search);
    await dialog.getByRole('checkbox').first().check();
    await expect(dialog.getByTestId('proposal')).toContainText(/rules?\. Of the values/);
    await dialog.getByRole('textbox', { name: 'Name' }).fill(name);
    await dialog.getByRole('button', { name: 'Create component' }).click();
    await expect(page.getByRole('heading', { name })).toBeVisible();
    await expect(specimen(page, name).locator('[part~="root"]')).toBeVisible();
  }
  // One value that is a token already is bound to it.
  await visit(page, `${keel}/components`);
  await page.getByRole('button', { name: 'Create component' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByText('Markup', { exact: true }).click();
  await dialog.getByLabel('HTML (paste or drop)').fill('<p class="x">Low water</p>');
  await dialog.getByLabel('Its CSS').fill('.x { padding: 8px; border-radius: 5px; color: #1e2528 }');
  await dialog.getByRole('button', { name: 'Find elements' }).click();
  await dialog.getByRole('checkbox').first().check();
  await expect(dialog.getByTestId('proposal')).toContainText('2 equal a token, 1 are near a token');
  await dialog.getByRole('textbox', { name: 'Name' }).fill('low-water');
  await dialog.getByRole('button', { name: 'Create component' }).click();
  await expect(page.getByRole('button', { name: 'color: color.text.default, change' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'border-radius: 5px, change' })).toBeVisible();
});

/** A page of its own making: sizes by its root, headings and heads by the browser, rows that repeat, a state by a custom property. */
const PAGE = `<!doctype html><style>
  html { font-size: 62.5% } body { color: #222; font: 1.6rem/1.5 serif }
  .board { --edge: #c0c0c0; background: #fafafa; padding: 2rem 2.4rem; border-bottom: 3px double var(--edge) }
  .board:hover { --edge: #004961 }
  .board h2 { margin: 0 0 1.2rem; color: #004961 } .board table { border-collapse: collapse }
  .board td { padding: .8rem 1rem; border-top: 1px dashed #999 } .late td { color: #a01020 }
  @media (max-width: 500px) { .board { padding: 0 } }
</style><main><section class="board"><h2>Next boats</h2><table><thead><tr><th>Time</th><th>To</th></tr></thead><tbody>
  <tr class="sailing"><td>09:40</td><td><b>Skerry</b></td></tr><tr class="sailing late"><td>10:05</td><td><b>Great Tor</b></td></tr>
  <tr class="sailing"><td>11:20</td><td><b>Night Quay</b></td></tr></tbody></table></section></main>`;

test('a piece of a page looks in its specimen as it did in its page, its rows kept as data', async ({ page }) => {
  /** What Chromium computes of a piece and all in it. */
  const looks = (root: Locator) =>
    root.evaluate((top) =>
      [top, ...top.querySelectorAll('*')]
        .filter((one) => !['TABLE', 'THEAD', 'TBODY'].includes(one.tagName))
        .map((one) => {
          const style = getComputedStyle(one);
          const of = (...names: string[]) => names.map((name) => style.getPropertyValue(name)).join(' ');
          return [
            one.tagName,
            of('font-size', 'font-weight', 'font-style', 'line-height', 'color', 'background-color', 'text-align'),
            of('padding-top', 'padding-right', 'padding-bottom', 'padding-left', 'margin-bottom'),
            // Of an edge without width nobody sees the style.
            ...['top', 'bottom'].map((side) =>
              style.getPropertyValue(`border-${side}-width`) === '0px' ? '' : of(`border-${side}-width`, `border-${side}-style`, `border-${side}-color`),
            ),
          ];
        }),
    );
  // What a policy of the application would keep out is in it.
  await page.goto('about:blank');
  await page.setContent(PAGE);
  const there = await looks(page.locator('.board'));
  expect(there.length).toBe(17);
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components`);
  await page.getByRole('button', { name: 'Create component' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByText('Markup', { exact: true }).click();
  await dialog.getByLabel('HTML (paste or drop)').fill(PAGE);
  await dialog.getByRole('button', { name: 'Find elements' }).click();
  await dialog.getByRole('checkbox', { name: 'section.board' }).check();
  await expect(dialog.getByTestId('proposal')).toContainText('Slot rows holds board-sailing, 3 rows kept as data.');
  await expect(dialog).toContainText('Left out or changed (1)');
  await dialog.getByRole('button', { name: 'Create 2 components' }).click();
  await expect(page.getByRole('heading', { name: 'board', exact: true })).toBeVisible();
  await visit(page, `${keel}/components/board?contents=data:As pasted`);
  const root = specimen(page, 'board').locator('section[part~="root"]');
  await expect(root.locator('tbody > tr')).toHaveCount(3);
  expect(await looks(root)).toEqual(there);
  await root.hover();
  await expect(root).toHaveCSS('border-bottom-color', 'rgb(0, 73, 97)');
}); // prettier-ignore

test('an icon is swapped through a slot, and a whole set comes in as a ZIP', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/icon?side=props`);
  const drawing = specimen(page, 'icon').locator('svg');
  const before = await drawing.innerHTML();
  await page.getByRole('combobox', { name: 'Slot content', exact: true }).click();
  await page.getByRole('option', { name: 'bell', exact: true }).click();
  await expect.poll(() => drawing.innerHTML()).not.toBe(before);
  await page.getByRole('button', { name: /^Undo: / }).click();
  await expect.poll(() => drawing.innerHTML()).toBe(before);

  const svg = (inside: string) =>
    strToU8(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24">${inside}</svg>`);
  const zip = zipSync({
    '24/kite.svg': svg('<path d="M12 2l8 10-8 10-8-10z"/>'),
    '24/Wind Vane.svg': svg('<script>alert(1)</script><path d="M4 12h16"/>'),
    '24/broken.svg': strToU8('<svg><path'),
  });
  await visit(page, `${keel}/assets`);
  await page
    .getByLabel('Asset files')
    .setInputFiles({ name: 'set.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
  await expect(page.locator('[data-asset="kite"]')).toBeVisible();
  await expect(page.locator('[data-asset="wind-vane"]')).toBeVisible();
  await expect(page.getByRole('alert').first()).toContainText('broken.svg');
  // The name of the button under the pointer stands beside the page.
  await page.mouse.move(640, 790);
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Undo: / }).click();
  await expect(page.locator('[data-asset="kite"]')).toHaveCount(0);
});

test('a guard is recorded, broken and seen, in the findings too', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/badge?side=guards`);
  await page.getByRole('button', { name: 'Guard current values' }).click();
  await page.getByRole('button', { name: 'Add guards' }).click();
  await expect(page.getByText(/Passes in \d+ cases?: display of root is inline-flex/)).toBeVisible();
  await page.getByRole('tab', { name: 'Rules' }).click();
  await page.getByRole('button', { name: 'display: inline-flex, change' }).click();
  await page.getByRole('combobox', { name: 'display is' }).fill('block');
  await page.keyboard.press('Enter');
  await page.getByRole('tab', { name: 'Guards, 1 broken' }).click();
  await expect(page.getByText('Broken:')).toBeVisible();
  await visit(page, `${keel}/findings`);
  await expect(
    page.getByText('badge: display of root is guarded as inline-flex, and is block'),
  ).toBeVisible();
  await visit(page, `${keel}/components/badge`);
  await page.getByRole('button', { name: /^Undo: Set display/ }).click();
  await expect(page.getByRole('tab', { name: 'Guards', exact: true })).toBeVisible();
  await page.getByRole('button', { name: /^Undo: Guard current values of badge/ }).click();
});

test('three components are given to another library with what they need', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/');
  await page.getByRole('button', { name: 'Create library' }).click();
  await page.getByLabel('Name').fill('Jetty');
  await page.getByRole('dialog').getByRole('button', { name: 'Create library' }).click();
  await page.waitForURL(/libraries\/jetty/);
  await visit(page, `${keel}/components`);
  for (const name of ['badge', 'sailing-row', 'departure-table'])
    await page.getByRole('checkbox', { name: `Select ${name}` }).check();
  await page.getByRole('button', { name: 'Copy or move to library …' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'To', exact: true }).click();
  await page.getByRole('option', { name: 'Jetty' }).click();
  await dialog.getByRole('button', { name: 'Preview' }).click();
  await expect(dialog.getByRole('status')).toContainText('token color.surface.raised');
  await dialog.getByRole('button', { name: 'Copy components' }).click();
  await expect(dialog).toBeHidden();
  await visit(page, '/libraries/jetty/components/departure-table');
  const rows = specimen(page, 'departure-table').locator('[part~="time"]');
  await expect(rows).toHaveCount(2);
  await expect(specimen(page, 'departure-table').locator('[part~="rows"] [part~="root"]').first()).toHaveCSS(
    'background-color',
    'rgb(255, 255, 255)',
  );
});

// The drawing against getBoundingClientRect in the same frame.
test('the anatomy says what Chromium measures, and is named by the tokens', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/dialog?below=anatomy`);
  const anatomy = page.getByRole('region', { name: 'Anatomy' });
  await expect(anatomy.getByRole('row', { name: /root/ })).toContainText('padding top 24');
  await expect(anatomy.getByRole('row', { name: /root/ })).toContainText('dialog.inset');
  const boxes = await specimen(page, 'dialog')
    .locator('[class^="dialog-"]')
    .evaluateAll((all) =>
      all.map((one) => ({ part: one.getAttribute('part')!, ...one.getBoundingClientRect().toJSON() })),
    );
  const round = (px: number) => String(Math.round(px * 10) / 10);
  for (const box of boxes as { part: string; width: number; height: number }[])
    await expect(anatomy.getByRole('row', { name: new RegExp(` ${box.part} `) })).toContainText(
      `${round(box.width)} × ${round(box.height)}`,
    );
  const source = decodeURIComponent(
    (await anatomy.getByRole('img').getAttribute('src'))!.replace(/^[^,]*,/, ''),
  );
  const drawn = [
    ...source.matchAll(
      /<rect x="([\d.]+)" y="([\d.]+)" width="([\d.]+)" height="([\d.]+)"[^>]*data-part="([a-z]+)"/g,
    ),
  ];
  expect(drawn.map((match) => [match[5], match[3], match[4]])).toEqual(
    boxes.map((box) => [box.part, round(box.width), round(box.height)]),
  );
});

test('real rows, long words, right to left and a behaviour that plays', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, `${keel}/components/departure-table?side=data&contents=data:Morning sailings`);
  await expect(specimen(page, 'departure-table').locator('[part~="time"]')).toHaveCount(8);
  await page.getByRole('button', { name: 'Add data' }).click();
  const dialog = page.getByRole('dialog', { name: 'Add data' });
  await dialog.getByLabel('Name').fill('Ten ports');
  const lines = Array.from({ length: 10 }, (_, i) => `1${i}.20,Port ${i},Pier 1,delayed,Said ${i}`);
  await dialog
    .getByRole('textbox', { name: 'Rows' })
    .fill(['time,to,pier,status,said,berth', ...lines].join('\n'));
  await expect(dialog.getByRole('status')).toHaveText(
    '10 rows, 5 columns set a prop; no prop is called berth.',
  );
  await dialog.getByRole('button', { name: 'Add data' }).click();
  await expect(specimen(page, 'departure-table').locator('[part~="time"]')).toHaveCount(10);
  await page.reload();
  await expect(specimen(page, 'departure-table').locator('[part~="time"]')).toHaveCount(10);
  await visit(page, `${keel}/components/toast?side=behaviour`);
  const log = page.getByRole('list', { name: 'Specimen log' });
  await expect(log).toContainText('root left after 600 ms');
  // The icon in it has a root too, and is not what leaves.
  await expect(log.getByRole('listitem')).toHaveCount(1);
  // It stays for 600 ms: on a busy machine the click can come too late, and it is shown again.
  await expect(async () => {
    await page.getByRole('region', { name: 'Behaviour' }).getByRole('button', { name: 'Replay' }).click();
    await specimen(page, 'toast').locator('[part~="label"]').click({ timeout: 500 });
  }).toPass();
  await expect(log).toContainText('dismissed, on click of root');
  await visit(page, `${keel}/components/notice?contents=long&dir=rtl&width=400`);
  await expect(specimen(page, 'notice').locator('html')).toHaveAttribute('dir', 'rtl');
  await expect(specimen(page, 'notice').locator('[part~="title"]')).toContainText(
    'Everything that has to be said',
  );
});

test('of 100,000 combinations a sample is looked at, with its progress, while the page goes on answering', async ({
  page,
  baseURL,
}) => {
  await enterAs(page, 'Marit Fenwick');
  const choice = (name: string, i: number) => ({
    order: `a${i}`,
    name,
    kind: 'choice',
    values: Array.from({ length: 10 }, (_, value) => `v${value}`),
    default: 'v0',
    description: '',
  });
  const rule = (prop: string, i: number, of: number) => ({
    order: `b${i}${of}`,
    kind: 'rule',
    when: [{ kind: 'choice', prop, is: [`v${of}`] }],
    part: 'root',
    declarations: [
      ['color', { raw: `#${i}${of}${of}` }],
      ['background-color', { raw: `#f${of}${i}` }],
    ],
    comment: '',
  });
  const props = ['a', 'b', 'c', 'd', 'e'].map((name, i) => [`prop_${name}`, choice(name, i)] as const);
  const rules = props.flatMap(([, { name }], i) =>
    [1, 2, 3, 4].map((of) => [`entry_${i}${of}`, rule(name, i, of)] as const),
  );
  const item = {
    id: 'component_boundless',
    kind: 'component',
    name: 'boundless',
    order: 'zz',
    description: '',
    rank: null,
    visibility: 'internal',
    deprecation: null,
    template: '<div part="root">x</div>',
    states: [],
    guards: {},
    parts: { part_1: { order: 'a0', name: 'root', shows: 'text', description: '' } },
    props: Object.fromEntries(props),
    entries: Object.fromEntries(rules),
  };
  const change = (id: string, before: unknown, after: unknown) => ({
    id,
    label: 'Add boundless',
    edits: [{ kind: before ? 'remove' : 'add', version: 1, item: item.id, path: '', before, after }],
  });
  const send = (data: object) =>
    page.request.post('/api/v1/documents/keel/changes', { headers: { origin: baseURL! }, data });
  expect((await send(change('change_boundless1', null, item))).ok()).toBe(true);
  await visit(page, `${keel}/components`);
  await page.evaluate(() => {
    new MutationObserver(() => {
      if (document.querySelector('[role="progressbar"][aria-label="Combinations checked"]'))
        document.documentElement.dataset.progress = 'seen';
    }).observe(document, { subtree: true, childList: true });
  });
  await visit(page, `${keel}/components/boundless`);
  const matrix = page.getByRole('region', { name: 'Matrix' });
  await expect(specimen(page, 'boundless').locator('[part~="root"]')).toHaveText('x');
  await expect(matrix.getByRole('status')).toContainText(
    'There are 100,000 combinations; 20,000 of them, evenly sampled, are checked.',
    { timeout: 60_000 },
  );
  await expect(page.getByTestId('matrix-counts')).toContainText(/20,000 combinations from 20 rules.*fail/);
  await expect(matrix.getByRole('progressbar')).toBeHidden();
  // How far it was has been said meanwhile, for as short as a fast machine needs.
  expect(await page.evaluate(() => document.documentElement.dataset.progress)).toBe('seen');
  expect((await send(change('change_boundless2', item, null))).ok()).toBe(true);
});
