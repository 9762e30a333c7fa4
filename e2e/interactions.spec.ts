import { readFileSync, writeFileSync } from 'node:fs';
import { expect, type Locator, type Page } from '@playwright/test';
import { choose, enterAs, test, visit } from './support';

/** What one does with the hands: each click, each key that is not text, and each field filled counts one. */
class Hands {
  count = 0;
  constructor(readonly page: Page) {}
  async click(target: Locator, modifiers: 'Shift'[] = []) {
    this.count += 1 + modifiers.length;
    await target.click({ modifiers });
  }
  async fill(target: Locator, text: string) {
    this.count++;
    // As by hand: a list opens as it gets the focus, and then one types.
    await target.focus();
    await target.fill(text);
  }
  /** Picks an option of a list that is open; one that closed again while its page was filled is opened once more, uncounted. */
  async choose(list: Locator, option: string) {
    this.count++;
    await choose(list, option);
  }
  async press(key: string) {
    this.count++;
    await this.page.keyboard.press(key);
  }
  button = (name: string | RegExp) =>
    this.page.getByRole('button', { name, exact: typeof name === 'string' }).first();
}

const FILE = 'docs/interactions.md';
/** What a job took, held to its budget and to what the document says of it. */
function within(job: string, count: number): void {
  const lines = readFileSync(FILE, 'utf8').split('\n');
  const at = lines.findIndex((line) => line.startsWith(`| ${job} |`));
  expect(at, `${FILE} has a line for “${job}”`).toBeGreaterThan(-1);
  const [, , budget, said] = lines[at]!.split('|').map((cell) => cell.trim()) as [
    string,
    string,
    string,
    string,
  ];
  console.log(`interactions: ${job}: ${count} of ${budget}`);
  expect(count).toBeLessThanOrEqual(Number(budget));
  if (process.env.WRITE_DOCS) {
    lines[at] = `| ${job} | ${budget} | ${count} |`;
    writeFileSync(FILE, lines.join('\n'));
  } else expect(count).toBe(Number(said));
}

test('an axis with two contexts, and three tokens with other values under it', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/contexts');
  const hands = new Hands(page);
  await hands.click(hands.button('Add axis'));
  const dialog = page.getByRole('dialog', { name: 'Add axis' });
  await hands.fill(dialog.getByRole('textbox', { name: 'Name' }), 'density');
  await hands.fill(dialog.getByRole('textbox', { name: 'Context 1' }), 'comfortable');
  await hands.fill(dialog.getByRole('textbox', { name: 'Context 2' }), 'compact');
  await hands.press('Enter');
  const form = page.getByRole('form', { name: 'Set value under density compact' });
  for (const [path, value] of [
    ['gap.tight', '2px'],
    ['gap.wide', '{space.2}'],
    ['radius.medium', '2px'],
  ] as const) {
    await hands.fill(form.getByRole('combobox', { name: 'Token' }), path);
    await hands.fill(form.getByRole('combobox', { name: 'Value under density compact' }), value);
    await hands.press('Enter');
    await expect(form.getByRole('combobox', { name: 'Token' })).toHaveValue('');
  }
  await expect(page.getByRole('heading', { name: '3 values under density compact' })).toBeVisible();
  within('An axis with two contexts and three tokens changed under it', hands.count);
  // The switch is there at once, and what stands under it is drawn with the values set.
  await page.getByRole('group', { name: 'Lens' }).getByText('compact', { exact: true }).click();
  await expect(page).toHaveURL(/density=compact/);
});

