import { screen, waitFor, within } from '@testing-library/react';
import { documentOf } from '@/core/document/change-set';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { Gallery } from './gallery';

const open = (query = '', ...more: [] | [Parameters<typeof openPage>[2]]) =>
  openPage(<Gallery />, `components${query}`, ...more);
const names = () => screen.getAllByRole('checkbox').map((box) => box.getAttribute('aria-label'));

test('every component stands in the gallery, searched by what it is and what it uses', async () => {
  const { user } = await open();
  await screen.findByRole('checkbox', { name: 'Select badge' });
  expect(names()).toHaveLength(15);
  await user.type(screen.getByRole('textbox', { name: 'Search components' }), 'badge.radius');
  await waitFor(() => expect(names()).toContain('Select badge'));
  await waitFor(() => expect(names().length).toBeLessThan(15));
});

test('a component is created by name; one that is taken is refused under its field', async () => {
  const { user } = await open('?create=component');
  const dialog = await screen.findByRole('dialog', { name: 'Create component' });
  const name = within(dialog).getByRole('textbox', { name: 'Name' });
  await user.type(name, 'badge{Enter}');
  const words = await within(dialog).findByText(/badge already/);
  expect(name).toHaveAccessibleDescription(words.textContent!);
  await user.clear(name);
  await user.type(name, 'pier-sign{Enter}');
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await waitFor(() => expect(window.location.pathname).toBe('/libraries/keel/components/pier-sign'));
});

test('two selected components are moved to a rank as one change', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('checkbox', { name: 'Select badge' }));
  await user.click(screen.getByRole('checkbox', { name: 'Select notice' }));
  expect(await screen.findByText('2 selected')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Move to rank …' }));
  const dialog = await screen.findByRole('dialog', { name: 'Move 2 components to a rank' });
  await user.type(within(dialog).getAllByLabelText(/^Rank/)[0]!, 'signs');
  await user.click(within(dialog).getByRole('button', { name: 'Move 2 components' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
});

test('an empty library offers to create the first one, without search or filter', async () => {
  const { user } = await open('', documentOf('new', 'library', []));
  expect(await screen.findByRole('heading', { name: 'No components yet.' })).toBeInTheDocument();
  expect(screen.queryByRole('textbox', { name: 'Search components' })).toBeNull();
  await user.click(screen.getByRole('button', { name: 'Create component' }));
  expect(await screen.findByRole('dialog', { name: 'Create component' })).toBeInTheDocument();
});
