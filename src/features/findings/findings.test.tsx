import { screen, waitFor, within } from '@testing-library/react';
import { documentOf } from '@/core/document/change-set';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { FindingsPage } from './findings-page';

const open = (query = '') => openPage(<FindingsPage />, `findings${query}`);
const rows = () => screen.queryAllByRole('listitem').filter((item) => item.dataset.level !== undefined);

test('a finding shows its name first, its code beside it, and the values it speaks of', async () => {
  await open('?code=tier-skip');
  await waitFor(() => expect(rows().length).toBeGreaterThan(0));
  const [row] = rows();
  expect(row).toHaveTextContent(/^Component token skips a tier/);
  expect(row).toHaveTextContent('tier-skip');
  expect(row!.querySelectorAll('[data-specimen]').length).toBeGreaterThan(0);
});

test('the level is kept in the address, and filters', async () => {
  const { user } = await open();
  await waitFor(() => expect(rows().some(({ dataset }) => dataset.level !== 'error')).toBe(true));
  await user.click(screen.getByRole('radio', { name: 'Errors' }));
  await waitFor(() => expect(window.location.search).toBe('?level=error'));
  await waitFor(() =>
    expect(new Set(rows().map(({ dataset }) => dataset.level))).toEqual(new Set(['error'])),
  );
});

test('many are fixed as one change after a preview; Cancel fixes none; one undo reverts all', async () => {
  const { user } = await open();
  const fix = await screen.findByRole('button', { name: /^Fix \d+$/ });
  const count = Number(/\d+/.exec(fix.textContent!)![0]);
  await user.click(fix);
  const first = await screen.findByRole('dialog', { name: `Fix ${count} findings` });
  expect(within(first).getAllByRole('listitem')).toHaveLength(count);
  await user.click(within(first).getByRole('button', { name: 'Cancel' }));
  expect(storedLabels()).toEqual([]);
  await user.click(screen.getByRole('button', { name: `Fix ${count}` }));
  const dialog = await screen.findByRole('dialog');
  // Each says what is wrong and what will change, and can be left out.
  const boxes = within(dialog).getAllByRole('checkbox');
  for (const box of boxes) expect(box).toHaveAccessibleDescription(/: /);
  await user.click(boxes[0]!);
  await user.click(within(dialog).getByRole('button', { name: `Fix ${count - 1} findings` }));
  await waitFor(() => expect(storedLabels()).toEqual([`Fix ${count - 1} findings`]));
  await waitFor(() => expect(screen.queryByRole('button', { name: `Fix ${count}` })).toBeNull());
  await user.click(await screen.findByRole('button', { name: `Undo: Fix ${count - 1} findings` }));
  expect(await screen.findByRole('button', { name: `Fix ${count}` })).toBeEnabled();
});

test('a filter that nothing fits says so and can be cleared; it never praises', async () => {
  const { user } = await open('?find=zzz');
  expect(await screen.findByRole('heading', { name: 'No findings match the filter.' })).toBeInTheDocument();
  expect(screen.getByText(/^\d+ checks of \d+ tokens and \d+ components/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Clear filter' }));
  await waitFor(() => expect(rows().length).toBeGreaterThan(0));
});

test('a library with nothing in it has nothing to check, and says how to begin', async () => {
  await openPage(<FindingsPage />, 'findings', documentOf('new', 'library', []));
  expect(await screen.findByRole('heading', { name: 'Nothing to check yet.' })).toBeInTheDocument();
  expect(screen.getByRole('link', { name: 'Import files' })).toHaveAttribute(
    'href',
    '/libraries/keel/import',
  );
  expect(screen.queryByText(/No findings/)).toBeNull();
});

test('who may only look is offered no fix', async () => {
  await openPage(<FindingsPage />, 'findings', undefined, 'viewer');
  await waitFor(() => expect(rows().length).toBeGreaterThan(0));
  expect(screen.queryByRole('button', { name: /^Fix/ })).toBeNull();
  expect(screen.queryByRole('checkbox')).toBeNull();
});

test('a contrast too low in some combinations is fixed here, by a token that passes in all', async () => {
  const { user } = await open('?code=combination-contrast');
  const row = await screen.findByText(/notice: text of hint has a contrast/);
  const line = within(row.closest('li')!);
  await user.click(line.getByRole('button', { name: 'Find passing token' }));
  expect(await line.findByRole('status')).toHaveTextContent(/passes in every combination and context/);
  expect(line.getByRole('button', { name: /^Bind / })).toHaveFocus();
  await user.keyboard('{Enter}');
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await waitFor(() => expect(screen.queryByText(/notice: text of hint has a contrast/)).toBeNull());
});
