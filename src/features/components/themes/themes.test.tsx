import { screen, waitFor, within } from '@testing-library/react';
import { itemsOf } from '@/core/document/item';
import { openPage, openProductPage, storedLabels } from '@/testing/interface/open-page';
import { local } from '@/testing/interface/local-client';
import { apply, bookingSite, demo } from '@/testing/library';
import { ProductPage } from '@/features/products/product-page';
import { ThemesPage } from './themes-page';

const now = () => local.stored.reduce((all, { edits }) => apply(all, edits), local.library.own);
const component = (name: string) => itemsOf(now().items, 'component').find((one) => one.name === name)!;
type User = Awaited<ReturnType<typeof openPage>>['user'];

async function create(user: User, name: string) {
  await user.click(await screen.findByRole('button', { name: 'Create theme' }));
  const dialog = await screen.findByRole('dialog', { name: 'Create theme' });
  await user.type(within(dialog).getByRole('textbox', { name: 'Name' }), `${name}{Enter}`);
  await screen.findByRole('region', { name: `Theme ${name}` });
}
const type = async (user: User, element: string, text: string) => {
  const field = await screen.findByRole('combobox', { name: `Style of ${element}` });
  await user.clear(field);
  await user.type(field, text.replaceAll('{', '{{'));
  await user.tab();
};

