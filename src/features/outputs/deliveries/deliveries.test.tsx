import { screen, waitFor, within } from '@testing-library/react';
import { addItem } from '@/core/document/edits';
import type { OutputItem } from '@/core/outputs/output-item';
import { openPage, serve, storedLabels } from '@/testing/interface/open-page';
import { local } from '@/testing/interface/local-client';
import { apply, demo } from '@/testing/library';
import { DeliveriesPage } from './deliveries-page';

const OUTPUT: OutputItem = {
  id: 'output_web',
  kind: 'output',
  order: 'a0',
  name: 'Web',
  formats: ['css', 'ts'],
  context: null,
  prefix: '',
  destination: { kind: 'repository', product: 'product_hidden', folder: 'vendor' },
  onRelease: true,
};
const library = apply(demo(), [addItem(OUTPUT)]);
const delivery = (id: string, more: object) => ({
  id, output: OUTPUT.id, name: 'Web', version: '1.0.0', destination: { kind: 'repository', folder: 'vendor' }, changed: true, proposal: null, by: 'Osei', at: '2026-05-04T10:00:00.000Z',
  files: [{ name: 'css/tokens.css', size: 1200, hash: 'a'.repeat(64) }], ...more,
}); // prettier-ignore
const HISTORY = [
  delivery('delivery_2', { version: '1.1.0', proposal: { id: 'proposal_1', state: 'open', branch: 'web-1.1.0', product: 'booking' } }),
  delivery('delivery_1', { changed: false }),
]; // prettier-ignore
let jobs: object[];
const answering = (deliveries: object[]) =>
  serve((path) => {
    if (path.startsWith('/jobs')) return { body: { jobs } };
    if (path.endsWith('/deliveries') && path.includes('/outputs/')) return { body: { job: 'job_1' } };
    if (path.includes('/deliveries/'))
      return {
        body: {
          ...deliveries[0],
          files: [{ name: 'css/tokens.css', text: ':root { --ink: #112233; }' }],
          before: {
            version: '1.0.0',
            files: [{ name: 'css/tokens.css', text: ':root { --ink: #000000; }' }],
          },
        },
      };
    return { body: { deliveries } };
  });
beforeEach(() => void (jobs = []));
const open = (of = library, role?: string) => openPage(<DeliveriesPage />, 'deliveries', of, role);

test('a library without outputs offers to create one; what is wrong is said under its field', async () => {
  answering([]);
  const { user } = await open(demo());
  await user.click(await screen.findByRole('button', { name: 'Create output' }));
  const dialog = await screen.findByRole('dialog', { name: 'Create output' });
  const name = within(dialog).getByRole('textbox', { name: 'Name' });
  await user.type(name, 'Kiosk');
  // By the keys alone: what is typed finds a format, Enter takes it and does not send the form yet.
  await user.type(within(dialog).getByRole('combobox', { name: 'Formats' }), 'scss{Enter}');
  expect(storedLabels()).toEqual([]);
  await user.click(within(dialog).getByRole('radio', { name: 'Folder' }));
  const folder = within(dialog).getByRole('textbox', { name: 'Folder' });
  await user.clear(folder);
  await user.type(folder, '/etc');
  await user.click(within(dialog).getByRole('button', { name: 'Create output' }));
  await waitFor(() => expect(folder).toHaveAccessibleDescription(/“\/etc” is not a folder/));
  await user.clear(folder);
  await user.type(folder, 'kiosk/tokens');
  await user.click(within(dialog).getByRole('checkbox', { name: 'One combination of contexts only' }));
  await user.click(within(dialog).getByRole('combobox', { name: 'Lengths' }));
  await user.click(await screen.findByRole('option', { name: 'In rem' }));
  await user.click(within(dialog).getByRole('checkbox', { name: 'Deliver each release' }));
  await user.click(within(dialog).getByRole('button', { name: 'Create output' }));
  await waitFor(() => expect(storedLabels()).toEqual(['Create output Kiosk']));
  const [edit] = local.stored[0]!.edits;
  expect((edit as { after: object }).after).toMatchObject({ name: 'Kiosk', formats: ['css', 'scss'], context: { brand: 'saltmarsh', scheme: 'light' }, destination: { kind: 'folder', folder: 'kiosk/tokens' }, onRelease: true, unit: 'rem' }); // prettier-ignore
  expect(await screen.findByRole('region', { name: 'Output Kiosk' })).toHaveTextContent('Only brand saltmarsh, scheme light, lengths in rem'); // prettier-ignore
});