test('shadows, borders, transitions and text styles are typed as CSS', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/tokens');
  const typed = [
    ['shadow.card', '0 2px 4px rgb(0 0 0 / .2)', 'shadow'],
    ['shadow.menu', '0 4px 12px {color.text.quiet}', 'shadow'],
    ['shadow.edge', 'inset 0 0 0 1px #0003, 0 1px 2px #0003', 'shadow'],
    ['border.card', '1px solid {color.border.quiet}', 'border'],
    ['border.focus', '2px solid #0a5d6a', 'border'],
    ['border.rule', 'thin dashed {color.border.strong}', 'border'],
    ['motion.open', '150ms ease-out', 'transition'],
    ['motion.close', '.1s ease-in 50ms', 'transition'],
    ['motion.slide', '250ms cubic-bezier(.2, 0, 0, 1)', 'transition'],
    ['text.note', '400 13px/1.4 Archivo, sans-serif', 'typography'],
    ['text.stamp', '700 11px/1.2 Archivo; letter-spacing: .06em', 'typography'],
    ['text.opening', 'bold 1.25rem/150% "Source Serif", serif', 'typography'],
  ] as const;
  let most = 0;
  for (const [path, value, type] of typed) {
    const hands = new Hands(page);
    await hands.click(hands.button('Add token'));
    const dialog = page.getByRole('dialog', { name: 'Add token' });
    await hands.fill(dialog.getByRole('textbox', { name: 'Path' }), path);
    await hands.fill(dialog.getByRole('combobox', { name: 'Value' }), value);
    await expect(dialog.getByRole('combobox', { name: 'Type' })).toHaveValue(type);
    await hands.press('Enter');
    await expect(dialog).toBeHidden();
    most = Math.max(most, hands.count);
  }
  within('A shadow, border, transition or typography typed as CSS', most);
});

test('a hundred tokens are selected as a range and deprecated with a replacement', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/table');
  const boxes = page.getByRole('checkbox', { name: /^Select (?!all)/ });
  await expect(boxes).toHaveCount(100);
  const hands = new Hands(page);
  await hands.click(boxes.first());
  await hands.click(boxes.last(), ['Shift']);
  await hands.click(hands.button('Actions for 100 tokens'));
  await hands.click(page.getByRole('menuitem', { name: 'Deprecate' }));
  const dialog = page.getByRole('dialog', { name: 'Deprecate 100 tokens' });
  await hands.fill(dialog.getByRole('combobox', { name: 'Replacement' }), 'space.gap');
  await hands.click(dialog.getByRole('button', { name: 'Deprecate' }));
  // A replacement that is none is refused where it was typed, and nothing is changed.
  await expect(dialog).toContainText('There is no token space.gap');
  await dialog.getByRole('combobox', { name: 'Replacement' }).fill('gap.tight');
  await dialog.getByRole('button', { name: 'Deprecate' }).click();
  await expect(dialog).toBeHidden();
  within('100 tokens: a range selected, deprecated with a replacement', hands.count);
});

/** Saves what was typed into the code of a component, by its key. */
async function save(hands: Hands) {
  const button = hands.page.getByRole('button', { name: /^Save (template|style sheet)/ });
  await expect(button).toBeEnabled();
  await hands.press('Control+Enter');
  await expect(button).toBeDisabled();
}

const SHEET = `[part~="root"] {
  display: inline-flex; align-items: center; gap: var(--gap-tight);
  border: 1px solid transparent; border-radius: var(--radius-medium);
  min-height: 40px; padding-inline: var(--space-4);
  background-color: var(--color-action-surface); color: var(--color-action-text);
}
[part~="root"][data-size="small"] { min-height: 32px; padding-inline: var(--space-3); }
[part~="root"][data-size="large"] { min-height: 48px; padding-inline: var(--space-6); }
[part~="root"][data-size="huge"] { min-height: 56px; padding-inline: var(--space-8); }
[part~="root"][data-kind="quiet"] { background-color: transparent; color: var(--color-text-link); }
[part~="root"][data-kind="line"] { background-color: var(--color-surface-page); color: var(--color-text-default); border-color: var(--color-border-strong); }
[part~="root"][data-kind="danger"] { background-color: var(--color-danger-surface); color: var(--color-danger-text); }
[part~="root"][data-kind="plain"] { background-color: var(--color-surface-sunken); color: var(--color-text-default); }
[part~="root"]:hover { text-decoration: underline; }
[part~="root"]:active { text-decoration: underline double; }
[part~="root"]:focus-visible { outline: 2px solid var(--color-border-focus); outline-offset: 2px; }
[part~="root"]:disabled { opacity: 0.6; }
[part~="root"][data-icon="none"] [part~="sign"] { display: none; }
[part~="root"][data-icon="after"] { flex-direction: row-reverse; }
`;

