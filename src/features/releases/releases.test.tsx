import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { itemsOf } from '@/core/document/item';
import { LIBRARY_COMMANDS } from '@/editing/commands';
import { local } from '@/testing/interface/local-client';
import { openPage, serve, storedLabels } from '@/testing/interface/open-page';
import { bookingSite, demo, done, newId, opened } from '@/testing/library';
import { Releases } from './releases';

const released = demo();
const layer = itemsOf(released.items, 'layer').find(({ name }) => name === 'primitives')!.id;

/** The demo library after its release: a colour is another, a token is new, and one that nobody uses is gone. */
const changed = (() => {
  let library = opened(released);
  library = done(
    library,
    LIBRARY_COMMANDS.declareValue(library, { path: 'color.estuary.700', layer, text: '#5b2a86' }, newId),
  );
  return done(
    library,
    LIBRARY_COMMANDS.addToken(
      library,
      { path: 'space.99', type: 'dimension', text: '99px', layer } as never,
      newId,
    ),
  ).own;
})();
const products = [{ id: 'b', slug: 'booking', name: 'Booking', version: '1.0.0', through: null, items: [] }];
const open = (role = 'maintainer', more = {}) => {
  // What the thumbnail of a product opens.
  local.product = bookingSite(released);
  return openPage(
    <Releases />,
    'releases',
    { released, present: changed, more: { products, ...more } },
    role,
  );
};
const rows = () => within(screen.getByRole('table')).getAllByRole('row').slice(1);
const version = () => screen.getByTestId('version').textContent;

test('each change stands with its impact, its value before and after, and what it reaches', async () => {
  await open();
  await screen.findByRole('table', { name: 'Changes since the last release' });
  const titles = rows().map((row) => within(row).getAllByRole('cell')[2]!.textContent!);
  expect(titles.some((title) => title.startsWith('color.estuary.700'))).toBe(true);
  expect(titles.some((title) => title.startsWith('space.99'))).toBe(true);
  const ink = rows().find((row) => row.textContent!.includes('color.estuary.700'))!;
  expect(within(ink).getByText('#00617e')).toBeInTheDocument();
  expect(within(ink).getByText('#5b2a86')).toBeInTheDocument();
  // What is added has no value before.
  const added = rows().find((row) => row.textContent!.includes('space.99'))!;
  expect(within(added).getByText('—')).toBeInTheDocument();
  expect(within(added).getByText('99px')).toBeInTheDocument();
  expect(screen.getByRole('list', { name: 'Changes by impact' })).toHaveTextContent('2 minor');
  expect(version()).toBe('1.1.0');
});

test('what is left out lowers the version, and with nothing left there is no change in it', async () => {
  const { user } = await open();
  await screen.findByRole('table');
  await user.click(screen.getByRole('checkbox', { name: /^color\.estuary\.700 is in the release/ }));
  expect(await screen.findByText(/1 in, 1 excluded/)).toBeInTheDocument();
  const added = screen.getByRole('checkbox', { name: /^space\.99 is in the release/ });
  await user.click(added);
  expect(await screen.findByText('no changes included')).toBeInTheDocument();
  await user.click(added);
  await waitFor(() => expect(screen.queryByText('no changes included')).toBeNull());
});

test('a release is one request with what it was computed from; a refusal is told and what was typed stays', async () => {
  let refused = true;
  const asked = serve(() =>
    refused
      ? {
          status: 409,
          body: { title: 'x', code: 'conflict', detail: 'Osei changed space.2 since. Look again.' },
        }
      : { body: { version: '1.1.0' } },
  );
  const { user } = await open();
  await screen.findByRole('table');
  expect(screen.getByRole('region', { name: 'Products that will be notified' })).toHaveTextContent(
    'Pinned to 1.0.0',
  );
  fireEvent.change(screen.getByRole('textbox', { name: 'Summary for the products that use it' }), {
    target: { value: 'Purple tide' },
  });
  await user.click(screen.getByRole('button', { name: 'Release 1.1.0' }));
  expect(await screen.findByText('Osei changed space.2 since. Look again.')).toBeInTheDocument();
  expect(screen.getByRole('textbox', { name: 'Summary for the products that use it' })).toHaveValue(
    'Purple tide',
  );
  refused = false;
  await user.click(screen.getByRole('button', { name: 'Release 1.1.0' }));
  expect(await screen.findByText('Released Keel 1.1.0')).toBeInTheDocument();
  expect(asked.at(-1)).toMatchObject({
    method: 'POST',
    path: '/libraries/keel/releases',
    body: { version: '1.1.0', leftOut: [], summary: 'Purple tide' },
  });
  expect(screen.getByRole('textbox', { name: 'Summary for the products that use it' })).toHaveValue('');
});

test('who may only look reads the same and is told which role releases', async () => {
  await open('viewer');
  expect(await screen.findByRole('button', { name: 'Release 1.1.0' })).toBeDisabled();
  expect(screen.getByText('Releasing needs the role maintainer in T; yours is viewer.')).toBeInTheDocument();
  expect(storedLabels()).toEqual([]);
});
