import '@/testing/interface/worker';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { openPage, storedLabels } from '@/testing/interface/open-page';
import { Proof } from '../page/proof';

const findings = async (role?: string) => {
  const page = await openPage(<Proof name="notice" />, 'components/notice', undefined, role);
  const details = (await screen.findByTestId('findings')).closest('details')!;
  details.open = true;
  fireEvent(details, new Event('toggle'));
  const region = await screen.findByRole('region', { name: 'Findings' });
  return { ...page, region };
};

/** The row that says so of a part. */
const rowOf = (region: HTMLElement, words: RegExp) =>
  within(region)
    .getAllByRole('listitem')
    .find((row) => words.test(row.textContent!))!;

test('a token that passes in every combination is found for a contrast that fails, and bound', async () => {
  const { user, region } = await findings();
  await within(region).findAllByRole('button', { name: 'Find passing token' });
  const row = rowOf(region, /text of hint has a contrast/);
  await user.click(within(row).getByRole('button', { name: 'Find passing token' }));
  const status = await within(row).findByRole('status');
  expect(status).toHaveTextContent(
    /^notice\.text passes in every combination and context, at least [\d.]+ : 1 where 4\.5 : 1 is needed/,
  );
  const [token] = /^\S+/.exec(status.textContent!)!;
  await user.click(within(row).getByRole('button', { name: `Bind ${token}` }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await waitFor(() => expect(screen.queryByText(/text of hint has a contrast/)).toBeNull());
});

test('who may only look is shown the failures and offered no token', async () => {
  const { region } = await findings('viewer');
  expect((await within(region).findAllByRole('button', { name: 'Show failures' })).length).toBeGreaterThan(0);
  expect(within(region).queryByRole('button', { name: 'Find passing token' })).toBeNull();
});