test('a theme is made, its styles typed as CSS, and applied once what changes is seen', async () => {
  const { user } = await openPage(<ThemesPage />, 'themes');
  await screen.findByText('No themes yet.');
  await create(user, 'Quiet');
  await type(user, 'Button', 'text-transform: uppercase; border-color: {color.border.strong}');
  await waitFor(() => expect(storedLabels()).toEqual(['Create theme Quiet', 'Edit Button of theme Quiet']));
  // Enter and leaving the field at once store one change.
  const text = await screen.findByRole('combobox', { name: 'Style of Text' });
  await user.type(text, 'cursor: help{Enter}{Tab}');
  await waitFor(() => expect(storedLabels()).toContain('Edit Text of theme Quiet'));
  expect(storedLabels()).toHaveLength(3);
  // What is none is told under its field, and nothing is stored.
  await type(user, 'Link', 'colour');
  await waitFor(() =>
    expect(screen.getByRole('combobox', { name: 'Style of Link' })).toHaveAccessibleDescription(/declaration|property/),
  );
  expect(storedLabels()).toHaveLength(3);
  await user.click(screen.getByRole('button', { name: 'Add state for Button' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Add style for hover' }));
  await type(user, 'Button (hover)', 'text-decoration: underline; letter-spacing: 1px');
  await waitFor(() => expect(storedLabels()).toContain('Edit Button (hover) of theme Quiet'));

  await user.click(screen.getByRole('button', { name: 'Apply theme' }));
  const dialog = await screen.findByRole('dialog', { name: 'Apply theme' });
  expect(within(dialog).getByRole('button', { name: 'Apply theme to 0 components' })).toBeDisabled();
  await user.click(within(dialog).getByRole('combobox', { name: 'Components' }));
  await user.click(await screen.findByRole('option', { name: /^button/ }));
  const about = within(await within(dialog).findByRole('region', { name: 'button' }));
  expect(about.getByRole('row', { name: /text-transform of root Not set uppercase All states/ })).toBeVisible();
  expect(about.getByRole('row', { name: /text-decoration of root Not set underline hover/ })).toBeVisible();
  expect(about.getByText(/kept: border-color of root/)).toBeVisible();
  await user.click(within(dialog).getByRole('button', { name: 'Apply theme to 1 component' }));
  await waitFor(() => expect(component('button').theme).toMatchObject({ path: 'Quiet' }));
  await screen.findByText('Followed by button.');
}); // prettier-ignore

test('a theme is duplicated, swapped, renamed and removed with what followed it', async () => {
  const { user } = await openPage(<ThemesPage />, 'themes');
  await create(user, 'Quiet');
  await type(user, 'Button', 'text-transform: uppercase');
  await waitFor(() => expect(storedLabels()).toHaveLength(2));
  const act = async (theme: string, what: string) => {
    await user.click(screen.getByRole('button', { name: `Actions for theme ${theme}` }));
    await user.click(await screen.findByRole('menuitem', { name: what }));
  };
  await act('Quiet', 'Duplicate theme');
  const copy = await screen.findByRole('dialog', { name: 'Duplicate theme Quiet' });
  // A name that is taken is told under its field.
  await user.type(within(copy).getByRole('textbox', { name: 'Name' }), 'Quiet{Enter}');
  await waitFor(() =>
    expect(within(copy).getByRole('textbox', { name: 'Name' })).toHaveAccessibleDescription(/already/),
  );
  await user.clear(within(copy).getByRole('textbox', { name: 'Name' }));
  await user.type(within(copy).getByRole('textbox', { name: 'Name' }), 'Loud{Enter}');
  await screen.findByRole('region', { name: 'Theme Loud' });
  expect(screen.getByRole('combobox', { name: 'Style of Button' })).toHaveValue('text-transform: uppercase');

  await user.click(screen.getByRole('button', { name: 'Apply theme' }));
  const dialog = await screen.findByRole('dialog', { name: 'Apply theme' });
  await user.click(within(dialog).getByRole('combobox', { name: 'Components' }));
  await user.click(await screen.findByRole('option', { name: /^button/ }));
  await user.click(within(dialog).getByRole('button', { name: 'Apply theme to 1 component' }));
  await screen.findByText('Followed by button.');

  await act('Loud', 'Remove theme');
  const removal = await screen.findByRole('dialog', { name: 'Remove theme Loud' });
  expect(removal).toHaveTextContent('1 component will follow no theme');
  await user.click(within(removal).getByRole('button', { name: 'Remove theme' }));
  await waitFor(() => expect(component('button').theme).toBeUndefined());
  await screen.findByRole('region', { name: 'Theme Quiet' });
});

test('who may only look reads the styles', async () => {
  await openPage(<ThemesPage />, 'themes', undefined, 'viewer');
  await screen.findByText('No themes yet.');
  expect(screen.queryByRole('button', { name: 'Create theme' })).toBeNull();
});

test('a product’s screens are given another theme once what changes is seen', async () => {
  const released = demo();
  const theme = (id: string, transform: string) => ({
    id, kind: 'theme' as const, name: id === 'theme_1' ? 'Quiet' : 'Loud', description: '', order: 'a0',
    entries: { [`entry_${id}`]: { order: 'a0', kind: 'rule' as const, when: [], part: 'button', declarations: [['text-transform', { raw: transform }]] as [string, { raw: string }][], comment: '' } },
  }); // prettier-ignore
  const items = new Map(released.items);
  for (const one of [theme('theme_1', 'lowercase'), theme('theme_2', 'uppercase')]) items.set(one.id, one);
  const button = itemsOf(released.items, 'component').find(({ name }) => name === 'button')!;
  items.set(button.id, { ...button, theme: { id: 'theme_1', path: 'Quiet' } });
  const { user } = await openProductPage(<ProductPage />, '', bookingSite({ ...released, items }));
  await user.click(await screen.findByRole('button', { name: 'Apply theme' }));
  const dialog = await screen.findByRole('dialog', { name: 'Apply theme' });
  // The first that is not chosen now; button has it already.
  await within(dialog).findByText(/Nothing changes/);
  await user.click(within(dialog).getByRole('combobox', { name: 'Theme' }));
  await user.click(await screen.findByRole('option', { name: 'Loud' }));
  await within(dialog).findByText(/will look different/);
  const changes = within(within(dialog).getByRole('region', { name: 'Changes' }));
  expect(changes.getAllByText(/text-transform of root from lowercase to uppercase/).length).toBeGreaterThan(
    0,
  );
  await user.click(within(dialog).getByRole('button', { name: 'Apply theme' }));
  await waitFor(() => expect(storedLabels()).toEqual(['Apply theme Loud to all screens']));
});
