import '@/testing/interface/worker';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { itemsOf } from '@/core/document/item';
import { local } from '@/testing/interface/local-client';
import { apply } from '@/testing/library';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { Proof } from '../page/proof';

const open = (side = 'data', role?: string) =>
  openPage(<Proof name="departure-table" />, `components/departure-table?side=${side}`, undefined, role);
/** The component with all that has been stored. */
const stored = () => {
  const document = local.stored.reduce((now, { edits }) => apply(now, edits), local.library.own);
  return itemsOf(document.items, 'component').find(({ name }) => name === 'departure-table')!;
};

test('data is added from a file, what of it fits is said before it is stored, and it is shown at once', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('button', { name: 'Add data' }));
  const dialog = await screen.findByRole('dialog', { name: 'Add data' });
  const file = new File(['Time,To,Berth\n09:40,Skerry,4\n10:00,Tor,5\n'], 'two-boats.csv');
  fireEvent.change(document.querySelector('input[type=file]')!, { target: { files: [file] } });
  expect(await within(dialog).findByRole('status')).toHaveTextContent(
    '2 rows, 2 columns set a prop; no prop is called Berth.',
  );
  expect(within(dialog).getByRole('textbox', { name: 'Name' })).toHaveValue('two-boats');
  await user.click(within(dialog).getByRole('button', { name: 'Add data' }));
  await waitFor(() => expect(storedLabels()).toEqual(['Add the data two-boats of departure-table']));
  expect(Object.values(stored().data!).at(-1)).toMatchObject({ fills: 'rows', rows: [['09:40', 'Skerry', '4'], ['10:00', 'Tor', '5']] });
  await waitFor(() => expect(new URLSearchParams(window.location.search).get('contents')).toBe('data:two-boats'));
}); // prettier-ignore

test('what cannot be read is refused at its field, with its place, and what was typed stays', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('button', { name: 'Edit data Morning sailings' }));
  const dialog = await screen.findByRole('dialog', { name: 'Edit data' });
  const rows = within(dialog).getByRole('textbox', { name: 'Rows' });
  fireEvent.change(rows, { target: { value: 'time,to\n09:40,Skerry, north' } });
  await waitFor(() =>
    expect(within(dialog).getByRole('status')).toHaveTextContent('Row 1 has 3 cells for 2 columns'),
  );
  await user.click(within(dialog).getByRole('button', { name: 'Save data' }));
  await waitFor(() => expect(rows).toHaveAccessibleDescription(/^Row 1 has 3 cells/));
  expect(rows).toHaveValue('time,to\n09:40,Skerry, north');
  expect(storedLabels()).toEqual([]);
  await user.click(within(dialog).getByRole('button', { name: 'Cancel' }));
  await user.click(screen.getByRole('button', { name: 'Remove data Morning sailings' }));
  expect(await screen.findByText(/^No data yet/)).toBeInTheDocument();
  await user.click(await screen.findByRole('button', { name: /^Undo: / }));
  expect(await screen.findByRole('region', { name: 'Data Morning sailings' })).toBeInTheDocument();
});

test('who may only look sees the rows and is offered nothing to change', async () => {
  await open('data', 'viewer');
  const region = await screen.findByRole('region', { name: 'Data Morning sailings' });
  expect(within(region).getByRole('cell', { name: 'Skerry Landing' })).toBeInTheDocument();
  expect(screen.queryByRole('button', { name: /data/i })).toBeNull();
  expect(within(region).getByRole('button', { name: /^Show specimen with/ })).toBeInTheDocument();
});

test('a part is renamed in the tree beside the template, and a slot without a prop is given one', async () => {
  const { user } = await open('code');
  const tree = await screen.findByRole('region', { name: 'Parts tree' });
  await user.click(within(tree).getByRole('button', { name: 'Rename part title' }));
  const dialog = await screen.findByRole('dialog', { name: 'Rename part title' });
  const field = within(dialog).getByRole('textbox', { name: 'Name' });
  await user.clear(field);
  await user.type(field, 'rows{Enter}');
  expect(await within(dialog).findByText(/There is a part rows already/)).toBeInTheDocument();
  await user.clear(field);
  await user.type(field, 'heading{Enter}');
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  expect(await within(tree).findByRole('button', { name: 'Rename part heading' })).toBeInTheDocument();
  expect(stored().template).toContain('part="heading"');
  expect(
    Object.values(stored().entries).some((entry) => 'part' in entry && entry.part === 'title'),
  ).toBe(false);
}); // prettier-ignore

test('a guard that is suggested is added, and suggested no more', async () => {
  const { user } = await open('guards');
  const suggested = await screen.findByRole('region', { name: 'Suggested guards' });
  const add = within(suggested).getByRole('button', { name: 'Add guard: display of root is flex' });
  await user.click(add);
  await waitFor(() => expect(storedLabels()).toEqual(['Add guard: display of root is flex']));
  await waitFor(() =>
    expect(screen.queryByRole('button', { name: 'Add guard: display of root is flex' })).toBeNull(),
  );
  expect(screen.getByRole('button', { name: 'Remove guard: display of root is flex' })).toBeInTheDocument();
});
