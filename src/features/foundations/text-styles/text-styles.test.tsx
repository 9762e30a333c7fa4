import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { documentOf } from '@/core/document/change-set';
import { itemsOf } from '@/core/document/item';
import { local } from '@/testing/interface/local-client';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { apply } from '@/testing/library';
import { TextStylesPage } from './text-styles-page';

const open = () => openPage(<TextStylesPage />, 'text-styles?style=text.body');
const members = () => screen.findByRole('group', { name: 'Members of text.body' });

test('a member is stored by itself, undone by Ctrl+Z in its field, and a value that is none is refused there', async () => {
  await open();
  const group = await members();
  const size = within(group).getByRole('combobox', { name: 'Size' });
  const before = (size as HTMLInputElement).value;
  fireEvent.change(size, { target: { value: 'huge' } });
  fireEvent.keyDown(size, { key: 'Enter' });
  await waitFor(() => expect(size).toHaveAccessibleDescription(/huge|Write/));
  expect(storedLabels()).toEqual([]);
  fireEvent.change(size, { target: { value: '23px' } });
  fireEvent.keyDown(size, { key: 'Enter' });
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await waitFor(() => expect(size).toHaveValue('23px'));
  fireEvent.keyDown(size, { key: 'z', code: 'KeyZ', ctrlKey: true });
  await waitFor(() => expect(size).toHaveValue(before));
});

test('case, paragraph spacing and sizes by breakpoint are kept beside the value', async () => {
  const { user } = await open();
  const group = await members();
  await user.click(within(group).getByRole('combobox', { name: 'Case' }));
  await user.click(await screen.findByRole('option', { name: 'uppercase' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  const sizes = within(group).getByRole('combobox', { name: 'Sizes by breakpoint' });
  fireEvent.change(sizes, { target: { value: '600px: 18px, 900px: 20px' } });
  fireEvent.keyDown(sizes, { key: 'Enter' });
  await waitFor(() => expect(storedLabels()).toHaveLength(2));
  await waitFor(() => expect(sizes).toHaveValue('600px: 18px, 900px: 20px'));
  fireEvent.change(sizes, { target: { value: 'wide: large' } });
  fireEvent.keyDown(sizes, { key: 'Enter' });
  await waitFor(() => expect(sizes).toHaveAccessibleDescription());
  expect(storedLabels()).toHaveLength(2);
});

test('another script, another side and another backdrop are shown, and the address keeps them', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('combobox', { name: 'Script' }));
  await user.click(await screen.findByRole('option', { name: 'Greek' }));
  await waitFor(() => expect(screen.getAllByText(/Το τελευταίο πλοίο/).length).toBeGreaterThan(2));
  await user.click(screen.getByRole('radio', { name: 'Centred' }));
  await waitFor(() => expect(window.location.search).toContain('align=center'));
});

test('roles without a style are created together on a scale, those left out are not', async () => {
  const { user } = await openPage(<TextStylesPage />, 'text-styles', documentOf('new', 'library', []));
  await user.click(await screen.findByRole('button', { name: 'Create styles for all roles' }));
  const dialog = await screen.findByRole('dialog', { name: 'Create missing text styles' });
  const boxes = await within(dialog).findAllByRole('checkbox');
  const sizes = () =>
    within(dialog)
      .getAllByRole('row')
      .slice(1)
      .map((row) => Number.parseFloat(within(row).getAllByRole('cell')[2]!.textContent!));
  const before = sizes();
  fireEvent.change(within(dialog).getByRole('textbox', { name: 'Body size, px' }), {
    target: { value: '20' },
  });
  await waitFor(() => expect(Math.max(...sizes())).toBeGreaterThan(Math.max(...before)));
  await user.click(boxes[0]!);
  const button = within(dialog).getByRole('button', { name: /^Create \d+ styles?$/ });
  expect(button).toHaveTextContent(`Create ${boxes.length - 1} style`);
  await user.click(button);
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  const document = local.stored.reduce((now, { edits }) => apply(now, edits), local.library.own);
  expect(itemsOf(document.items, 'token')).toHaveLength(boxes.length - 1);
});
