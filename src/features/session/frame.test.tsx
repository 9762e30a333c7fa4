import { screen, waitFor, within } from '@testing-library/react';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { local } from '@/testing/interface/local-client';
import { STAGES } from '@/features/session/navigation';
import { TokensPage } from '@/features/tokens/tiers/tokens-page';

const open = (path = 'tokens', role?: string) => openPage(<TokensPage />, path, undefined, role);

test('the stages stand in the order of the work, the present one marked, each a link', async () => {
  const { user } = await open();
  const stages = await screen.findByRole('navigation', { name: 'Stages' });
  // Where there is no room, as here, what does not fit stands in a menu.
  await user.click(within(stages).getByRole('button', { name: /^More/ }));
  const names = (await screen.findAllByRole('menuitem')).map(({ textContent }) => textContent);
  expect(['Tokens', ...names]).toEqual(STAGES.map(({ label }) => label));
  expect(within(stages).getByRole('link', { name: 'Tokens' })).toHaveAttribute('aria-current');
});

test('the palette finds things, pages and commands by what one types', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('button', { name: /^Search/ }));
  const field = await screen.findByPlaceholderText(/Search/);
  await user.type(field, 'estuary.700');
  await waitFor(() => expect(document.body).toHaveTextContent('color.estuary.700'));
  await user.clear(field);
  await user.type(field, 'go to findings');
  await waitFor(() => expect(document.body).toHaveTextContent(/Go to findings/i));
  await user.clear(field);
  await user.type(field, 'zzzz');
  expect(await screen.findByText('No matches')).toBeInTheDocument();
});

test('a context chosen in the lens bar is kept in the address and shown by what stands there', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('radio', { name: 'dark' }));
  await waitFor(() => expect(window.location.search).toContain('scheme'));
  expect(screen.getByRole('radio', { name: 'dark' })).toBeChecked();
  // Links to other pages carry the lens along.
  const stages = screen.getByRole('navigation', { name: 'Stages' });
  expect(within(stages).getByRole('link', { name: 'Tokens' }).getAttribute('href')).toContain('dark');
});

test('undo names what it would undo, is off when there is nothing, and a failure is told with Try again', async () => {
  const { user } = await open('tokens?create=token');
  expect(screen.getByRole('button', { name: /^Undo|Nothing to undo/ })).toBeDisabled();
  const dialog = await screen.findByRole('dialog', { name: 'Add token' });
  await user.type(within(dialog).getByRole('textbox', { name: 'Path' }), 'color.signal.high');
  await user.type(within(dialog).getByRole('combobox', { name: 'Value' }), '#123456');
  await user.click(within(dialog).getByRole('button', { name: 'Add token' }));
  await waitFor(() => expect(storedLabels()).toEqual(['Add color.signal.high']));
  await user.click(await screen.findByRole('button', { name: 'Undo: Add color.signal.high' }));
  await waitFor(() => expect(local.stored.map(({ label }) => label)).toHaveLength(2));
});

test('who may only look is told by what is offered: nothing to add, nothing to undo', async () => {
  await open('tokens', 'viewer');
  await screen.findByRole('navigation', { name: 'Stages' });
  expect(screen.queryByRole('button', { name: 'Add token' })).toBeNull();
  expect(screen.queryByRole('link', { name: 'Import files' })).toBeNull();
});
