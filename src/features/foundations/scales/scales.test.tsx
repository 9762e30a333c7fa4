import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { parseColor, rgbOf } from '@/core/base/color/color';
import { contrastRatio } from '@/core/base/color/contrast';
import { documentOf } from '@/core/document/change-set';
import { itemsOf } from '@/core/document/item';
import { local } from '@/testing/interface/local-client';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { apply } from '@/testing/library';
import { ScalesPage } from './scales-page';

const open = (kind: string) =>
  openPage(<ScalesPage />, `scales?new=${kind}`, documentOf('new', 'library', []));
const button = (name: string | RegExp) => screen.getByRole('button', { name });
/** The tokens stored so far, by name in the order of the file. */
const tokens = () => {
  const document = local.stored.reduce((now, { edits }) => apply(now, edits), local.library.own);
  return itemsOf(document.items, 'token');
};
const ramp = (name: string) => screen.getByRole('table', { name: `Ramp ${name}` });
const row = (table: HTMLElement, name: string) =>
  within(within(table).getByRole('rowheader', { name }).closest('tr')!)
    .getAllByRole('cell')
    .map(({ textContent }) => textContent!);

test('a ramp is previewed with its contrast, changed by curve and anchor, generated, and regenerated from its recipe', async () => {
  const { user } = await open('ramps');
  await waitFor(() => expect(button(/^Generate \d+ tokens$/)).toBeEnabled());
  const table = screen.getAllByRole('table')[0]!;
  const [name] = within(table)
    .getAllByRole('rowheader')
    .map(({ textContent }) => textContent!);
  const colors = row(table, 'New');
  // What it says of contrast is what the colours it shows have, by the definition of WCAG 2.2.
  const white = { r: 1, g: 1, b: 1, alpha: 1 };
  row(table, 'On white').forEach((text, i) => {
    const ratio = contrastRatio(rgbOf(parseColor(colors[i]!)!), white);
    expect(Math.abs(Number.parseFloat(text) - ratio)).toBeLessThan(0.02);
  });

  const anchor = screen.getByRole('textbox', { name: `Anchors of ${name}` });
  await user.clear(anchor);
  await user.type(anchor, '#0b5c7a');
  await waitFor(() => expect(row(ramp(name!), 'New')).not.toEqual(colors));
  const before = row(ramp(name!), 'New');
  const [knot] = screen.getAllByRole('slider', { name: /^Lightness at/ });
  knot!.focus();
  for (let i = 0; i < 5; i++) fireEvent.keyDown(knot!, { key: 'ArrowDown' });
  await waitFor(() => expect(row(ramp(name!), 'New')).not.toEqual(before));
  // A range of light is a range: below its end there is nothing.
  for (let i = 0; i < 120; i++) fireEvent.keyDown(knot!, { key: 'ArrowDown' });
  expect(Number(knot!.getAttribute('aria-valuenow'))).toBeGreaterThanOrEqual(0);

  await user.click(button(/^Generate \d+ tokens$/));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  expect(tokens().length).toBe(before.length);
  expect(await screen.findByRole('button', { name: 'Save recipe' })).toBeDisabled();
});

test('a step is solved for contrast: it reaches what is asked, or that it cannot is told', async () => {
  const { user } = await open('ramps');
  await waitFor(() => expect(button(/^Generate \d+ tokens$/)).toBeEnabled());
  await user.click(button('Solve a step for contrast'));
  const steps = within(screen.getAllByRole('table')[0]!)
    .getAllByRole('columnheader')
    .map(({ textContent }) => textContent!);
  const step = screen.getAllByRole('combobox', { name: 'Step' }).at(-1) as HTMLInputElement;
  const at = steps.indexOf(step.value);
  expect(at).toBeGreaterThan(-1);
  const ratio = screen.getAllByRole('textbox', { name: 'Contrast' }).at(-1)!;
  const solved = () => Number.parseFloat(row(screen.getAllByRole('table')[0]!, 'On white')[at]!);
  // An anchor that is kept exact gives way to nothing: that is told, and how to go on.
  fireEvent.change(ratio, { target: { value: '21' } });
  expect(await screen.findByText(/not 21|cannot reach 21/)).toBeInTheDocument();
  await user.click(screen.getByRole('checkbox', { name: 'Keep anchors exact' }));
  fireEvent.change(ratio, { target: { value: '7' } });
  await waitFor(() => expect(solved()).toBeGreaterThanOrEqual(7));
  fireEvent.change(ratio, { target: { value: '4.5' } });
  await waitFor(() => expect(solved()).toBeLessThan(7));
  expect(solved()).toBeGreaterThanOrEqual(4.5);
  fireEvent.change(screen.getAllByRole('textbox', { name: 'On' }).at(-1)!, { target: { value: 'nowhere' } });
  expect(await screen.findByText(/nowhere/)).toBeInTheDocument();
  await user.click(screen.getAllByRole('button', { name: 'Remove requirement' }).at(-1)!);
  await waitFor(() => expect(screen.queryByText(/nowhere/)).toBeNull());
});

