import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { TokensPage } from '../tiers/tokens-page';

const open = async (path: string, role?: string) => {
  const page = await openPage(<TokensPage />, `tokens/${encodeURIComponent(path)}`, undefined, role);
  const detail = await screen.findByRole('complementary', { name: `Token ${path}` });
  return { ...page, detail };
};
type User = Awaited<ReturnType<typeof open>>['user'];
const action = async (user: User, detail: HTMLElement, name: string) => {
  await user.click(within(detail).getByRole('button', { name: 'Actions for this token' }));
  await user.click(await screen.findByRole('menuitem', { name }));
};
const type = (field: HTMLElement, text: string) => fireEvent.change(field, { target: { value: text } });
const undo = async (user: User) => user.click(await screen.findByRole('button', { name: /^Undo: / }));

test('a value under contexts makes the layer it needs, and is cleared again where it stands', async () => {
  const { user, detail } = await open('space.4');
  await user.click(within(detail).getByRole('button', { name: 'Set value under contexts' }));
  await user.click(await screen.findByRole('combobox', { name: 'Under brand' }));
  await user.click(await screen.findByRole('option', { name: 'gannet' }));
  const value = screen.getByRole('textbox', { name: 'Value, a dimension' });
  await user.type(value, 'wide');
  await user.click(screen.getByRole('button', { name: 'Set value under gannet' }));
  await waitFor(() => expect(value).toHaveAccessibleDescription(/16px/));
  await user.clear(value);
  await user.type(value, '20px');
  await user.click(screen.getByRole('button', { name: 'Set value under gannet' }));
  await waitFor(() => expect(storedLabels()).toEqual(['Set space.4 under gannet']));
  const clear = await within(detail).findByRole('button', { name: /^Clear the value under .*gannet/ });
  await user.click(clear);
  await waitFor(() =>
    expect(within(detail).queryByRole('button', { name: /^Clear the value under/ })).toBeNull(),
  );
  expect(storedLabels()).toHaveLength(2);
});

test('a token is deprecated with its replacement, says so, and is undeprecated', async () => {
  const { user, detail } = await open('space.4');
  await action(user, detail, 'Deprecate');
  const dialog = await screen.findByRole('dialog', { name: 'Deprecate space.4' });
  type(within(dialog).getByRole('combobox', { name: 'Replacement' }), 'no.such');
  await user.click(within(dialog).getByRole('button', { name: 'Deprecate' }));
  expect(await within(dialog).findByText(/no\.such/)).toBeInTheDocument();
  expect(storedLabels()).toEqual([]);
  type(within(dialog).getByRole('combobox', { name: 'Replacement' }), 'space.3');
  type(within(dialog).getByRole('textbox', { name: 'Reason' }), 'Too wide');
  await user.click(within(dialog).getByRole('button', { name: 'Deprecate' }));
  expect(await within(detail).findByText(/Deprecated\. Too wide\. Use space\.3\./)).toBeInTheDocument();
  await action(user, detail, 'Undeprecate');
  const again = await screen.findByRole('dialog', { name: 'Undeprecate space.4' });
  await user.click(within(again).getByRole('button', { name: 'Undeprecate' }));
  await waitFor(() => expect(within(detail).queryByText(/Too wide/)).toBeNull());
});

test('tier and visibility are set in place, and one undo each takes them back', async () => {
  const { user, detail } = await open('space.4');
  await action(user, detail, 'Make internal');
  expect(await within(detail).findByText(/· internal/)).toBeInTheDocument();
  await undo(user);
  await waitFor(() => expect(within(detail).queryByText(/· internal/)).toBeNull());
  await user.click(within(detail).getByRole('combobox', { name: 'Tier' }));
  await user.click(await screen.findByRole('option', { name: 'component' }));
  await waitFor(() => expect(within(detail).getByText(/^component dimension/)).toBeInTheDocument());
});

test('a description is written in Markdown, kept by leaving the field and dropped by Escape', async () => {
  const { user, detail } = await open('radius.medium');
  await user.click(within(detail).getByRole('button', { name: /^(Add description|Edit)$/ }));
  const field = await within(detail).findByRole('textbox', { name: 'Description' });
  await user.clear(field);
  await user.type(field, 'Dropped{Escape}');
  expect(storedLabels()).toEqual([]);
  await user.click(within(detail).getByRole('button', { name: /^(Add description|Edit)$/ }));
  const again = await within(detail).findByRole('textbox', { name: 'Description' });
  await user.clear(again);
  await user.type(again, 'For **cards** only');
  fireEvent.keyDown(again, { key: 'Enter', ctrlKey: true });
  expect(await within(detail).findByText('cards')).toHaveProperty('tagName', 'STRONG');
  expect(storedLabels()).toHaveLength(1);
});

