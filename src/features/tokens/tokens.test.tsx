import { screen, waitFor, within } from '@testing-library/react';
import { local } from '@/testing/interface/local-client';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { TokensPage } from './tiers/tokens-page';

const open = (path: string) => openPage(<TokensPage />, `tokens/${encodeURIComponent(path)}`);
const detail = (path: string) => screen.findByRole('complementary', { name: `Token ${path}` });
const value = async (path: string, layer = 'primitives') =>
  within(await detail(path)).findByRole('combobox', { name: `Value ${layer}` });

test('what is typed shows at once and is stored by Enter; Escape leaves what was there', async () => {
  const { user } = await open('color.estuary.700');
  const field = await value('color.estuary.700');
  const resolved = within(await detail('color.estuary.700')).getByTestId('resolved');
  const before = resolved.textContent;
  await user.clear(field);
  await user.type(field, '#5b2a86');
  await waitFor(() => expect(resolved).toHaveTextContent('#5b2a86'));
  expect(storedLabels()).toEqual([]);
  await user.keyboard('{Escape}');
  await waitFor(() => expect(resolved).toHaveTextContent(before!));
  expect(field).toHaveValue(before!);

  await user.clear(field);
  await user.type(field, '#5b2a86{Enter}');
  await waitFor(() => expect(storedLabels()).toEqual(['Set color.estuary.700 to #5b2a86']));
  // Leaving the field after Enter stores nothing a second time.
  await user.tab();
  expect(storedLabels()).toHaveLength(1);
  expect(await screen.findByRole('button', { name: 'Undo: Set color.estuary.700 to #5b2a86' })).toBeEnabled();
});

test('a value that is none is refused under its field with the form it needs, and nothing is stored', async () => {
  const { user } = await open('space.4');
  const field = await value('space.4');
  await user.clear(field);
  await user.type(field, 'wide{Enter}');
  const words = await screen.findByText(/Write it as 16px or 1\.5rem/);
  expect(field).toHaveAccessibleDescription(words.textContent!);
  expect(field).toHaveValue('wide');
  expect(storedLabels()).toEqual([]);
});

test('a token is renamed with all that refer to it; a path that is taken is refused in the dialog', async () => {
  const { user } = await open('color.text.quiet');
  await user.click(
    within(await detail('color.text.quiet')).getByRole('button', { name: 'Actions for this token' }),
  );
  await user.click(await screen.findByRole('menuitem', { name: 'Rename or move' }));
  const dialog = await screen.findByRole('dialog', { name: 'Rename color.text.quiet' });
  const path = within(dialog).getByRole('textbox', { name: 'New path' });
  await user.clear(path);
  await user.type(path, 'color.text.default{Enter}');
  expect(
    await within(dialog).findByText(/There is already a token or group at color\.text\.default/),
  ).toBeInTheDocument();
  await user.clear(path);
  await user.type(path, 'color.text.hushed{Enter}');
  await waitFor(() => expect(storedLabels()).toEqual(['Rename color.text.quiet to color.text.hushed']));
  await waitFor(() => expect(window.location.pathname).toBe('/libraries/keel/tokens/color.text.hushed'));
  expect(await detail('color.text.hushed')).toBeInTheDocument();
});

test('removing says what would break and offers Cancel, which changes nothing', async () => {
  const { user } = await open('color.text.quiet');
  await user.click(
    within(await detail('color.text.quiet')).getByRole('button', { name: 'Actions for this token' }),
  );
  await user.click(await screen.findByRole('menuitem', { name: 'Remove' }));
  const dialog = await screen.findByRole('dialog', { name: /^Remove color\.text\.quiet/ });
  await waitFor(() => expect(dialog).toHaveTextContent(/\d+ direct uses would break/));
  expect(
    within(within(dialog).getByRole('list', { name: 'What would break' })).getAllByRole('link').length,
  ).toBeGreaterThan(1);
  // Leaving uses without anything has to be said.
  const remove = within(dialog).getByRole('button', { name: 'Remove' });
  expect(remove).toBeDisabled();
  await user.click(within(dialog).getByRole('checkbox', { name: /^Leave \d+ uses without a replacement$/ }));
  expect(remove).toBeEnabled();
  await user.click(within(dialog).getByRole('button', { name: 'Cancel' }));
  expect(storedLabels()).toEqual([]);
});

test('Add token is opened by its address, refuses a path that is taken, and leads to what it made', async () => {
  const { user } = await openPage(<TokensPage />, 'tokens?create=token');
  const dialog = await screen.findByRole('dialog', { name: 'Add token' });
  await user.type(within(dialog).getByRole('textbox', { name: 'Path' }), 'space.4');
  await user.type(within(dialog).getByRole('combobox', { name: 'Value' }), '#123456');
  await user.click(within(dialog).getByRole('button', { name: 'Add token' }));
  expect(
    await within(dialog).findByText(/There is already a token or group at space\.4/),
  ).toBeInTheDocument();
  const path = within(dialog).getByRole('textbox', { name: 'Path' });
  await user.clear(path);
  await user.type(path, 'color.signal.high');
  await user.click(within(dialog).getByRole('button', { name: 'Add token' }));
  await waitFor(() => expect(storedLabels()).toEqual(['Add color.signal.high']));
  await waitFor(() => expect(window.location.pathname).toBe('/libraries/keel/tokens/color.signal.high'));
  expect(window.location.search).toBe('');
});

test('a failure while a value is stored keeps what was typed', async () => {
  const { user } = await open('space.4');
  const field = await value('space.4');
  await user.clear(field);
  await user.type(field, '20px');
  local.broken = 'declareValue';
  await user.keyboard('{Enter}');
  expect(await screen.findByRole('button', { name: 'Try again' })).toBeInTheDocument();
  expect(field).toHaveValue('20px');
  expect(storedLabels()).toEqual([]);
});

test('the state beside the name counts changes and errors, each a link to its page', async () => {
  await open('space.4');
  const changes = await screen.findByRole('link', { name: /change|since/ });
  expect(changes).toHaveAttribute('href', '/libraries/keel/releases');
  const findings = await screen.findByRole('link', { name: /^\d+ (error|warning)s?$/ });
  expect(findings.getAttribute('href')).toMatch(/^\/libraries\/keel\/findings\?level=(error|warning)$/);
  expect(screen.getByRole('link', { name: 'Skip to content' })).toHaveAttribute('href', '#content');
});
