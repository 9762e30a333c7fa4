import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { readFileSync } from 'node:fs';
import { LIBRARY_COMMANDS } from '@/editing/commands';
import { openPage, serve, storedLabels } from '@/testing/interface/open-page';
import { demo, done, newId, opened } from '@/testing/library';
import { FontsPage } from './fonts-page';

const face = (weight: number) => ({
  file: `tern-${weight}.woff2`,
  hash: String(weight).padStart(64, '0'),
  mediaType: 'font/woff2',
  size: 1000,
  notes: [],
  font: {
    family: 'Tern Sans',
    weight: [weight, weight] as [number, number],
    italic: false,
    axes: [],
    scripts: ['Latin'],
    glyphs: 200,
    licence: '',
    embedding: 'installable' as const,
    noSubsetting: false,
    bitmapOnly: false,
  },
});
/** The demo library with two files of a family of its own, which stands in for the family of its text. */
function withTern() {
  const library = opened(demo());
  const added = done(library, LIBRARY_COMMANDS.addFonts(library, { files: [face(400), face(600)] }, newId));
  return done(
    added,
    LIBRARY_COMMANDS.replaceFamily(added, { from: 'Archivo Variable', to: 'Tern Sans' }, newId),
  ).own;
}
const family = async (name: string) =>
  (await screen.findByRole('heading', { level: 2, name })).closest('article')!;