test('creating one is opened by its address, for who may, and closed out of it', async () => {
  answering([]);
  const { user } = await openPage(<DeliveriesPage />, 'deliveries?create=output', demo());
  const dialog = await screen.findByRole('dialog', { name: 'Create output' });
  await user.click(within(dialog).getByRole('button', { name: 'Cancel' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(window.location.search).toBe('');
});
test('who may only look creates none by its address either', async () => {
  answering([]);
  await openPage(<DeliveriesPage />, 'deliveries?create=output', demo(), 'viewer');
  expect(await screen.findByText('No outputs yet.')).toBeVisible();
  expect(screen.queryByRole('dialog')).toBeNull();
});

test('the history leads to the proposal and to the files; what one may not read has no name', async () => {
  answering(HISTORY);
  await open();
  const output = await screen.findByRole('region', { name: 'Output Web' });
  expect(output).toHaveTextContent('vendor in the repository of a product of another team');
  const rows = within(await within(output).findByRole('table', { name: 'Deliveries' })).getAllByRole('row').slice(1); // prettier-ignore
  expect(rows.map((row) => row.textContent)).toEqual(['1.1.04 May 2026, OseiProposed1 file1.2 kB', '1.0.04 May 2026, OseiNothing changed1 file1.2 kB']); // prettier-ignore
  expect(within(rows[0]!).getByRole('link', { name: 'Proposed' })).toHaveAttribute('href', '/products/booking/code?proposal=proposal_1'); // prettier-ignore
  expect(await within(output).findByText('1 of 1 file differs.')).toBeInTheDocument();
});

test('it is delivered at a click, followed while it is under way, and a failure is told', async () => {
  const asked = answering([]);
  const { user } = await open(library);
  const output = await screen.findByRole('region', { name: 'Output Web' });
  const press = within(output).getByRole('button', { name: /^Deliver/ });
  jobs = [{ id: 'job_1', label: 'Delivery', document: { kind: 'library', slug: 'keel', name: 'Keel' }, by: 'Pat', state: 'running', attempt: 1, progress: { done: 1, of: 2, doing: 'Writing the files' }, result: null, error: null, created: '', started: '', ended: null, mine: true }]; // prettier-ignore
  await user.click(press);
  expect(asked.some(({ method, path }) => method === 'POST' && path === '/libraries/keel/outputs/output_web/deliveries')).toBe(true); // prettier-ignore
  expect(await within(output).findByText('Delivery: Writing the files')).toBeInTheDocument();
  expect(press).toBeDisabled();
  jobs = [{ ...jobs[0], state: 'failed', error: 'Two names clash.', ended: '2026-05-04T10:00:00.000Z' }];
  expect(await within(output).findByRole('alert')).toHaveTextContent('The last delivery of Keel failed: Two names clash.'); // prettier-ignore
});

test('an output is edited and removed; who may only look sees both and does neither', async () => {
  answering([]);
  const { user, unmount } = await open();
  await user.click(await screen.findByRole('button', { name: 'Edit' }));
  const dialog = await screen.findByRole('dialog', { name: 'Edit output Web' });
  const name = within(dialog).getByRole('textbox', { name: 'Name' });
  await user.clear(name);
  await user.type(name, 'Sites');
  await user.click(within(dialog).getByRole('radio', { name: 'Download' }));
  await user.click(within(dialog).getByRole('button', { name: 'Save output' }));
  await screen.findByRole('region', { name: 'Output Sites' });
  await user.click(screen.getByRole('button', { name: 'Remove' }));
  await waitFor(() => expect(storedLabels()).toEqual(['Change output Sites', 'Remove output Sites']));
  expect(await screen.findByText('No outputs yet.')).toBeInTheDocument();
  unmount();
  await open(library, 'viewer');
  const output = await screen.findByRole('region', { name: 'Output Web' });
  for (const button of ['Edit', 'Remove', /^Deliver/])
    expect(within(output).queryByRole('button', { name: button })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Create output' })).toBeNull();
});