test('a button of four sizes, five kinds, five states and an icon is made as text', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/components');
  expect(SHEET.trim().split('\n').length).toBeLessThanOrEqual(25);
  const hands = new Hands(page);
  await hands.click(hands.button('Create component'));
  await hands.fill(page.getByRole('dialog').getByLabel('Name'), 'push');
  await hands.press('Enter');
  await expect(page.getByRole('heading', { name: 'push' })).toBeVisible();
  await hands.click(page.getByRole('tab', { name: 'Props' }));
  for (const [name, values] of [
    ['size', 'regular, small, large, huge'],
    ['kind', 'main, quiet, line, danger, plain'],
    ['icon', 'before, after, none'],
  ] as const) {
    await hands.click(hands.button('Add prop'));
    await hands.fill(page.getByRole('textbox', { name: 'Name' }), name);
    await hands.fill(page.getByRole('textbox', { name: 'Values' }), values);
    await hands.press('Enter');
    await expect(page.getByRole('cell', { name, exact: true })).toBeVisible();
    // The form has a button of the same name as the one that opens it.
    await expect(page.getByRole('textbox', { name: 'Values' })).toHaveCount(0);
  }
  await hands.click(page.getByRole('tab', { name: 'Code' }));
  await hands.fill(
    page.getByRole('textbox', { name: 'Template' }),
    '<button part="root"><span part="sign">+</span><span part="label"><slot name="label"></slot></span></button>',
  );
  await hands.fill(page.getByRole('textbox', { name: 'Style sheet' }), SHEET);
  await save(hands);
  await expect(page.getByTestId('matrix-counts')).toContainText(/combinations from \d+ rules/);
  within('A button of four sizes, five kinds, five states and an icon, as text', hands.count);
  const specimen = page.frameLocator('iframe[title="Specimen of push"]');
  await expect(specimen.locator('button')).toHaveCSS('background-color', 'rgb(0, 97, 126)');
  await expect(specimen.locator('button')).toHaveCSS('min-height', '40px');
});

/** The rules of the same button, a line each: when, the part where it is not the root, what is declared. */
const RULES: readonly [when: string, declarations: string, part?: string][] = [
  ['', 'display: inline-flex; align-items: center; gap: {gap.tight}; border: 1px solid transparent; border-radius: {radius.medium}; min-height: 40px; padding-inline: {space.4}; background-color: {color.action.surface}; color: {color.action.text}'],
  ['small', 'min-height: 32px; padding-inline: {space.3}'],
  ['large', 'min-height: 48px; padding-inline: {space.6}'],
  ['huge', 'min-height: 56px; padding-inline: {space.8}'],
  ['kind=quiet', 'background-color: transparent; color: {color.text.link}'],
  ['kind=line', 'background-color: {color.surface.page}; color: {color.text.default}; border-color: {color.border.strong}'],
  ['kind=danger', 'background-color: {color.danger.surface}; color: {color.danger.text}'],
  ['kind=plain', 'background-color: {color.surface.sunken}; color: {color.text.default}'],
  ['hover', 'text-decoration: underline'],
  ['active', 'text-decoration: underline double'],
  ['focus-visible', 'outline: 2px solid {color.border.focus}; outline-offset: 2px'],
  ['disabled', 'opacity: 0.6'],
  ['icon=after', 'flex-direction: row-reverse'],
  ['icon=none', 'display: none', 'sign'],
]; // prettier-ignore

