import { screen, waitFor, within } from '@testing-library/react';
import { documentOf } from '@/core/document/change-set';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { ContextsPage } from './contexts/contexts-page';
import { PairingsPage } from './pairings/pairings-page';
import { ScalesPage } from './scales/scales-page';
import { SpacingPage } from './spacing/spacing-page';
import { TextStylesPage } from './text-styles/text-styles-page';

const empty = () => documentOf('new', 'library', []);

test('pairings: the grid names what stands on what with its ratio, and a cell opens its details', async () => {
  const { user } = await openPage(<PairingsPage />, 'pairings');
  const grid = await screen.findByRole('region', { name: 'Grid of pairings' });
  const [cell] = within(grid).getAllByRole('button');
  await user.click(cell!);
  expect(await screen.findByRole('button', { name: 'Back to list' })).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Back to list' }));
  expect(await screen.findByRole('heading', { name: 'Worst first' })).toBeInTheDocument();
});

test('pairings: unpaired colours are shown on demand, and that stays in the address', async () => {
  const { user } = await openPage(<PairingsPage />, 'pairings');
  const grid = await screen.findByRole('region', { name: 'Grid of pairings' });
  const before = within(grid).getAllByRole('button').length;
  await user.click(screen.getByRole('switch', { name: 'Show unpaired colours' }));
  await waitFor(() => expect(window.location.search).toContain('all=yes'));
  await waitFor(() => expect(within(grid).getAllByRole('button').length).toBeGreaterThan(before));
});

test('contexts: a layer lists what it sets, before and after; only names that say more are repeated', async () => {
  const { user } = await openPage(<ContextsPage />, 'contexts');
  const layers = await screen.findByRole('navigation', { name: 'Layers' });
  const dark = within(layers).getByRole('button', { name: /^scheme dark/ });
  expect(dark.textContent!.match(/scheme dark/g)).toHaveLength(1);
  await user.click(dark);
  expect(await screen.findByRole('link', { name: 'color.surface.page' })).toBeInTheDocument();
});

test('scales: an empty library is offered each kind of scale, and the address opens its editor', async () => {
  const { user } = await openPage(<ScalesPage />, 'scales', empty());
  expect(await screen.findByRole('heading', { name: 'No generated scales yet.' })).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Spacing scale' }));
  await waitFor(() => expect(window.location.search).toContain('new='));
  expect(await screen.findByLabelText('Base, px')).toBeInTheDocument();
});

test('spacing: an inset is added with its values; a path that is taken is refused in the dialog', async () => {
  const { user } = await openPage(<SpacingPage />, 'spacing');
  await user.click(await screen.findByRole('button', { name: 'Add spacing …' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Inset' }));
  const dialog = await screen.findByRole('dialog');
  const name = within(dialog).getByRole('textbox', { name: 'Path' });
  await user.clear(name);
  await user.type(name, 'inset.card');
  await user.type(within(dialog).getAllByLabelText(/^Size/)[0]!, '12px');
  await user.click(within(dialog).getByRole('button', { name: /^Add inset/ }));
  expect(await within(dialog).findByText(/already a token or group at inset\.card/)).toBeInTheDocument();
  await user.click(within(dialog).getByRole('button', { name: 'Cancel' }));
  expect(storedLabels()).toEqual([]);
});

test('text styles: each is drawn in its own type, in a sample one can change', async () => {
  const { user } = await openPage(<TextStylesPage />, 'text-styles');
  const sample = await screen.findByRole('textbox', { name: 'Sample text' });
  await user.clear(sample);
  await user.type(sample, 'Low water at noon');
  await waitFor(() => expect(screen.getAllByText('Low water at noon').length).toBeGreaterThan(3));
});