test('a raw value gets a token of its own and becomes an alias of it; a path that is taken is refused', async () => {
  // A component token with a raw value of its own, made first.
  const { user, detail } = await open('color.text.quiet');
  const [field] = within(detail).getAllByRole('combobox', { name: /^Value / });
  type(field!, '#5a6772');
  fireEvent.keyDown(field!, { key: 'Enter' });
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  const [promote] = await within(detail).findAllByRole('button', {
    name: /^Extract the value under .* to a new token$/,
  });
  await user.click(promote!);
  const dialog = await screen.findByRole('dialog', { name: 'Extract to a new token' });
  const path = within(dialog).getByRole('textbox', { name: 'Path of the new token' });
  await user.type(path, 'color.text.default{Enter}');
  await waitFor(() => expect(path).toHaveAccessibleDescription(/already a token or group/));
  await user.clear(path);
  await user.type(path, 'color.slate.550{Enter}');
  await waitFor(() => expect(storedLabels()).toHaveLength(2));
  await waitFor(() => expect(within(detail).getByTestId('provenance')).toHaveTextContent('color.slate.550'));
});

test('where a value comes from is read step by step, each step leads to its token', async () => {
  const { user, detail } = await open('color.action.surface');
  const provenance = within(detail).getByTestId('provenance');
  expect(provenance).toHaveTextContent(
    /^color\.action\.surface is an alias \(layer .+\) to .+, which is set/,
  );
  const [step] = within(provenance).getAllByRole('button');
  const target = step!.textContent!;
  await user.click(step!);
  expect(await screen.findByRole('complementary', { name: `Token ${target}` })).toBeInTheDocument();
  expect(window.location.pathname).toBe(`/libraries/keel/tokens/${target}`);
});

test('arrow keys go from token to token while none is typed, Escape closes the detail', async () => {
  const { user } = await open('space.4');
  await user.keyboard('{ArrowDown}');
  await waitFor(() => expect(window.location.pathname).not.toBe('/libraries/keel/tokens/space.4'));
  const next = decodeURIComponent(window.location.pathname.split('/').at(-1)!);
  await screen.findByRole('complementary', { name: `Token ${next}` });
  await user.keyboard('{ArrowUp}');
  await waitFor(() => expect(window.location.pathname).toBe('/libraries/keel/tokens/space.4'));
  await screen.findByRole('complementary', { name: 'Token space.4' });
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('complementary')).toBeNull());
});

test('who may only look reads every value and is offered no field', async () => {
  const { detail } = await open('color.action.surface', 'viewer');
  expect(within(detail).queryByRole('combobox')).toBeNull();
  expect(within(detail).queryByRole('button', { name: 'Actions for this token' })).toBeNull();
  expect(within(detail).getByTestId('resolved')).toHaveTextContent(/#|rgb|oklch/);
});

describe('a group', () => {
  const openGroup = async () => {
    const page = await openPage(<TokensPage />, 'tokens');
    await waitFor(() => expect(document.querySelector('[data-into]')).not.toBeNull());
    const [more] = await screen.findAllByRole('button', { name: /^Actions for group/ });
    const name = more!.getAttribute('aria-label')!.replace('Actions for group ', '');
    await page.user.click(more!);
    const dialog = await screen.findByRole('dialog', { name: `Group ${name}` });
    return { ...page, dialog, name };
  };

  test('is renamed with all that refers to it; its own path and one that is taken are not taken', async () => {
    const { user, dialog, name } = await openGroup();
    const path = within(dialog).getByRole('textbox', { name: 'New path' });
    expect(within(dialog).getByRole('button', { name: 'Rename' })).toBeDisabled();
    await user.clear(path);
    await user.type(path, 'space{Enter}');
    await waitFor(() => expect(path).toHaveAccessibleDescription(/already/));
    await user.clear(path);
    await user.type(path, 'moved.here{Enter}');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(storedLabels()).toHaveLength(1);
    await waitFor(() => expect(document.querySelector(`[data-into="${name}"]`)).toBeNull());
  });

  test('is duplicated, its inner references leading to the copies', async () => {
    const { user, dialog } = await openGroup();
    await user.click(within(dialog).getByRole('radio', { name: 'Duplicate' }));
    const path = within(dialog).getByRole('textbox', { name: 'New path' });
    await user.clear(path);
    await user.type(path, 'copied.here{Enter}');
    await waitFor(() => expect(storedLabels()).toHaveLength(1));
  });
});
