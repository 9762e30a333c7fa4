import { screen, waitFor, within } from '@testing-library/react';
import { local } from '@/testing/interface/local-client';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { Guide } from './guide';
import { Guides } from './guides';

test('a block of every kind that asks for something is added by its form, and Cancel stores nothing', async () => {
  const { user } = await openPage(<Guide name="buttons" />, 'guides/buttons');
  await user.click(await screen.findByRole('button', { name: 'Add block' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Token table' }));
  const dialog = await screen.findByRole('dialog');
  const add = within(dialog).getByRole('button', { name: 'Add block' });
  expect(add).toBeDisabled();
  await user.click(within(dialog).getByRole('button', { name: 'Cancel' }));
  expect(storedLabels()).toEqual([]);

  await user.click(screen.getByRole('button', { name: 'Add block' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Spacing ruler' }));
  const ruler = await screen.findByRole('dialog');
  await user.click(within(ruler).getByRole('combobox', { name: 'Group of tokens' }));
  await user.click(await screen.findByRole('option', { name: 'space' }));
  await user.click(within(ruler).getByRole('button', { name: 'Add block' }));
  expect(storedLabels()).toEqual(['Add spacing ruler to Buttons']);
  expect(await screen.findByText('space.4')).toBeInTheDocument();
});

test('a block moves by the arrow keys, is removed, and comes back by undo', async () => {
  const { user, container } = await openPage(<Guide name="buttons" />, 'guides/buttons');
  const kinds = () =>
    [...container.querySelectorAll('[data-block]')].map((one) => one.getAttribute('data-block'));
  await screen.findByRole('heading', { name: 'Buttons' });
  const before = kinds();
  const [handle] = screen.getAllByRole('button', { name: /^Move block/ });
  handle!.focus();
  await user.keyboard('{ArrowDown}');
  expect(await screen.findByRole('button', { name: 'Undo: Move a block of Buttons' })).toBeEnabled();
  await waitFor(() => expect(kinds()).toEqual([before[1], before[0], ...before.slice(2)]));
  await user.click(screen.getAllByRole('button', { name: 'Remove block' })[0]!);
  await waitFor(() => expect(kinds()).toEqual([before[0], ...before.slice(2)]));
  await user.click(await screen.findByRole('button', { name: 'Undo: Remove a block from Buttons' }));
  await waitFor(() => expect(kinds()).toEqual([before[1], before[0], ...before.slice(2)]));
});

test('a failure is told with a way to try again, and is no success', async () => {
  const { user } = await openPage(<Guides />, 'guides');
  const title = await screen.findByRole('textbox', { name: 'Title of the new guide' });
  local.broken = 'addGuide';
  await user.type(title, 'Fares{Enter}');
  expect(await screen.findByRole('button', { name: 'Try again' })).toBeInTheDocument();
  // What was typed is still there.
  expect(title).toHaveValue('Fares');
  expect(storedLabels()).toEqual([]);
  local.broken = undefined;
  await user.click(screen.getByRole('button', { name: 'Try again' }));
  expect(await screen.findByText('Fares')).toBeInTheDocument();
  expect(storedLabels()).toEqual(['Create guide Fares']);
});

test('what is wrong stands under the field; a missing guide is created with its component in it', async () => {
  const { user } = await openPage(<Guides />, 'guides');
  const title = await screen.findByRole('textbox', { name: 'Title of the new guide' });
  await user.type(title, 'Buttons{Enter}');
  expect(await screen.findByText(/There is a guide at buttons already/)).toBeInTheDocument();
  expect(title).toBeInvalid();
  expect(screen.getByText(/documented$/)).toHaveTextContent('1 of 14 components documented');
  await user.click(screen.getByRole('button', { name: 'Create guide for badge' }));
  expect(storedLabels()).toEqual(['Create guide badge']);
  expect(window.location.pathname).toBe('/libraries/keel/guides/badge');
  expect(local.stored[0]!.edits[0]!.after).toMatchObject({
    title: 'badge',
    blocks: expect.objectContaining({}) as unknown,
  });
  expect(JSON.stringify(local.stored[0]!.edits[0]!.after)).toContain('"kind":"component"');
});

test('the props of a component say which components a slot takes', async () => {
  await openPage(<Guide name="buttons" />, 'guides/buttons');
  expect(await screen.findByRole('cell', { name: 'one of icon' })).toBeInTheDocument();
  expect(screen.queryByRole('cell', { name: 'Any components' })).toBeNull();
});

test('who may only read is offered nothing that changes anything', async () => {
  await openPage(<Guides />, 'guides', undefined, 'viewer');
  await screen.findByText('Buttons');
  expect(screen.queryByRole('button', { name: /Create guide/ })).toBeNull();
});

test('a block is given props, states, a width and contexts, and is edited after', async () => {
  const { user } = await openPage(<Guide name="buttons" />, 'guides/buttons');
  await user.click(await screen.findByRole('button', { name: 'Add block' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Component with its props' }));
  const dialog = await screen.findByRole('dialog');
  // The component that the guide is about is chosen already.
  expect(within(dialog).getByRole('combobox', { name: 'Component' })).toHaveValue('button');
  await user.click(await within(dialog).findByRole('combobox', { name: 'tone' }));
  await user.click(await screen.findByRole('option', { name: 'danger' }));
  await user.click(within(dialog).getByRole('combobox', { name: 'scheme' }));
  await user.click(await screen.findByRole('option', { name: 'dark' }));
  await user.type(within(dialog).getByRole('textbox', { name: 'Width, px' }), '320{Enter}');
  await waitFor(() => expect(storedLabels()).toEqual(['Add component with its props to Buttons']));
  expect(await screen.findByText('Shown with 320 px wide, scheme dark')).toBeInTheDocument();
  const blocks = document.querySelectorAll<HTMLElement>('[data-block]');
  await user.click(within(blocks[blocks.length - 1]!).getByRole('button', { name: 'Edit block' }));
  const again = await screen.findByRole('dialog');
  expect(await within(again).findByRole('combobox', { name: 'tone' })).toHaveValue('danger');
  await user.clear(within(again).getByRole('textbox', { name: 'Width, px' }));
  await user.click(within(again).getByRole('button', { name: 'Save block' }));
  expect(await screen.findByText('Shown with scheme dark')).toBeInTheDocument();
});
