import { screen, waitFor, within } from '@testing-library/react';
import { itemsOf } from '@/core/document/item';
import { LIBRARY_COMMANDS } from '@/editing/commands';
import { openPage, openProductPage, serve, storedLabels } from '@/testing/interface/open-page';
import { bookingSite, demo, done, newId, opened } from '@/testing/library';
import { LibraryProducts } from './library-products';
import { ProductBrands } from './brands/product-brands';
import { ProductPage } from './product-page';
import { UpgradeReview } from './upgrade-review';

const released = demo();
/** A release in which the ink of the actions is another, and one in which nothing is. */
const changed = () => {
  const library = opened(released);
  const layer = itemsOf(released.items, 'layer').find(({ name }) => name === 'primitives')!.id;
  return done(
    library,
    LIBRARY_COMMANDS.declareValue(library, { path: 'color.estuary.700', layer, text: '#5b2a86' }, newId),
  ).own;
};
const newer = () => [
  { version: '1.1.0', document: changed(), notes: '## 1.1.0\n\nPurple tide.' },
  { version: '1.0.1', document: released },
];
const onReview = (version: string, product = bookingSite(released, newer())) =>
  openProductPage(<UpgradeReview library="keel" version={version} />, `/upgrade/keel/${version}`, product);

test('a product shows its screens at the release it is pinned to, and that a newer one is out', async () => {
  await openProductPage(<ProductPage />, '', bookingSite(released, newer()));
  expect(screen.getByRole('heading', { name: 'Booking' })).toBeInTheDocument();
  expect(screen.getByText('Sells crossings')).toBeInTheDocument();
  const frame = await screen.findByTitle(/^Screen /);
  expect(frame).toBeInTheDocument();
  const notice = screen.getByRole('alert');
  expect(notice).toHaveTextContent('Booking is pinned to 1.0.0');
  expect(within(notice).getByRole('link', { name: 'Review upgrade to Keel 1.1.0' })).toHaveAttribute(
    'href',
    '/products/booking/upgrade/keel/1.1.0',
  );
  // The stages of a product: its screens, and the newest upgrade.
  const stages = screen.getByRole('navigation', { name: 'Stages' });
  expect(stages).toHaveTextContent('Screens');
});

test('a pinned release that was withdrawn is told with its reason and the way to another, which is no upgrade', async () => {
  const product = bookingSite(released, [{ version: '0.9.0', document: released }]);
  const [keel] = product.snapshot.libraries;
  Object.assign(keel!, { withdrawn: { reason: 'Too pale.', by: 'Pat', at: '2026-03-01T00:00:00Z' } });
  await openProductPage(<ProductPage />, '', product);
  const told = await screen.findByText('Keel 1.0.0 was withdrawn.');
  expect(told.closest('[role=alert]')).toHaveTextContent('Too pale. (Pat, 1 Mar 2026)');
  expect(screen.getByRole('link', { name: 'Review Keel 0.9.0' })).toHaveAttribute(
    'href',
    '/products/booking/upgrade/keel/0.9.0',
  );
  expect(screen.getByRole('link', { name: 'Go back to 0.9.0' })).toBeInTheDocument();
  expect(screen.queryByText(/is out$/)).toBeNull();
});

test('a product at the newest release is told of none', async () => {
  await openProductPage(<ProductPage />, '', bookingSite(released));
  await screen.findByTitle(/^Screen /);
  expect(screen.queryByRole('alert')).toBeNull();
});

test('the review names each place that would change, with its value before and after, and marks it', async () => {
  const { user } = await onReview('1.1.0');
  expect(screen.getByRole('heading', { level: 1, name: 'Keel 1.0.0 → 1.1.0' })).toBeInTheDocument();
  const areas = within(screen.getByRole('region', { name: 'What would change' })).getAllByRole('article');
  expect(screen.getByText(`${areas.length} areas on 1 screen would change.`)).toBeInTheDocument();
  expect(areas[0]).toHaveTextContent('#00617e → #5b2a86');
  const mark = within(areas[0]!).getByRole('button');
  await user.click(mark);
  expect(mark).toHaveAttribute('aria-pressed', 'true');
  await user.click(mark);
  expect(mark).toHaveAttribute('aria-pressed', 'false');
  expect(screen.getByText('Purple tide.')).toBeInTheDocument();
});

