import { screen, within } from '@testing-library/react';
import { openPage, openProductPage } from '@/testing/interface/open-page';
import { bookingSite, demo } from '@/testing/library';
import { ProductPage } from '../products/product-page';
import { TokensPage } from '../tokens/tiers/tokens-page';

// What is not shown is said to be missing, so that nobody takes the rest for all of it.
const released = demo();
const log = (sequence: number) => [
  { id: 'change_1', author: 'p', label: 'Rename x', at: '2026-11-13T09:00:00.000Z', edits: [], sequence },
];

test('a library whose ancestor may not be read says so on each of its pages', async () => {
  await openPage(<TokensPage />, 'tokens', { released, present: released, more: { withheld: true } });
  expect(await screen.findByText(/inherits from one that is open to its own team only/)).toBeInTheDocument();
});

test('where all may be read, nothing is said', async () => {
  await openPage(<TokensPage />, 'tokens');
  await screen.findByRole('link', { name: 'Tokens' });
  expect(screen.queryByText(/open to its own team only/)).not.toBeInTheDocument();
});

test('a product whose library may not be read says so', async () => {
  const product = bookingSite(released);
  product.snapshot.libraries.length = 0;
  await openProductPage(<ProductPage />, '', product);
  expect(await screen.findByText(/uses a library that is open to its own team only/)).toBeInTheDocument();
});

test.each([
  [1, 'No edits in this draft yet.', null],
  [120, null, /^Changes before \d+ Nov 2026 are not listed here\.$/],
])('a history that begins with change %i', async (sequence, said, since) => {
  await openPage(<TokensPage />, 'tokens/space.4', {
    released,
    present: released,
    more: { log: log(sequence) },
  });
  const detail = await screen.findByRole('complementary', { name: 'Token space.4' });
  if (said) expect(within(detail).getByText(said)).toBeInTheDocument();
  else expect(within(detail).queryByText(/^No edits/)).not.toBeInTheDocument();
  if (since) expect(within(detail).getByText(since)).toBeInTheDocument();
  else expect(within(detail).queryByText(/not listed here/)).not.toBeInTheDocument();
});