test('the same button is made by forms', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/components');
  const hands = new Hands(page);
  await hands.click(hands.button('Create component'));
  await hands.fill(page.getByRole('dialog').getByLabel('Name'), 'pull');
  await hands.press('Enter');
  await expect(page.getByRole('heading', { name: 'pull' })).toBeVisible();
  await hands.click(page.getByRole('tab', { name: 'Code' }));
  await hands.fill(
    page.getByRole('textbox', { name: 'Template' }),
    '<button part="root"><span part="sign">+</span><span part="label"><slot name="label"></slot></span></button>',
  );
  await save(hands);
  await hands.click(page.getByRole('tab', { name: 'Props' }));
  for (const [name, values] of [
    ['size', 'regular, small, large, huge'],
    ['kind', 'main, quiet, line, danger, plain'],
    ['icon', 'before, after, none'],
  ] as const) {
    await hands.click(hands.button('Add prop'));
    await hands.fill(page.getByRole('textbox', { name: 'Name' }), name);
    await hands.fill(page.getByRole('textbox', { name: 'Values' }), values);
    await hands.press('Enter');
    await expect(page.getByRole('cell', { name, exact: true })).toBeVisible();
    await expect(page.getByRole('textbox', { name: 'Values' })).toHaveCount(0);
  }
  await hands.click(page.getByRole('tab', { name: 'Rules' }));
  await hands.click(hands.button('Add rule'));
  const form = page.getByRole('form', { name: 'Add rules' });
  const declarations = form.getByRole('combobox', { name: 'Declarations' });
  for (const [when, text, part] of RULES) {
    if (when) await hands.fill(form.getByRole('combobox', { name: 'When' }), when);
    if (part) {
      const parts = form.getByRole('combobox', { name: 'Parts' });
      await hands.click(parts);
      await hands.press('Backspace');
      await hands.fill(parts, part);
      await hands.choose(parts, part);
    }
    await hands.fill(declarations, text);
    await hands.press('Enter');
    await expect(declarations).toHaveValue('');
  }
  await expect(page.locator('[data-rule]')).toHaveCount(RULES.length);
  await expect(page.getByTestId('matrix-counts')).toContainText(`combinations from ${RULES.length} rules`);
  within('A button of four sizes, five kinds, five states and an icon, by forms', hands.count);
  const specimen = page.frameLocator('iframe[title="Specimen of pull"]');
  await expect(specimen.locator('button')).toHaveCSS('background-color', 'rgb(0, 97, 126)');
  await expect(specimen.locator('button')).toHaveCSS('min-height', '40px');
});

/** A row with an action, and the table that holds it: as one would write them. */
const ROW = `<tr part="root">
  <td part="time"><slot name="time"></slot></td>
  <td part="to"><slot name="to"></slot></td>
  <td part="berth"><slot name="berth"></slot></td>
  <td part="actions"><slot name="actions"></slot></td>
</tr>`;
const TABLE = `<section part="root">
  <header part="header"><h2 part="title"><slot name="title"></slot></h2><slot name="action"></slot></header>
  <table part="table">
    <thead><tr><th part="head">Time</th><th part="head">To</th><th part="head">Berth</th><th part="head"></th></tr></thead>
    <tbody><slot name="rows"></slot></tbody>
  </table>
</section>`;