test('each family says where it comes from, what uses it and which weight is missing; the nearest is taken on demand', async () => {
  const { user } = await openPage(<FontsPage />, 'fonts', withTern());
  const tern = await family('Tern Sans');
  expect(tern).toHaveTextContent('Files of this library, weight 400, 600');
  expect(within(tern).getAllByRole('link').length).toBeGreaterThan(0);
  expect(tern).toHaveTextContent('Weight 800 is required by');
  const missing = within(tern).getByText(/^Weight 800 is required by/);
  await user.click(within(missing).getByRole('button', { name: 'Use 600 everywhere' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await waitFor(() => expect(tern).not.toHaveTextContent('Weight 800 is required by'));
});

test('a family is renamed, to a name that is none it is refused, and Escape leaves it', async () => {
  const { user } = await openPage(<FontsPage />, 'fonts', withTern());
  await user.click(within(await family('Tern Sans')).getByRole('button', { name: 'Rename Tern Sans' }));
  const field = screen.getByRole('textbox', { name: 'Name in style sheets' });
  await user.clear(field);
  await user.type(field, 'Commit Mono{Enter}');
  expect(await screen.findByRole('alert')).toHaveTextContent(/Commit Mono/);
  expect(storedLabels()).toEqual([]);
  await user.click(within(await family('Tern Sans')).getByRole('button', { name: 'Rename Tern Sans' }));
  await user.type(screen.getByRole('textbox', { name: 'Name in style sheets' }), ' Two{Escape}');
  expect(screen.queryByRole('textbox', { name: 'Name in style sheets' })).toBeNull();
  await user.click(within(await family('Tern Sans')).getByRole('button', { name: 'Rename Tern Sans' }));
  await user.type(screen.getByRole('textbox', { name: 'Name in style sheets' }), ' Two{Enter}');
  expect(await family('Tern Sans Two')).toBeInTheDocument();
});

test('a family is replaced everywhere in one change, and its last file takes it away', async () => {
  const { user } = await openPage(<FontsPage />, 'fonts', withTern());
  await user.click(within(await family('Tern Sans')).getByRole('button', { name: 'Replace everywhere …' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Replace with Commit Mono' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  const tern = await family('Tern Sans');
  expect(await within(tern).findByText('No token uses this family.')).toBeInTheDocument();
  const remove = async (file: string) => {
    await user.click(within(await family('Tern Sans')).getByRole('button', { name: `Remove ${file}` }));
    const dialog = await screen.findByRole('dialog', { name: `Remove ${file}?` });
    const button = within(dialog).getByRole('button', { name: 'Remove' });
    await waitFor(() => expect(button).toBeEnabled());
    await user.click(button);
  };
  await remove('tern-400.woff2');
  await waitFor(() => expect(storedLabels()).toHaveLength(2));
  await remove('tern-600.woff2');
  await waitFor(() => expect(screen.queryByRole('heading', { level: 2, name: 'Tern Sans' })).toBeNull());
});

test('removing the last file of a font that is used says which tokens lose it, and asks for another', async () => {
  const { user } = await openPage(<FontsPage />, 'fonts', withTern());
  const remove = async (file: string) => {
    await user.click(within(await family('Tern Sans')).getByRole('button', { name: `Remove ${file}` }));
    return screen.findByRole('dialog', { name: `Remove ${file}?` });
  };
  let dialog = await remove('tern-600.woff2');
  await user.click(await within(dialog).findByRole('checkbox', { name: /^Leave / }));
  await user.click(within(dialog).getByRole('button', { name: 'Remove' }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  dialog = await remove('tern-400.woff2');
  const breaks = await within(dialog).findByRole('list', { name: 'What would break' });
  expect(breaks).toHaveTextContent('font.family.text');
  expect(within(dialog).getByRole('button', { name: 'Remove' })).toBeDisabled();
  await user.click(within(dialog).getByRole('combobox', { name: 'Replacement' }));
  await user.click(await screen.findByRole('option', { name: 'Commit Mono' }));
  await user.click(within(dialog).getByRole('button', { name: 'Remove' }));
  await waitFor(() => expect(screen.queryByRole('heading', { level: 2, name: 'Tern Sans' })).toBeNull());
  expect(within(await family('Commit Mono')).getByText(/font\.family\.text/)).toBeInTheDocument();
});

test('files are sent to the server, which reads them; what is no font is told, and the rest is added', async () => {
  serve((path) =>
    path.includes('notes.ttf')
      ? { status: 400, body: { title: 'x', code: 'bad', detail: 'notes.ttf is not a font. Upload a TTF, OTF, WOFF or WOFF2 file.' } }
      : { body: face(700) },
  ); // prettier-ignore
  await openPage(<FontsPage />, 'fonts');
  fireEvent.change(await screen.findByLabelText('Font files'), {
    target: {
      files: [new File([readFileSync('package.json')], 'notes.ttf'), new File(['x'], 'tern-700.woff2')],
    },
  });
  expect(await family('Tern Sans')).toHaveTextContent('weight 700');
  expect(screen.getByRole('alert')).toHaveTextContent(
    'is not a font. Upload a TTF, OTF, WOFF or WOFF2 file.',
  );
  expect(storedLabels()).toEqual(['Add the font Tern Sans']);
});

test('a font of more than 5 MB is read by a job, of more than 20 MB refused', async () => {
  const large = (name: string, megabytes: number) =>
    new File([new Uint8Array(megabytes * 1024 * 1024)], name);
  const { file: _file, ...facts } = face(700);
  const asked = serve((path) => {
    if (path.startsWith('/jobs')) return { body: { jobs: [{ id: 'job_1', state: 'done', result: 'Tern Sans, 6 MB' }] } }; // prettier-ignore
    return { body: path.includes('/uploads/') ? { job: 'job_1', hash: facts.hash } : facts };
  });
  await openPage(<FontsPage />, 'fonts');
  fireEvent.change(await screen.findByLabelText('Font files'), {
    target: { files: [large('tern-700.woff2', 6), large('tern-800.woff2', 21)] },
  });
  expect(await family('Tern Sans')).toHaveTextContent('weight 700');
  expect(screen.getByRole('alert')).toHaveTextContent('tern-800.woff2 The file is larger than 20 MB');
  expect(asked.slice(0, 3).map(({ method, path }) => `${method} ${path}`)).toEqual([
    'POST /libraries/keel/uploads/file?name=tern-700.woff2',
    'GET /jobs?document=keel',
    `GET /libraries/keel/files/${facts.hash}`,
  ]);
});

test('who may only look sees the same, with nothing to change', async () => {
  await openPage(<FontsPage />, 'fonts', withTern(), 'viewer');
  const tern = await family('Tern Sans');
  expect(within(tern).queryByRole('button')).toBeNull();
  expect(screen.queryByLabelText('Font files')).toBeNull();
});
