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

test('a candidate is released beside: the changes stay, and its version follows the candidates there are', async () => {
  const asked = serve(() => ({ body: { id: 'x', version: '1.1.0-candidate.2' } }));
  const versions = ['1.1.0-candidate.1', '1.0.0'].map((version) => ({ version, at: '2026-02-01' }));
  const { user } = await open('maintainer', { versions });
  const summary = await screen.findByRole('textbox', { name: 'Summary for the products that use it' });
  fireEvent.change(summary, { target: { value: 'Try this' } });
  await user.click(screen.getByRole('button', { name: 'Release candidate 1.1.0-candidate.2' }));
  expect(await screen.findByText('Released Keel 1.1.0-candidate.2')).toBeInTheDocument();
  expect(asked.at(-1)!.body).toMatchObject({ version: '1.1.0-candidate.2', candidate: true });
  expect(summary).toHaveValue('Try this');
});

const past = (version: string, withdrawn: object | null = null) => ({
  version, at: '2026-02-01T00:00:00Z', author: 'Pat', notes: `## ${version}\n\nWords of ${version}.`, changes: [], withdrawn,
}); // prettier-ignore
const openPast = (role = 'maintainer') =>
  openPage(<Releases />, 'releases?show=past', { released, present: changed }, role);

test('a candidate that is still to come is released as it is; a release is withdrawn with its reason, and offered again', async () => {
  let releases = [past('1.1.0-candidate.1'), past('1.0.0'), past('1.0.0-candidate.1')];
  let refused = true;
  const asked = serve((path, body) => {
    if (path.endsWith('/releases')) return { body: { releases } };
    if (refused) return { status: 409, body: { title: 'x', code: 'version', detail: '1.1.0 was released since.' } }; // prettier-ignore
    const { reason } = (body ?? {}) as { reason?: string };
    if (path.endsWith('/withdraw'))
      releases = [
        releases[0]!,
        past('1.0.0', { reason, by: 'Osei', at: '2026-03-01T00:00:00Z' }),
        releases[2]!,
      ];
    if (path.endsWith('/restore')) releases = [releases[0]!, past('1.0.0'), releases[2]!];
    return { body: { id: 'x', version: '1.1.0' } };
  });
  const { user } = await openPast();
  const of = (version: string) => within(screen.getByRole('article', { name: version }));
  expect(await screen.findByRole('button', { name: 'Release as 1.1.0' })).toBeInTheDocument();
  expect(of('1.1.0-candidate.1').getByText('Candidate')).toBeInTheDocument();
  // Of a version that is out there is nothing to release.
  expect(screen.queryByRole('button', { name: 'Release as 1.0.0' })).toBeNull();
  await user.click(screen.getByRole('button', { name: 'Release as 1.1.0' }));
  const dialog = await screen.findByRole('dialog', { name: 'Release 1.1.0-candidate.1 as 1.1.0' });
  const summary = within(dialog).getByRole('textbox', { name: 'Summary for the products that use it' });
  fireEvent.change(summary, { target: { value: 'Tried by two' } });
  await user.click(within(dialog).getByRole('button', { name: 'Release 1.1.0' }));
  expect(await within(dialog).findByText('1.1.0 was released since.')).toBeInTheDocument();
  expect(summary).toHaveValue('Tried by two');
  refused = false;
  await user.click(within(dialog).getByRole('button', { name: 'Release 1.1.0' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(asked.filter(({ path }) => path.endsWith('/promote')).at(-1)).toMatchObject({
    path: '/libraries/keel/releases/1.1.0-candidate.1/promote',
    body: { summary: 'Tried by two' },
  });
  await user.click(screen.getByRole('button', { name: 'Withdraw 1.0.0' }));
  const why = await screen.findByRole('dialog', { name: 'Withdraw 1.0.0' });
  expect(within(why).getByRole('button', { name: 'Withdraw 1.0.0' })).toBeDisabled();
  fireEvent.change(within(why).getByRole('textbox', { name: 'Reason' }), { target: { value: 'Too pale.' } });
  await user.click(within(why).getByRole('button', { name: 'Withdraw 1.0.0' }));
  expect(await screen.findByText('Withdrawn on 1 Mar 2026 by Osei: Too pale.')).toBeInTheDocument();
  await user.click(of('1.0.0').getByRole('button', { name: 'Restore 1.0.0' }));
  expect(await screen.findByRole('button', { name: 'Withdraw 1.0.0' })).toBeInTheDocument();
});

test('the past stands in the order of time, with who has each release and what is still to come; each leads to its notes', async () => {
  const gone = past('1.1.0', { reason: 'Too pale.', by: 'Osei', at: '2026-03-05T00:00:00Z' });
  serve(() => ({
    body: {
      releases: [
        { ...gone, at: '2026-03-03T00:00:00Z' },
        { ...past('1.1.0-candidate.1'), at: '2026-03-02T00:00:00Z' },
        past('1.0.0'),
      ],
    },
  }));
  const using = ['Booking', 'Kiosk', 'Freight', 'Crew'].map((name) => ({ ...products[0]!, id: name, slug: name, name }));
  await openPage(<Releases />, 'releases?show=past', { released, present: changed, more: { products: using } });
  const graph = await screen.findByRole('region', { name: 'Releases over time' });
  await within(graph).findByText('2 changes');
  expect(within(graph).getAllByRole('listitem').map((item) => item.textContent)).toEqual([
    '1.0.01 Feb 2026Booking, Kiosk and 2 others',
    '1.1.0-candidate.12 Mar 2026, candidate',
    '1.1.03 Mar 2026, withdrawn',
    'Next release2 changes',
  ]);
  for (const version of ['1.0.0', '1.1.0', '1.1.0-candidate.1']) {
    const [, to] = within(graph).getByRole('link', { name: version }).getAttribute('href')!.split('#');
    expect(document.getElementById(to!)!.closest('article')).toBe(screen.getByRole('article', { name: version }));
  }
}); // prettier-ignore

test('who may only look sees what became of a release, and changes none', async () => {
  serve(() => ({
    body: { releases: [past('1.0.0', { reason: 'Too pale.', by: 'Osei', at: '2026-03-01T00:00:00Z' })] },
  }));
  await openPast('viewer');
  expect(await screen.findByText('Withdrawn on 1 Mar 2026 by Osei: Too pale.')).toBeInTheDocument();
  expect(screen.queryByRole('button', { name: /Withdraw|Restore/ })).toBeNull();
});
