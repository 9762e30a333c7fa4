import { screen, waitFor, within } from '@testing-library/react';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { Proof } from './page/proof';

const open = (query = '', name = 'badge') => openPage(<Proof name={name} />, `components/${name}${query}`);

test('a rule on a value that is not there is refused where it is written, and nothing is stored', async () => {
  const { user } = await open('?side=rules');
  await user.click(await screen.findByRole('button', { name: 'Add rule' }));
  const when = await screen.findByRole('combobox', { name: 'When' });
  await user.type(when, 'status is sunk{Enter}');
  await user.click(screen.getByRole('button', { name: 'Add rule' }));
  expect(await screen.findByText(/sunk is not a value of status/)).toBeInTheDocument();
  expect(storedLabels()).toEqual([]);
});

test('a prop is added; a name that is none is refused; one undo takes it away again', async () => {
  const { user } = await open('?side=props');
  await user.click(await screen.findByRole('button', { name: 'Add prop' }));
  const name = await screen.findByRole('textbox', { name: 'Name' });
  await user.type(name, 'Mood');
  await user.type(screen.getByRole('textbox', { name: 'Values' }), 'calm, loud{Enter}');
  const words = await screen.findByText(/is not a name for a prop/);
  expect(name).toHaveAccessibleDescription(words.textContent!);
  await user.clear(name);
  await user.type(name, 'mood{Enter}');
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  expect(await screen.findByRole('button', { name: 'Edit prop mood' })).toBeInTheDocument();
  await user.click(await screen.findByRole('button', { name: /^Undo: / }));
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Edit prop mood' })).toBeNull());
});

test('a prop that rules still speak of is not removed, and what uses it is named', async () => {
  const { user } = await open('?side=props');
  await user.click(await screen.findByRole('button', { name: 'Remove prop status' }));
  expect(await screen.findByText(/status is used by/)).toBeInTheDocument();
  expect(storedLabels()).toEqual([]);
});

test('a guard is added by hand and removed again', async () => {
  const { user } = await open('?side=guards');
  expect(await screen.findByText(/^No guards yet/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Add guard' }));
  await user.type(await screen.findByLabelText(/^Property/), 'position');
  await user.type(screen.getByLabelText(/^Value/), 'static');
  await user.click(screen.getAllByRole('button', { name: 'Add guard' }).at(-1)!);
  await waitFor(() => expect(storedLabels()).toEqual([expect.stringMatching(/^Add guard: position/)]));
  await user.click(await screen.findByRole('button', { name: /^Remove guard: position/ }));
  await waitFor(() => expect(storedLabels()).toHaveLength(2));
  expect(await screen.findByText(/^No guards yet/)).toBeInTheDocument();
});

test('the backdrop that is picked is the one the specimen stands on, and stays in the address', async () => {
  const { user } = await open();
  const backdrop = await screen.findByRole('combobox', { name: 'Backdrop' });
  await user.click(backdrop);
  const [, second] = await screen.findAllByRole('option');
  const name = second!.textContent!;
  await user.click(second!);
  await waitFor(() => expect(new URL(window.location.href).searchParams.get('backdrop')).toBe(name));
  expect(await screen.findByRole('combobox', { name: 'Backdrop' })).toHaveValue(name);
});

test('the matrix stands in rows and columns by two axes that one chooses', async () => {
  const { user } = await open('', 'button');
  expect(await screen.findByRole('combobox', { name: 'Rows' })).toHaveValue('tone');
  const columns = screen.getByRole('combobox', { name: 'Columns' });
  expect(columns).toHaveValue('state');
  await user.click(columns);
  await user.click(await screen.findByRole('option', { name: 'size' }));
  await waitFor(() => expect(new URL(window.location.href).searchParams.get('by')).toBe('tone,size'));
  const frame = await screen.findByTitle('Matrix of button');
  expect(frame.tagName).toBe('IFRAME');
});

test('an axis of the matrix can be cleared, and stays so', async () => {
  const { user } = await open('', 'button');
  const rows = await screen.findByRole('combobox', { name: 'Rows' });
  await user.click(rows.parentElement!.querySelector('button')!);
  await waitFor(() => expect(new URL(window.location.href).searchParams.get('by')).toBe('none'));
  expect(await screen.findByRole('combobox', { name: 'Rows' })).toHaveValue('');
  expect(screen.getByRole('combobox', { name: 'Columns' })).toBeDisabled();
});

test('what can be done with a component is offered in words of the trade; every dialog has Cancel', async () => {
  const { user } = await open();
  const menu = async (item: string) => {
    await user.click(await screen.findByRole('button', { name: 'Actions' }));
    await user.click(await screen.findByRole('menuitem', { name: item }));
  };
  for (const item of ['Rename', 'Edit description', 'Deprecate']) {
    await menu(item);
    const dialog = await screen.findByRole('dialog');
    await user.click(within(dialog).getByRole('button', { name: 'Cancel' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  }
  expect(storedLabels()).toEqual([]);
  await menu('Exclude from releases');
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
});

test('a component that is not there says so and leads back', async () => {
  await open('', 'nowhere');
  expect(await screen.findByRole('heading', { name: 'There is no component nowhere.' })).toBeInTheDocument();
  expect(screen.getByRole('link', { name: 'All components' })).toHaveAttribute(
    'href',
    '/libraries/keel/components',
  );
});
