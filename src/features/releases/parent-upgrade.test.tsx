import { screen, waitFor, within } from '@testing-library/react';
import { setField } from '@/core/document/edits';
import { itemsOf, type Document, type Item } from '@/core/document/item';
import type { GroupItem, TokenItem } from '@/core/tokens/items';
import { libraryTree } from '@/core/tokens/token-tree';
import { openPage, serve } from '@/testing/interface/open-page';
import { apply, childOf, demo } from '@/testing/library';
import { ParentUpgrade } from './parent-upgrade';
import { Releases } from './releases';

const keel = demo();
const token = (path: string) => keel.items.get(libraryTree(keel.items).ids.get(path)!) as TokenItem;
const next = (() => {
  const { id } = itemsOf(keel.items, 'layer').find(({ name }) => name === 'primitives')!;
  const item = token('radius.large');
  const text = '{"$value":{"value":8,"unit":"px"}}';
  return apply(keel, [setField(item, `declarations/${id}`, { ...item.declarations[id]!, text })]);
})();
const review = (...[read, own, role]: [Document | { problem: string }, Item[]?, string?]) =>
  openPage(<ParentUpgrade version="1.1.0" />, 'releases/parent/1.1.0', childOf(keel, own ?? [], read), role);

test('the page of releases leads to the review of what the parent has released since', async () => {
  await openPage(<Releases />, 'releases', childOf(keel, [], next));
  expect(await screen.findByText('Keel 1.1.0 is available.')).toBeInTheDocument();
  expect(screen.getByRole('link', { name: 'Review upgrade' })).toHaveAttribute(
    'href',
    '/libraries/hull/releases/parent/1.1.0',
  );
});

test('a parent that was withdrawn is told on every page, with why and what there is instead', async () => {
  const child = childOf(keel, [], next);
  const withdrawn = { reason: 'Cards lost their corners.', by: 'Pat', at: '2026-03-01T00:00:00Z' };
  const parent = { ...child.more.parent!, newer: [], candidate: '1.1.0-candidate.1', withdrawn };
  await openPage(<Releases />, 'releases', { ...child, more: { ...child.more, parent } });
  expect(await screen.findByText('Keel 1.0.0 was withdrawn.')).toBeInTheDocument();
  expect(screen.getByText(/Cards lost their corners\. \(Pat, 1 Mar 2026\)/)).toBeInTheDocument();
  expect(screen.getByRole('link', { name: 'Keel 1.0.0 was withdrawn' })).toHaveAttribute(
    'href',
    '/libraries/hull/releases',
  );
  expect(screen.queryByText(/is available/)).toBeNull();
  expect(screen.getByRole('link', { name: 'Review Keel 1.1.0-candidate.1' })).toHaveAttribute(
    'href',
    '/libraries/hull/releases/parent/1.1.0-candidate.1',
  );
});

test('a candidate of the parent can be reviewed, and is not pressed on', async () => {
  const child = childOf(keel, [], next);
  const parent = { ...child.more.parent!, newer: [], candidate: '1.1.0-candidate.1' };
  await openPage(<Releases />, 'releases', { ...child, more: { ...child.more, parent } });
  expect(await screen.findByText('Keel 1.1.0-candidate.1 can be tried.')).toBeInTheDocument();
  expect(screen.getByRole('link', { name: 'Review candidate' })).toHaveAttribute(
    'href',
    '/libraries/hull/releases/parent/1.1.0-candidate.1',
  );
});

test('what would change stands with its value before and after; the release is taken once what is on its way is stored', async () => {
  const { user } = await review(next);
  const table = await screen.findByRole('table', { name: 'Changes that Keel 1.1.0 brings' });
  const [row, ...others] = within(table).getAllByRole('row').slice(1);
  expect(others).toEqual([]);
  expect(row).toHaveTextContent(/radius\.large.*10px.*8px/);
  expect(within(table).queryByRole('checkbox')).toBeNull();
  expect(screen.getByText('1 item in Hull would change.')).toBeInTheDocument();
  expect(screen.getByText('Cards are rounder no more.')).toBeInTheDocument();
  const asked = serve((path) => (path.endsWith('/parent') ? { body: {} } : { status: 404, body: {} }));
  await user.click(screen.getByRole('button', { name: 'Upgrade to 1.1.0' }));
  expect(await screen.findByText('Hull inherits from Keel 1.1.0 now')).toBeInTheDocument();
  expect(asked.filter(({ method }) => method === 'POST')).toEqual([
    {
      method: 'POST',
      path: '/libraries/hull/parent',
      body: { version: '1.1.0', id: expect.stringMatching(/^change_/) },
    },
  ]);
});

test('a refusal is told in the server’s words, and the review stays', async () => {
  const { user } = await review(next);
  serve(() => ({
    status: 409,
    body: { title: 'This cannot stand', detail: 'The token “own” is there.', code: 'breaks' },
  }));
  await user.click(await screen.findByRole('button', { name: 'Upgrade to 1.1.0' }));
  expect(await screen.findByText('The token “own” is there.')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Upgrade to 1.1.0' })).toBeEnabled();
});

test('what stands in the way is named, and what would become the library’s own', async () => {
  const gone = token('radius.large');
  const without = { ...keel, items: new Map([...keel.items].filter(([id]) => id !== gone.id)) };
  await review(without, [gone]);
  const alone = (await screen.findByText('1 item would become Hull’s own.')).closest('[role=alert]')!;
  expect(alone).toHaveTextContent('The token radius.large overrides what Keel 1.1.0 no longer has.');
});

test('a name that is taken keeps the upgrade off', async () => {
  const group = token('radius.large').parent!;
  const mine = { ...(keel.items.get(group) as GroupItem), id: 'group_mine', name: 'mooring' };
  const theirs = { ...next, items: new Map(next.items).set('group_theirs', { ...mine, id: 'group_theirs' }) };
  await review(theirs, [mine]);
  expect(await screen.findByText(/The group “mooring” is in this library/)).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Upgrade to 1.1.0' })).toBeDisabled();
});

test('who may only look is told so; what cannot be read says why, and leads back', async () => {
  const { unmount } = await review(next, [], 'viewer');
  expect(
    await screen.findByText(/Upgrading needs the role maintainer in T; yours is viewer/),
  ).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Upgrade to 1.1.0' })).toBeDisabled();
  unmount();
  await review({ problem: 'There is no release 1.1.0 of Keel.' });
  expect(await screen.findByText('There is no release 1.1.0 of Keel.')).toBeInTheDocument();
  await waitFor(() => expect(screen.getByRole('link', { name: 'Go to releases' })).toBeInTheDocument());
});