test('before and after are flipped by the choice and by the key F', async () => {
  const { user } = await onReview('1.1.0');
  const side = () => document.querySelector('figure[data-side]')!.getAttribute('data-side');
  expect(side()).toBe('after');
  await user.click(screen.getByRole('radio', { name: 'Before, 1.0.0' }));
  expect(side()).toBe('before');
  await user.keyboard('f');
  await waitFor(() => expect(side()).toBe('after'));
});

test('an upgrade is taken by one request, and a refusal of the server is told with nothing lost', async () => {
  let refused = true;
  const asked = serve(() =>
    refused
      ? {
          status: 409,
          body: { title: 'Pinned since', code: 'conflict', detail: 'Osei upgraded it to 1.1.0.' },
        }
      : { body: { version: '1.1.0' } },
  );
  const { user } = await onReview('1.1.0');
  await user.click(screen.getByRole('button', { name: 'Upgrade to 1.1.0' }));
  expect(await screen.findByText('Osei upgraded it to 1.1.0.')).toBeInTheDocument();
  expect(window.location.pathname).toBe('/products/booking/upgrade/keel/1.1.0');
  refused = false;
  await user.click(screen.getByRole('button', { name: 'Upgrade to 1.1.0' }));
  await waitFor(() => expect(window.location.pathname).toBe('/products/booking'));
  expect(asked).toHaveLength(2);
  expect(asked[1]).toMatchObject({
    method: 'POST',
    path: '/products/booking/pins',
    body: { library: 'keel', version: '1.1.0' },
  });
  expect(await screen.findByText('Booking is pinned to Keel 1.1.0 now')).toBeInTheDocument();
});

test('an upgrade that changes nothing says so; who may not take it is told which role does', async () => {
  const first = await onReview('1.0.1');
  expect(screen.getByText('Nothing on your screens would change.')).toBeInTheDocument();
  first.unmount();
  await onReview('1.1.0', bookingSite(released, newer(), { role: 'viewer' }));
  expect(screen.getByRole('button', { name: 'Upgrade to 1.1.0' })).toBeDisabled();
  expect(screen.getByText('Upgrading needs the role maintainer in B; yours is viewer.')).toBeInTheDocument();
});

test('a review of a release that is not there leads back', async () => {
  await openProductPage(
    <UpgradeReview library="keel" version="9.9.9" />,
    '/upgrade/keel/9.9.9',
    bookingSite(released),
  );
  expect(await screen.findByText('There is no upgrade to review.')).toBeInTheDocument();
  expect(screen.getByRole('link', { name: 'Back to screens' })).toHaveAttribute('href', '/products/booking');
});

test('a library says that no product uses it yet, and how one comes to', async () => {
  await openPage(<LibraryProducts />, 'products');
  expect(await screen.findByRole('heading', { name: 'No product uses Keel yet.' })).toBeInTheDocument();
});

test('components are placed, set and put in order, each as one step that can be taken back', async () => {
  const { user } = await openProductPage(<ProductPage />, '', bookingSite(released));
  const outline = within(await screen.findByRole('region', { name: 'Components on this screen' }));
  const rows = () => outline.getAllByRole('listitem').map((row) => row.textContent);
  const before = rows();
  await user.click(outline.getByRole('combobox', { name: 'Component' }));
  await user.type(outline.getByRole('combobox', { name: 'Component' }), 'badge');
  await user.click(await screen.findByRole('option', { name: 'badge' }));
  await user.click(outline.getByRole('button', { name: 'Add component' }));
  await waitFor(() => expect(rows()).toEqual([...before, 'badge']));
  await user.click(outline.getByRole('button', { name: 'Move badge 1 up' }));
  await waitFor(() => expect(rows()).not.toEqual([...before, 'badge']));
  await user.click(outline.getByRole('button', { name: 'badge' }));
  const label = await outline.findByRole('textbox', { name: 'label' });
  await user.clear(label);
  await user.type(label, 'Boarding now{Enter}');
  await user.click(outline.getByRole('button', { name: 'Remove badge 1' }));
  await waitFor(() => expect(rows()).toEqual(before));
  expect(storedLabels()).toEqual([
    'Place badge on Choose a fare',
    'Move badge',
    'Set label of badge',
    'Remove badge',
  ]);
});

