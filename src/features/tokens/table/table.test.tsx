import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { takeText } from '@/features/intake/handed-text';
import { TablePage } from './table-page';

const open = (query = '', role?: string) => openPage(<TablePage />, `table${query}`, undefined, role);
type User = Awaited<ReturnType<typeof open>>['user'];
/** By the table's own marks: roles and names of a hundred rows take seconds to work out here. */
const paths = () =>
  [...screen.getByRole('table').querySelectorAll('tbody td.path a')].map((link) => link.textContent!);
const select = async (user: User, ...names: string[]) => {
  for (const name of names) await user.click(await screen.findByRole('checkbox', { name: `Select ${name}` }));
};
const action = async (user: User, name: string | RegExp) => {
  await user.click(screen.getByRole('button', { name: /^Actions for/ }));
  await user.click(await screen.findByRole('menuitem', { name }));
};

test('rows are sorted by a column, down and up, and the address keeps it', async () => {
  const { user } = await open();
  await screen.findByRole('table');
  await user.click(screen.getByRole('button', { name: 'Path' }));
  await waitFor(() =>
    expect(paths()).toEqual([...paths()].sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))),
  );
  expect(screen.getByRole('columnheader', { name: 'Path' })).toHaveAttribute('aria-sort', 'ascending');
  await user.click(screen.getByRole('button', { name: 'Path' }));
  await waitFor(() => expect(window.location.search).toContain('down'));
  expect(screen.getByRole('columnheader', { name: 'Path' })).toHaveAttribute('aria-sort', 'descending');
});

test('several tokens are moved as one change; what stands in the way is told under the field', async () => {
  const { user } = await open('?find=space');
  await select(user, 'space.1', 'space.2');
  await action(user, /^Move to a group/);
  const dialog = await screen.findByRole('dialog', { name: 'Move 2 tokens to a group' });
  const field = within(dialog).getByRole('textbox', { name: 'Group' });
  await user.type(field, 'space{Enter}');
  // To where they are is a move to the end, and no fault; a name that is none is refused.
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await select(user, 'space.1');
  await action(user, /^Move to a group/);
  const again = await screen.findByRole('dialog', { name: 'Move space.1 to a group' });
  const group = within(again).getByRole('textbox', { name: 'Group' });
  await user.type(group, '$odd{Enter}');
  await waitFor(() => expect(group).toHaveAccessibleDescription());
  expect(storedLabels()).toHaveLength(1);
  await user.clear(group);
  await user.type(group, 'gauge{Enter}');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(storedLabels()).toHaveLength(2);
});

test('a path to duplicate to that is taken is refused under its field', async () => {
  const { user } = await open('?find=space');
  await select(user, 'space.1');
  await action(user, /^Duplicate/);
  const dialog = await screen.findByRole('dialog', { name: 'Duplicate space.1' });
  const field = within(dialog).getByRole('textbox', { name: 'Path of the copy' });
  expect(field).toHaveValue('space.1-2');
  await user.clear(field);
  await user.type(field, 'space.2{Enter}');
  await waitFor(() => expect(field).toHaveAccessibleDescription(/space\.2/));
  expect(storedLabels()).toEqual([]);
  await user.clear(field);
  await user.type(field, 'space.15{Enter}');
  await waitFor(() => expect(storedLabels()).toEqual(['Duplicate space.1 as space.15']));
});

test('find and replace shows every path before it changes any, and says when there is none', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('button', { name: /^Find and replace/ }));
  const dialog = await screen.findByRole('dialog', { name: 'Find and replace in paths' });
  const find = within(dialog).getByRole('textbox', { name: 'Find' });
  await user.type(find, 'zzz');
  expect(await within(dialog).findByText('No path in this library contains that text.')).toBeInTheDocument();
  expect(within(dialog).getByRole('button', { name: 'Rename 0 paths' })).toBeDisabled();
  fireEvent.change(find, { target: { value: 'estuary' } });
  fireEvent.change(within(dialog).getByRole('textbox', { name: 'Replace with' }), {
    target: { value: 'tide' },
  });
  expect(await within(dialog).findByRole('button', { name: 'Rename 1 path' })).toBeEnabled();
  expect(within(dialog).getByText(/^color\.estuary.* → color\.tide/)).toBeInTheDocument();
  // Each row can be left out.
  fireEvent.change(find, { target: { value: 'estuary.5' } });
  fireEvent.change(within(dialog).getByRole('textbox', { name: 'Replace with' }), {
    target: { value: 'tide.5' },
  });
  const button = await within(dialog).findByRole('button', { name: 'Rename 2 paths' });
  await user.click(within(dialog).getByRole('checkbox', { name: /^color\.estuary\.50 / }));
  expect(button).toHaveTextContent('Rename 1 path');
  await user.click(button);
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  const search = await screen.findByRole('textbox', { name: /^Search/ });
  fireEvent.change(search, { target: { value: 'color.tide' } });
  await waitFor(() => expect(paths()[0]).toBe('color.tide.500'));
  fireEvent.change(search, { target: { value: 'color.estuary' } });
  await waitFor(() => expect(paths()).toContain('color.estuary.50'));
});