test('a table with a header, rows with actions and ten rows from a CSV is made', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  const hands = new Hands(page);
  /** A component from its template, each slot given its prop in the tree beside it. */
  const make = async (name: string, template: string, slots: string[], sheet: string) => {
    await visit(page, '/libraries/keel/components');
    await hands.click(hands.button('Create component'));
    await hands.fill(page.getByRole('dialog').getByLabel('Name'), name);
    await hands.press('Enter');
    await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
    await hands.click(page.getByRole('tab', { name: 'Code' }));
    await hands.fill(page.getByRole('textbox', { name: 'Template' }), template);
    for (const slot of slots) {
      const add = page.getByRole('button', { name: `Add slot prop ${slot}` });
      await hands.click(add);
      await expect(add).toBeHidden();
    }
    await hands.click(page.getByRole('button', { name: /^Add (\d text props|text prop \w+)$/ }).first());
    await expect(page.getByRole('button', { name: /^Add text prop/ })).toHaveCount(0);
    await hands.fill(page.getByRole('textbox', { name: 'Style sheet' }), sheet);
    await save(hands);
  };
  /** What stands in a slot until it is filled. */
  const hold = async (slot: string, piece: string) => {
    await hands.click(page.getByRole('tab', { name: 'Props' }));
    const panel = page.getByRole('region', { name: `Slot ${slot}` });
    await hands.fill(panel.getByRole('combobox', { name: 'Default content' }), piece);
    await expect(page.getByRole('option', { name: piece, exact: true })).toHaveAttribute('data-combobox-selected');
    await hands.press('Enter');
    await expect(panel.getByRole('combobox', { name: 'Slot content' })).toHaveValue(piece);
  };
  await make(
    'berth-row',
    ROW,
    ['actions'],
    `[part~="time"], [part~="to"], [part~="berth"], [part~="actions"] { padding: var(--space-3); text-align: start; border-bottom: 1px solid var(--color-border-quiet); color: var(--color-text-default) }
[part~="root"]:last-child > td { border-bottom: 0 }`,
  );
  await hold('actions', 'button');
  await make(
    'berth-table',
    TABLE,
    ['action', 'rows'],
    `[part~="root"] { background-color: var(--color-surface-page); border-radius: var(--radius-large); padding: var(--space-4) }
[part~="header"] { display: flex; justify-content: space-between; align-items: center }
[part~="title"] { color: var(--color-text-default) }
[part~="table"] { width: 100%; min-width: 480px; border-collapse: collapse }
[part~="head"] { text-align: start; padding: var(--space-3); color: var(--color-text-default) }`,
  );
  await hold('action', 'button');
  await hold('rows', 'berth-row');
  await hands.click(page.getByRole('tab', { name: 'Data' }));
  await hands.click(hands.button('Add data'));
  const dialog = page.getByRole('dialog', { name: 'Add data' });
  const csv = ['Time,To,Berth', ...Array.from({ length: 10 }, (_, i) => `0${i}:15,Quay ${i},B${i}`)].join('\n');
  hands.count++;
  await dialog.locator('input[type=file]').setInputFiles({ name: 'ten-crossings.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(dialog.getByRole('status')).toHaveText('10 rows, 3 columns set a prop.');
  await hands.click(dialog.getByRole('button', { name: 'Add data' }));
  const drawn = page.frameLocator('iframe[title="Specimen of berth-table"]');
  await expect(drawn.locator('tbody > tr')).toHaveCount(10);
  await hands.click(page.getByRole('group', { name: 'Lens' }).getByText('dark', { exact: true }));
  within('A table of ten rows from a CSV, with a header, column heads and actions', hands.count);
  // A real table: its cells stand under their heads, and only the last row is without a line.
  await expect(drawn.locator('tbody > tr').nth(3)).toHaveText(/03:15\s*Quay 3\s*B3/);
  await expect(drawn.locator('tbody > tr').nth(3).locator('button')).toBeVisible();
  await expect(drawn.locator('header button')).toBeVisible();
  await expect(drawn.locator('tbody > tr').nth(8).locator('td').first()).toHaveCSS('border-bottom-width', '1px');
  await expect(drawn.locator('tbody > tr').nth(9).locator('td').first()).toHaveCSS('border-bottom-width', '0px');
  const left = async (what: string) => (await drawn.locator(what).first().boundingBox())!.x;
  expect(await left('tbody > tr:nth-child(4) > td:nth-child(2)')).toBe(await left('thead th:nth-child(2)'));
  await expect(drawn.locator('table')).toHaveCSS('min-width', '480px');
  await expect(drawn.locator('section')).not.toHaveCSS('background-color', 'rgb(255, 255, 255)');
}); // prettier-ignore

test('a real style sheet becomes primitives and purposes, its names settled', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  let most = 0;
  for (const [slug, sheet, text] of [
    ['quay', 'bulma/css/bulma.css', '#404654'],
    ['wake', 'water.css/out/water.css', '#363636'],
  ] as const) {
    // An empty library, from which it is counted.
    await visit(page, '/');
    await page.getByRole('button', { name: 'Create library' }).click();
    await page.getByLabel('Name').fill(slug);
    await page.getByRole('dialog').getByRole('button', { name: 'Create library' }).click();
    await expect(page.getByRole('link', { name: 'Import files' }).first()).toBeVisible();
    const hands = new Hands(page);
    await hands.click(page.getByRole('link', { name: 'Import files' }).first());
    hands.count++;
    await page.locator('input[type=file]').setInputFiles(`node_modules/${sheet}`);
    await hands.click(page.getByRole('button', { name: /^Propose \d+ tokens in three tiers/ }));
    await expect(page.getByRole('heading', { name: /^What these files and/ })).toBeVisible();
    if (slug === 'quay') {
      // What is no axis of a design is left out; the author’s prefix too.
      await hands.click(page.getByRole('checkbox', { name: /^Axis field/ }));
      await hands.fill(page.getByRole('textbox', { name: 'Rename paths like' }), 'bulma.*');
      await hands.fill(page.getByRole('textbox', { name: 'To', exact: true }), 'base.*');
    }
    await hands.click(page.getByRole('button', { name: /^Import \d+ tokens/ }));
    await expect(page).toHaveURL(new RegExp(`${slug}/tokens`));
    most = Math.max(most, hands.count);
    await visit(page, `/libraries/${slug}/tokens/purpose.page.text`);
    // What e2e/intake.spec.ts finds the browser to draw.
    await expect(page.getByRole('complementary', { name: 'Token purpose.page.text' })).toContainText(text);
  }
  within('A real style sheet to primitives and purposes, its names settled', most);
});

