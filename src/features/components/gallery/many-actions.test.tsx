import { screen, waitFor, within } from '@testing-library/react';
import { openPage, serve, storedLabels } from '@/testing/interface/open-page';
import { Gallery } from './gallery';

const withSelected = async (...names: string[]) => {
  const page = await openPage(<Gallery />, 'components');
  for (const name of names)
    await page.user.click(await screen.findByRole('checkbox', { name: `Select ${name}` }));
  return page;
};
const action = async (user: Awaited<ReturnType<typeof withSelected>>['user'], name: string) => {
  await user.click(screen.getByRole('button', { name: 'Actions' }));
  await user.click(await screen.findByRole('menuitem', { name }));
};

test('several components are kept out of releases and let in again, and the selection ends with it', async () => {
  const { user } = await withSelected('badge', 'notice');
  await action(user, 'Exclude from releases');
  await waitFor(() => expect(storedLabels()).toEqual(['Exclude from releases: badge, notice']));
  expect(await screen.findByText('15 components')).toBeInTheDocument();
  // Those that are drawn: these two, and the one that never was in a release.
  await waitFor(() => expect(screen.getAllByText(/Excluded from releases/)).toHaveLength(3));
});

test('what is used is removed only with what takes its place, and what uses it is named', async () => {
  const { user } = await withSelected('icon');
  await action(user, 'Remove');
  const dialog = await screen.findByRole('dialog', { name: 'Remove icon?' });
  expect(await within(dialog).findByRole('list', { name: 'What would break' })).toHaveTextContent('button');
  const remove = within(dialog).getByRole('button', { name: 'Remove' });
  expect(remove).toBeDisabled();
  expect(storedLabels()).toEqual([]);
  const instead = within(dialog).getByRole('combobox', { name: 'Replacement' });
  await user.click(instead);
  await user.click(await within(dialog).findByRole('option', { name: 'badge' }));
  await user.click(remove);
  await waitFor(() => expect(storedLabels()).toEqual(['Remove icon, badge in its place']));
});

test('grouping by name shows each move before it is made', async () => {
  const { user } = await openPage(<Gallery />, 'components');
  await user.click(await screen.findByRole('button', { name: 'Group by name …' }));
  const dialog = await screen.findByRole('dialog', { name: 'Group by name' });
  expect(await within(dialog).findByText('No component changes its rank.')).toBeInTheDocument();
  await user.click(within(dialog).getByRole('button', { name: 'Cancel' }));
  expect(storedLabels()).toEqual([]);
});

test('a transfer is previewed, refused in the server’s words, and done; only then the selection ends', async () => {
  let answer: { status?: number; body: unknown } = { body: { brought: ['color.quay'], mapped: ['space.2'] } };
  const asked = serve((path) =>
    path === '/documents'
      ? { body: { documents: [{ kind: 'library', slug: 'keel', name: 'Keel' }, { kind: 'library', slug: 'signal', name: 'Signal' }, { kind: 'product', slug: 'site', name: 'Site' }] } }
      : answer,
  ); // prettier-ignore
  const { user } = await withSelected('badge');
  await user.click(screen.getByRole('button', { name: 'Copy or move to library …' }));
  const dialog = await screen.findByRole('dialog', { name: 'Copy or move badge to library' });
  await user.click(within(dialog).getByRole('combobox', { name: 'To' }));
  const options = (await screen.findAllByRole('option')).map(({ textContent }) => textContent);
  // Neither the library itself nor a product.
  expect(options).toEqual(['Signal']);
  await user.click(screen.getByRole('option', { name: 'Signal' }));
  await user.click(within(dialog).getByRole('button', { name: 'Preview' }));
  expect(await within(dialog).findByText('Will be added: color.quay.')).toBeInTheDocument();
  expect(within(dialog).getByText('Same-named item used: space.2.')).toBeInTheDocument();
  expect(asked.at(-1)).toMatchObject({
    body: { names: ['badge'], to: 'signal', mode: 'copy', needs: 'map', tryOnly: true },
  });

  answer = {
    status: 403,
    body: { title: 'x', code: 'forbidden', detail: 'Signal is changed by its own maintainers.' },
  };
  await user.click(within(dialog).getByRole('button', { name: 'Copy components' }));
  expect(await within(dialog).findByRole('alert')).toHaveTextContent(
    'Signal is changed by its own maintainers.',
  );
  expect(screen.getByText('1 selected')).toBeInTheDocument();

  answer = { body: { brought: [], mapped: [] } };
  await user.click(within(dialog).getByRole('combobox', { name: 'Mode' }));
  await user.click(await screen.findByRole('option', { name: /^Move/ }));
  await user.click(within(dialog).getByRole('button', { name: 'Move components' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(asked.at(-1)).toMatchObject({ body: { mode: 'move', tryOnly: false } });
  expect(screen.getByText('15 components')).toBeInTheDocument();
});
