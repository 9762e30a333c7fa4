import { screen, waitFor, within } from '@testing-library/react';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { TablePage } from './table-page';

const open = (query = '') => openPage(<TablePage />, `table${query}`);
const paths = () =>
  within(screen.getByRole('region', { name: 'Table of tokens' }))
    .getAllByRole('link')
    .map((link) => link.textContent);
const select = async (user: Awaited<ReturnType<typeof open>>['user'], ...wanted: string[]) => {
  for (const path of wanted)
    await user.click(await screen.findByRole('checkbox', { name: `Select ${path}` }));
};
const act = async (user: Awaited<ReturnType<typeof open>>['user'], count: string, item: string) => {
  await user.click(await screen.findByRole('button', { name: `Actions for ${count}` }));
  await user.click(await screen.findByRole('menuitem', { name: item }));
};

test('a column sorts both ways, and its state is said and kept in the address', async () => {
  const { user } = await open('?find=space.');
  await screen.findByRole('checkbox', { name: 'Select space.4' });
  const head = screen.getByRole('columnheader', { name: 'Value' });
  await user.click(within(head).getByRole('button'));
  await waitFor(() => expect(head).toHaveAttribute('aria-sort', 'ascending'));
  const up = paths();
  await user.click(within(head).getByRole('button'));
  await waitFor(() => expect(head).toHaveAttribute('aria-sort', 'descending'));
  await waitFor(() => expect(paths()).not.toEqual(up));
  expect(window.location.search).toContain('down=yes');
});

test('what is selected is counted; a tier is set for all of it as one change', async () => {
  const { user } = await open('?find=space.');
  expect(await screen.findByRole('button', { name: 'Actions' })).toBeDisabled();
  await select(user, 'space.4', 'space.8');
  await act(user, '2 tokens', 'Set tier: semantic');
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
});

test('removing two says so, offers a replacement, and Cancel removes nothing', async () => {
  const { user } = await open('?find=space.');
  await select(user, 'space.4', 'space.8');
  await act(user, '2 tokens', 'Remove …');
  const dialog = await screen.findByRole('dialog', { name: 'Remove 2 tokens?' });
  await user.click(within(dialog).getByRole('button', { name: 'Cancel' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(storedLabels()).toEqual([]);
});

test('find and replace shows every path it would rename before it does, and nothing that does not fit', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('button', { name: 'Find and replace in paths' }));
  const dialog = await screen.findByRole('dialog', { name: 'Find and replace in paths' });
  await user.type(within(dialog).getByRole('textbox', { name: 'Find' }), 'zzz');
  expect(await within(dialog).findByText(/No path in this library/)).toBeInTheDocument();
  await user.clear(within(dialog).getByRole('textbox', { name: 'Find' }));
  await user.type(within(dialog).getByRole('textbox', { name: 'Find' }), 'estuary');
  await user.type(within(dialog).getByRole('textbox', { name: 'Replace with' }), 'tide');
  await within(dialog).findByText('color.estuary → color.tide');
  await user.click(within(dialog).getByRole('button', { name: /^Rename \d+ paths?$/ }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
});

test('deprecating asks for replacement, reason and date, and refuses a token as its own replacement', async () => {
  const { user } = await open('?find=space.');
  await select(user, 'space.4');
  await act(user, '1 token', 'Deprecate …');
  const dialog = await screen.findByRole('dialog', { name: 'Deprecate space.4' });
  await user.type(within(dialog).getByRole('textbox', { name: 'Reason' }), 'Use the next one');
  await user.click(within(dialog).getByRole('button', { name: 'Deprecate' }));
  await waitFor(() => expect(storedLabels()).toEqual([expect.stringContaining('space.4')]));
});
