import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { openPage, serve, storedLabels } from '@/testing/interface/open-page';
import { Proof } from '../page/proof';

const open = (name = 'badge') => openPage(<Proof name={name} />, `components/${name}?side=layout`);
const layout = () => screen.findByRole('region', { name: 'Layout' });
const type = (field: HTMLElement, text: string) => fireEvent.change(field, { target: { value: text } });

test('a layout value is shown as one types, stored by Enter, and an empty field sets nothing', async () => {
  const { user } = await open();
  const sheet = await layout();
  const gap = within(sheet).getByRole('combobox', { name: 'gap' });
  const before = (gap as HTMLInputElement).value;
  type(gap, '11px');
  expect(storedLabels()).toEqual([]);
  fireEvent.keyDown(gap, { key: 'Enter' });
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await waitFor(() => expect(gap).toHaveValue('11px'));
  // The same value is a rule of the component.
  await user.click(screen.getByRole('tab', { name: 'Rules' }));
  expect(await screen.findByRole('button', { name: 'gap: 11px, change' })).toBeInTheDocument();
  await user.click(await screen.findByRole('button', { name: /^Undo: / }));
  await user.click(screen.getByRole('tab', { name: 'Layout' }));
  await waitFor(async () =>
    expect(within(await layout()).getByRole('combobox', { name: 'gap' })).toHaveValue(before),
  );
});

test('Escape puts back what stood there, and a value that is none is refused at its field', async () => {
  await open();
  const sheet = await layout();
  const width = within(sheet).getByRole('combobox', { name: 'max-width' });
  const before = (width as HTMLInputElement).value;
  type(width, '12 px wide {');
  await waitFor(() => expect(width).toHaveAccessibleDescription());
  fireEvent.keyDown(width, { key: 'Enter' });
  fireEvent.keyDown(width, { key: 'Escape' });
  await waitFor(() => expect(width).toHaveValue(before));
  expect(storedLabels()).toEqual([]);
});

test('properties of grid and flex are offered where the part is laid out so', async () => {
  await open();
  const sheet = await layout();
  const display = within(sheet).getByRole('combobox', { name: 'display' });
  type(display, 'grid');
  fireEvent.keyDown(display, { key: 'Enter' });
  expect(await within(sheet).findByRole('combobox', { name: 'grid-template-columns' })).toBeInTheDocument();
  expect(within(sheet).queryByRole('combobox', { name: 'flex-wrap' })).toBeNull();
});

test('a value of a rule is shown while typed, stored by Enter, removed when empty, left by Escape', async () => {
  const { user } = await openPage(<Proof name="badge" />, 'components/badge');
  const value = () => screen.getByRole('button', { name: /^border-radius: / });
  await user.click(await screen.findByRole('button', { name: /^border-radius: / }));
  const field = await screen.findByRole('combobox', { name: 'border-radius is' });
  type(field, '3px');
  fireEvent.keyDown(field, { key: 'Escape' });
  await waitFor(() => expect(value()).toHaveFocus());
  expect(storedLabels()).toEqual([]);
  await user.click(value());
  const again = await screen.findByRole('combobox', { name: 'border-radius is' });
  type(again, '3px');
  fireEvent.keyDown(again, { key: 'Enter' });
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  const stored = await screen.findByRole('button', { name: 'border-radius: 3px, change' });
  await user.click(stored);
  const empty = await screen.findByRole('combobox', { name: 'border-radius is' });
  type(empty, '');
  fireEvent.keyDown(empty, { key: 'Enter' });
  await waitFor(() => expect(screen.queryByRole('button', { name: /^border-radius: / })).toBeNull());
});

test('preview widths are whole numbers within bounds, told at the field, and saved for everybody', async () => {
  const asked = serve(() => ({ body: { widths: [320] } }));
  const { user } = await openPage(<Proof name="badge" />, 'components/badge');
  await user.click(await screen.findByRole('combobox', { name: 'Width' }));
  await user.click(await screen.findByRole('option', { name: 'Edit preview widths …' }));
  const dialog = await screen.findByRole('dialog', { name: 'Preview widths' });
  const field = within(dialog).getByRole('combobox', { name: 'Widths in px' });
  await user.type(field, '12{Enter}');
  expect(await within(dialog).findByText(/“12” is not a valid width/)).toBeInTheDocument();
  expect(within(dialog).getByRole('button', { name: 'Save widths' })).toBeDisabled();
  await user.type(field, '{Backspace}');
  await user.type(field, '320{Enter}');
  await user.click(within(dialog).getByRole('button', { name: 'Save widths' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(asked.at(-1)).toMatchObject({ method: 'PUT', path: '/workspace/widths' });
  expect((asked.at(-1)!.body as { widths: number[] }).widths).toContain(320);
});