test('a screen is refused under the field that is wrong, and renamed', async () => {
  const { user } = await openProductPage(<ProductPage />, '', bookingSite(released));
  await user.click(await screen.findByRole('button', { name: 'Add screen' }));
  const dialog = within(await screen.findByRole('dialog', { name: 'Add screen' }));
  await user.type(dialog.getByLabelText(/^Title/), 'Choose a fare');
  await user.click(dialog.getByRole('button', { name: 'Add screen' }));
  expect(await dialog.findByText(/There is a screen called Choose a fare already/)).toBeInTheDocument();
  await user.click(dialog.getByRole('button', { name: 'Cancel' }));
  await user.click(screen.getByRole('button', { name: 'Screen actions' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Edit title and width' }));
  const editing = within(await screen.findByRole('dialog', { name: 'Edit screen' }));
  const title = editing.getByLabelText(/^Title/);
  await user.clear(title);
  await user.type(title, 'Fares{Enter}');
  await waitFor(() => expect(storedLabels()).toEqual(['Rename screen Choose a fare to Fares']));
});

test('a screen stands under every scheme, and one of them is applied to the product and undone', async () => {
  const { user } = await openProductPage(<ProductBrands />, '/brands?rows=scheme', bookingSite(released));
  const dark = await screen.findByRole('region', { name: 'dark' });
  expect(within(dark).getAllByTitle(/^Screen .* under dark/).length).toBeGreaterThan(0);
  expect(within(screen.getByRole('region', { name: 'light' })).getByText('Applied to Booking')).toBeVisible();
  const [first] = within(dark).queryAllByRole('link');
  if (first) expect(first.getAttribute('href')).toMatch(/^\/libraries\/keel\/tokens\/.*scheme=dark/);
  await user.click(within(dark).getByRole('button', { name: 'Apply dark' }));
  // The button is gone: the keyboard goes on from what stands in its place.
  expect(await within(dark).findByText('Applied to Booking')).toHaveFocus();
  expect(storedLabels()).toEqual(['Apply scheme dark']);
  await user.click(screen.getByRole('button', { name: /^Undo/ }));
  expect(await within(dark).findByRole('button', { name: 'Apply dark' })).toBeVisible();
});

test('a component is put into a slot of another, and taken out again', async () => {
  const { user } = await openProductPage(<ProductPage />, '', bookingSite(released));
  const editor = await screen.findByRole('region', { name: 'Components on this screen' });
  const inSlots = () => within(editor).getAllByRole('button', { pressed: false }).filter(({ textContent }) => / in \w+$/.test(textContent!)).length; // prettier-ignore
  const before = inSlots();
  const row = within(editor).getAllByRole('button', { name: /^notice/ })[0]!;
  await user.click(row);
  const place = async (name: RegExp) => {
    await user.click(within(editor).getByRole('combobox', { name: 'Stands in' }));
    await user.click((await screen.findAllByRole('option', { name }))[0]!);
  };
  await place(/: \w+$/);
  expect(await within(editor).findByRole('button', { name: /^notice in / })).toBeVisible();
  await place(/^The screen$/);
  await waitFor(() => expect(within(editor).queryByRole('button', { name: /^notice in / })).toBeNull());
  expect(inSlots()).toBe(before);
  expect(storedLabels()).toEqual(['Move notice', 'Move notice']);
});