test('a further kind of a button, with what it needs to pass', async ({ page }) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/components/button');
  await expect(page.getByTestId('matrix-counts')).toContainText('all pass');
  const hands = new Hands(page);
  await hands.click(page.getByRole('tab', { name: 'Props' }));
  await hands.click(hands.button('Edit prop tone'));
  await hands.fill(page.getByRole('textbox', { name: 'Values' }), 'primary, quiet, danger, notice');
  await hands.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Values' })).toHaveCount(0);
  await hands.click(page.getByRole('tab', { name: 'Rules' }));
  await hands.click(hands.button('Add rule'));
  const rule = page.getByRole('form', { name: 'Add rules' });
  await hands.fill(rule.getByRole('combobox', { name: 'When' }), 'notice');
  await hands.fill(
    rule.getByRole('combobox', { name: 'Declarations' }),
    'background-color: #ffe08a; border-color: #ffe08a; color: {color.grey.950}',
  );
  await hands.press('Enter');
  await expect(page.getByRole('button', { name: /^background-color: #ffe08a/ })).toBeVisible();
  await expect(page.getByTestId('matrix-counts')).toContainText('all pass');
  within('A further kind of a button, with what it needs to pass', hands.count);
});

test('a component is documented: a guide from its template, four live blocks with options', async ({
  page,
}) => {
  await enterAs(page, 'Marit Fenwick');
  await visit(page, '/libraries/keel/guides');
  const hands = new Hands(page);
  await hands.click(hands.button('Create guide for badge'));
  await expect(page).toHaveURL(/guides\/badge$/);
  const blocks = page.locator('[data-block]');
  // The template is there once its blocks are.
  await expect(blocks.first()).toBeVisible();
  const before = await blocks.count();
  for (const [i, [option, value]] of (
    [
      ['status', 'boarding'],
      ['status', 'delayed'],
      ['status', 'cancelled'],
      ['scheme', 'dark'],
    ] as const
  ).entries()) {
    await hands.click(hands.button('Add block'));
    await hands.click(page.getByRole('menuitem', { name: 'Component with its props' }));
    const dialog = page.getByRole('dialog');
    await hands.click(dialog.getByRole('combobox', { name: option }));
    await hands.click(page.getByRole('option', { name: value, exact: true }));
    await hands.click(dialog.getByRole('button', { name: 'Add block' }));
    await expect(blocks).toHaveCount(before + i + 1);
    await expect(dialog).toBeHidden();
  }
  within('A component documented from its template, with four live blocks that have options', hands.count);
  // Under its own scheme, whatever the page is seen under.
  await expect(page.getByText('Shown with scheme dark')).toBeVisible();
  const drawn = page.frameLocator('iframe[title="Specimen of badge"]').last();
  await expect(drawn.locator('html')).toHaveAttribute('data-scheme', 'dark');
});
