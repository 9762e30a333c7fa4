import { screen, waitFor, within } from '@testing-library/react';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { TokensPage } from './tiers/tokens-page';

/** Opens a token with the editor its type has. */
async function editor(path: string, layer = 'primitives') {
  const { user } = await openPage(<TokensPage />, `tokens/${encodeURIComponent(path)}`);
  const detail = await screen.findByRole('complementary', { name: `Token ${path}` });
  await user.click(await within(detail).findByRole('button', { name: `Adjust the value ${layer}` }));
  const resolved = within(detail).getByTestId('resolved');
  return { user, resolved, before: resolved.textContent! };
}
const shows = (element: HTMLElement, text: string | RegExp) =>
  waitFor(() => expect(element).toHaveTextContent(text));

test('a colour is turned by its channels in the space one picks, shown at once, and left by Escape', async () => {
  const { user, resolved, before } = await editor('color.estuary.700');
  await user.click(screen.getByRole('radio', { name: 'sRGB' }));
  const red = screen.getByRole('slider', { name: 'Red' });
  red.focus();
  await user.keyboard('{ArrowRight}{ArrowRight}');
  await waitFor(() => expect(resolved.textContent).not.toBe(before));
  expect(storedLabels()).toEqual([]);
  await user.keyboard('{Escape}');
  await shows(resolved, before);
  expect(storedLabels()).toEqual([]);
});

test('a colour is picked from the screen where the browser can, and nothing is where one leaves', async () => {
  let answer: Promise<{ sRGBHex: string }> = Promise.reject(new DOMException('left', 'AbortError'));
  answer.catch(() => undefined);
  Object.assign(globalThis, { EyeDropper: class { open = () => answer; } }); // prettier-ignore
  const { user, resolved, before } = await editor('color.estuary.700');
  await user.click(screen.getByRole('button', { name: 'Pick from screen' }));
  await shows(resolved, before);
  answer = Promise.resolve({ sRGBHex: '#123456' });
  await user.click(screen.getByRole('button', { name: 'Pick from screen' }));
  await shows(resolved, '#123456');
  delete (globalThis as { EyeDropper?: unknown }).EyeDropper;
});

test('a token is copied with its name', async () => {
  const write = jest.fn(() => Promise.resolve());
  const { user } = await openPage(<TokensPage />, 'tokens/color.estuary.700');
  Object.defineProperty(navigator, 'clipboard', { value: { writeText: write }, configurable: true });
  const detail = await screen.findByRole('complementary', { name: 'Token color.estuary.700' });
  await user.click(await within(detail).findByRole('button', { name: 'Copy name and value' }));
  expect(write).toHaveBeenCalledWith(expect.stringMatching(/^color\.estuary\.700: #[0-9a-f]{6}$/));
});

test('a colour beyond sRGB says so, and its contrasts are of what a screen can show', async () => {
  const { user, resolved } = await editor('color.estuary.700');
  const field = screen.getByRole('textbox', { name: 'Any CSS colour' });
  await user.clear(field);
  await user.type(field, 'color(display-p3 1 0 0)');
  expect(await screen.findByText('Within P3 only')).toBeInTheDocument();
  await user.clear(field);
  // WCAG 2.2: black on white is 21 to 1.
  await user.type(field, '#000000');
  expect(await screen.findByText(/^21(\.00)? on white, 1(\.00)? on black$/)).toBeInTheDocument();
  await shows(resolved, '#000000');
});

test('a length is stepped, its unit changed, and stored when the editor is left', async () => {
  const { user, resolved } = await editor('space.4');
  const number = screen.getByRole('textbox', { name: 'Number' });
  await user.clear(number);
  await user.type(number, '18');
  await shows(resolved, '18px');
  await user.click(screen.getByRole('button', { name: 'Adjust the value primitives' }));
  await waitFor(() => expect(storedLabels()).toEqual(['Set space.4 to 18px']));
});

test('a time keeps its unit; a slider moves it within a second', async () => {
  const { user, resolved } = await editor('time.quick');
  const slider = screen.getByRole('slider', { name: 'Value' });
  slider.focus();
  await user.keyboard('{ArrowRight}');
  await shows(resolved, '125ms');
  await user.keyboard('{Home}');
  await shows(resolved, '0ms');
});

// ArrowUp also goes through the tokens, where nothing else wants it.
test('an easing is bent by its handles with the keys, within what CSS allows', async () => {
  const { user, resolved } = await editor('ease.settle');
  const first = screen.getByRole('slider', { name: 'First handle' });
  first.focus();
  await user.keyboard('{ArrowRight}{ArrowUp}');
  await shows(resolved, 'cubic-bezier(0.25, 0.05, 0, 1)');
  // CSS Easing Functions Level 1: x lies in [0, 1].
  await user.keyboard('{ArrowLeft>8/}');
  await shows(resolved, /^cubic-bezier\(0, /);
});

test('a weight is picked by its name, and seen in letters of that weight', async () => {
  const { user, resolved } = await editor('font.weight.regular');
  await user.click(screen.getByRole('combobox', { name: 'By name' }));
  await user.click(await screen.findByRole('option', { name: 'black' }));
  await shows(resolved, '900');
});

test('a family is put first, those behind it staying', async () => {
  const { user, resolved } = await editor('font.family.code');
  await user.click(screen.getByRole('combobox', { name: 'First family' }));
  await user.click(await screen.findByRole('option', { name: 'Archivo Variable' }));
  await shows(resolved, /^"Archivo Variable".*monospace/);
});

test('a plain number is stepped', async () => {
  const { user, resolved } = await editor('font.leading.loose');
  const number = screen.getByRole('textbox', { name: 'Number' });
  await user.clear(number);
  await user.type(number, '1.45');
  await shows(resolved, '1.45');
});

test('each layer of a shadow has its members; one is added, changed and removed', async () => {
  const { user, resolved, before } = await editor('shadow.floating', 'purposes');
  const layers = () => screen.queryAllByRole('button', { name: /^Remove layer/ }).length;
  const count = Math.max(1, layers());
  await user.click(screen.getByRole('button', { name: /^Add layer/ }));
  await waitFor(() => expect(layers()).toBe(count + 1));
  await waitFor(() => expect(resolved.textContent).not.toBe(before));
  await user.click(screen.getAllByRole('button', { name: /^Remove layer/ }).at(-1)!);
  await shows(resolved, before);
});

test('a text style is made of members, each of which may be an alias', async () => {
  const { user, resolved } = await editor('text.body', 'purposes');
  const size = screen.getByRole('combobox', { name: /size/i });
  await user.clear(size);
  await user.type(size, '19px');
  await shows(resolved, /19px/);
  await user.clear(size);
  await user.type(size, 'wide');
  await waitFor(() => expect(size).toBeInvalid());
  await shows(resolved, /19px/);
});

test('a column of tokens is one tab stop', async () => {
  await openPage(<TokensPage />, 'tokens/space.4');
  await screen.findByRole('complementary', { name: 'Token space.4' });
  const columns = document.querySelectorAll('[data-column]');
  expect(columns).toHaveLength(3);
  for (const column of columns) {
    expect(column.querySelectorAll('[data-stop]').length).toBeGreaterThan(3);
    expect(column.querySelectorAll('[data-stop][tabindex="0"]')).toHaveLength(1);
  }
});