test('what is used is removed only with what takes its place; the refusal stands at the replacement', async () => {
  const { user } = await open('?find=estuary');
  await select(user, 'color.estuary.700');
  await action(user, /^Remove/);
  const dialog = await screen.findByRole('dialog', { name: 'Remove color.estuary.700?' });
  expect(await within(dialog).findByText(/direct use/)).toBeInTheDocument();
  const replacement = within(dialog).getByRole('combobox', { name: 'Replacement' });
  await user.type(replacement, 'no.such');
  await user.click(within(dialog).getByRole('button', { name: 'Remove' }));
  await waitFor(() => expect(replacement).toHaveAccessibleDescription(/no\.such/));
  expect(storedLabels()).toEqual([]);
});

test('tokens are made internal together, and the selection ends with it; deprecating names each', async () => {
  const { user } = await open('?find=space');
  await select(user, 'space.1', 'space.2');
  await action(user, 'Make internal');
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await waitFor(() => expect(screen.getByRole('checkbox', { name: 'Select space.1' })).not.toBeChecked());
  await waitFor(() => expect(screen.getAllByText('internal')).toHaveLength(2));
  await select(user, 'space.1', 'space.2');
  await action(user, /^Deprecate/);
  const dialog = await screen.findByRole('dialog', { name: 'Deprecate 2 tokens' });
  await user.type(within(dialog).getByRole('textbox', { name: 'Reason' }), 'Too small');
  await user.click(within(dialog).getByRole('button', { name: 'Deprecate' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(2));
});

test('a range is selected with Shift, all that match with one press, and deprecated with a replacement', async () => {
  const { user } = await open('?find=space.');
  await user.click(await screen.findByRole('checkbox', { name: 'Select space.1' }));
  await user.keyboard('{Shift>}');
  await user.click(screen.getByRole('checkbox', { name: 'Select space.4' }));
  await user.keyboard('{/Shift}');
  const range = paths().slice(paths().indexOf('space.1'), paths().indexOf('space.4') + 1);
  expect(range.length).toBeGreaterThan(2);
  for (const path of range) expect(screen.getByRole('checkbox', { name: `Select ${path}` })).toBeChecked();
  await action(user, /^Deprecate/);
  const dialog = await screen.findByRole('dialog', { name: `Deprecate ${range.length} tokens` });
  await user.type(within(dialog).getByRole('combobox', { name: 'Replacement' }), 'gap.tight');
  await user.click(within(dialog).getByRole('button', { name: 'Deprecate' }));
  await waitFor(() => expect(storedLabels()).toEqual([`Deprecate ${range.length} tokens`]));
});

test('of more than a page, all that match are selected at once', async () => {
  const { user } = await open('?find=color');
  await user.click(await screen.findByRole('checkbox', { name: 'Select all on this page' }));
  const all = await screen.findByRole('button', { name: /^Select all \d+ that match$/ });
  const count = Number(/\d+/.exec(all.textContent)![0]);
  expect(count).toBeGreaterThan(100);
  await user.click(all);
  expect(await screen.findByRole('button', { name: `Actions for ${count} tokens` })).toBeInTheDocument();
});

test('a column for each context: a value is typed in its cell, and stored under that context', async () => {
  const { user } = await open('?find=color.text.quiet&across=scheme');
  expect(await screen.findByRole('columnheader', { name: 'scheme light default' })).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: /^Edit the value of color.text.quiet under scheme dark/ }));
  const field = screen.getByRole('combobox', { name: 'Value of color.text.quiet under scheme dark' });
  const before = (field as HTMLInputElement).value;
  expect(before).toMatch(/^\{color\./);
  await user.clear(field);
  await user.type(field, 'nonsense{Enter}');
  expect(await screen.findByRole('alert')).toHaveTextContent('is not a colour');
  await user.clear(field);
  await user.type(field, '#abcdef{Enter}');
  await waitFor(() => expect(storedLabels()).toEqual(['Set color.text.quiet under dark']));
  const cell = await screen.findByRole('button', { name: /^Edit the value of color.text.quiet under scheme dark/ });
  await waitFor(() => expect(cell).toHaveTextContent('#abcdef'));
  expect(screen.getByRole('button', { name: /^Edit the value of color.text.quiet under scheme light/ })).not.toHaveTextContent('#abcdef');
  // Escape leaves it as it is.
  await user.click(cell);
  await user.type(screen.getByRole('combobox', { name: /^Value of color.text.quiet/ }), '0{Escape}');
  expect(storedLabels()).toHaveLength(1);
}); // prettier-ignore

test('rows pasted on the table are taken to the import page', async () => {
  await open('?find=space');
  const region = await screen.findByRole('region', { name: 'Table of tokens' });
  const paste = (text: string) =>
    fireEvent.paste(region, { clipboardData: { getData: () => text } as unknown as DataTransfer });
  paste('just words');
  expect(takeText()).toBeNull();
  paste('space.40\tdimension\t160px');
  expect(takeText()).toBe('space.40\tdimension\t160px');
});

test('who may only look selects nothing', async () => {
  await open('', 'viewer');
  await screen.findByRole('table');
  expect(screen.queryByRole('checkbox', { name: /^Select/ })).toBeNull();
});