test('a hue is added with the same lightness and removed; a knot is added and deleted', async () => {
  const { user } = await open('ramps');
  await waitFor(() => expect(button(/^Generate \d+ tokens$/)).toBeEnabled());
  const count = () => Number(/\d+/.exec(button(/^Generate \d+ tokens$/).textContent!)![0]);
  const before = count();
  await user.click(button('Add hue with the same lightness'));
  await waitFor(() => expect(count()).toBeGreaterThan(before));
  const added = screen.getAllByRole('textbox', { name: /^Name of ramp/ }).at(-1) as HTMLInputElement;
  await user.click(button(`Remove ${added.value}`));
  await waitFor(() => expect(count()).toBe(before));

  const knots = () => screen.getAllByRole('slider', { name: /^Lightness at/ });
  const first = knots().length;
  const svg = knots()[0]!.closest('svg')!;
  svg.getBoundingClientRect = () => ({ left: 0, top: 0, width: 300, height: 150 }) as DOMRect;
  fireEvent.doubleClick(svg, { clientX: 150, clientY: 75 });
  await waitFor(() => expect(knots()).toHaveLength(first + 1));
  // The ends stay: a curve goes from the first step to the last.
  fireEvent.keyDown(knots()[0]!, { key: 'Delete' });
  expect(knots()).toHaveLength(first + 1);
  const middle = knots().find((knot) => !/at (0|100) per cent/.test(knot.getAttribute('aria-label')!))!;
  fireEvent.keyDown(middle, { key: 'Delete' });
  await waitFor(() => expect(knots()).toHaveLength(first));
});

test('a type scale follows its ratio, grows with the viewport where one wants, and refuses a step that is none', async () => {
  const { user } = await open('typeScale');
  await waitFor(() => expect(button(/^Generate \d+ tokens$/)).toBeEnabled());
  const base = screen.getByRole('textbox', { name: 'Base, px' });
  const ratio = screen.getByRole('textbox', { name: 'Ratio' });
  fireEvent.change(base, { target: { value: '16' } });
  fireEvent.change(screen.getByRole('textbox', { name: 'Round to, px' }), { target: { value: '0' } });
  fireEvent.change(ratio, { target: { value: '1.5' } });
  const steps = (
    screen.getByRole('textbox', { name: 'Steps, smallest first' }) as HTMLInputElement
  ).value.split(' ');
  const zero = steps.indexOf((screen.getByRole('combobox', { name: 'Base step' }) as HTMLInputElement).value);
  // base × ratio^n, for every step, as the page shows it.
  for (const [i, step] of steps.entries()) {
    const about = await screen.findByText(
      (_, element) =>
        element?.tagName === 'SPAN' &&
        (element.textContent ?? '').startsWith(`${step} `) &&
        element.querySelector('b') !== null,
    );
    const shown = Number.parseFloat(about.querySelector('b')!.textContent!);
    expect(Math.abs(shown - 16 * 1.5 ** (i - zero))).toBeLessThan(0.02);
  }
  expect(screen.queryByRole('img', { name: 'Sizes by viewport width' })).toBeNull();
  await user.click(screen.getByRole('checkbox', { name: 'Fluid (grows with the viewport)' }));
  expect(await screen.findByRole('img', { name: 'Sizes by viewport width' })).toBeInTheDocument();
  await user.click(button(/^Generate \d+ tokens$/));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  expect(tokens().length).toBeGreaterThanOrEqual(steps.length);
});

test('what was adjusted by hand stays when its scale is regenerated, unless one says otherwise', async () => {
  const { user } = await open('spacing');
  await waitFor(() => expect(button(/^Generate \d+ tokens$/)).toBeEnabled());
  await user.click(button(/^Generate \d+ tokens$/));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await screen.findByRole('button', { name: 'Save recipe' });
  const base = screen.getByLabelText('Base, px');
  const before = (base as HTMLInputElement).value;
  fireEvent.change(base, { target: { value: String(Number(before) + 2) } });
  expect(await screen.findByRole('button', { name: /^Update \d+ tokens?$/ })).toBeEnabled();
  await user.click(button('Reset'));
  expect(base).toHaveValue(before);
  await user.click(button('Remove recipe, keep tokens'));
  await waitFor(() => expect(storedLabels()).toHaveLength(2));
  expect(await screen.findByRole('heading', { name: 'No generated scales yet.' })).toBeInTheDocument();
  expect(tokens().length).toBeGreaterThan(3);
});

test('a new ramp begins at the colour the library uses most, named by its hue', async () => {
  await openPage(<ScalesPage />, 'scales?new=ramps');
  // The primary actions of the demo library are its estuary blue.
  expect(await screen.findByRole('textbox', { name: /^Anchors of/ })).toHaveValue('#00617e');
});
