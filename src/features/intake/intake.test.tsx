import '@/testing/interface/worker';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { strToU8, zipSync } from 'fflate';
import { local } from '@/testing/interface/local-client';
import { openPage, serve, storedLabels } from '@/testing/interface/open-page';
import { pictures } from '@/testing/interface/worker';
import { GatherPage } from './intake-page';

const open = (role?: string) => openPage(<GatherPage />, 'import', undefined, role);
const drop = async (...files: [name: string, body: string | Uint8Array][]) => {
  const field = await screen.findByLabelText('Files to import');
  fireEvent.change(field, {
    target: { files: files.map(([name, body]) => new File([body as BlobPart], name)) },
  });
};
const rows = () =>
  within(screen.getAllByRole('table').at(-1)!)
    .getAllByRole('row')
    .slice(1)
    .map((row) =>
      within(row)
        .getAllByRole('cell')
        .map(({ textContent }) => textContent),
    );

test('the sample is read, clustered and proposed in three tiers; what is left out takes along what refers to it', async () => {
  const { user } = await open();
  expect(await screen.findByText(/21 colours in 14 clusters/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Import sample' }));
  expect(await screen.findByText('21 values in 14 clusters')).toBeInTheDocument();
  const button = () => screen.getByRole('button', { name: /^Propose \d+ tokens in three tiers$/ });
  const count = () => Number(/\d+/.exec(button().textContent!)![0]);
  const before = count();
  const box = screen.getByRole('checkbox', { name: '#1c2427' });
  expect(box).toBeChecked();
  await user.click(box);
  // The primitive and at least the purpose that is its alias.
  await waitFor(() => expect(count()).toBeLessThan(before - 1));
  await user.click(box);
  await waitFor(() => expect(count()).toBe(before));

  await user.click(button());
  expect(await screen.findByText('What these files and the selected values would add')).toBeInTheDocument();
  const coming = await screen.findByRole('button', { name: /^Import \d+ tokens$/ });
  await user.click(coming);
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  await waitFor(() => expect(window.location.pathname).toBe('/libraries/keel/tokens'));
});

test('a greater nearness groups more values, another kind shows its own', async () => {
  const { user } = await open();
  await user.click(await screen.findByRole('button', { name: 'Import sample' }));
  await screen.findByText('21 values in 14 clusters');
  const near = screen.getByRole('textbox', { name: 'Nearness in ΔE (CIEDE2000)' });
  await user.clear(near);
  await user.type(near, '12');
  const clusters = () =>
    Number(/in (\d+) clusters?/.exec(screen.getByText(/^\d+ values in/).textContent!)![1]);
  await waitFor(() => expect(clusters()).toBeLessThan(14));
  await user.click(screen.getByRole('radio', { name: /^Type sizes \d+$/ }));
  expect(await screen.findByRole('checkbox', { name: '40px' })).toBeInTheDocument();
  expect(screen.queryByRole('textbox', { name: 'Nearness in ΔE (CIEDE2000)' })).toBeNull();
  expect(screen.getByRole('img', { name: 'Sizes on a scale' })).toBeInTheDocument();
});

test('pasted values are reviewed against the library: new, the same, changed; each can be decided', async () => {
  const { user } = await open();
  await user.type(
    await screen.findByRole('textbox', { name: 'Or paste values' }),
    'space.4: 17px\nspace.2: 8px\nspace.99: 99px',
  );
  await user.click(screen.getByRole('button', { name: 'Read pasted text' }));
  await screen.findByText('What these files would add');
  await waitFor(() => expect(rows().length).toBeGreaterThanOrEqual(2));
  const paths = rows().map(([path]) => path);
  expect(paths).toContain('space.4');
  expect(paths).toContain('space.99');
  // The library's value is kept until one decides otherwise.
  const decision = screen.getByRole('radiogroup', { name: 'What to do with space.4' });
  await user.click(within(decision).getByRole('radio', { name: 'Use imported file’s' }));
  await user.click(await screen.findByRole('button', { name: /^Import 2 tokens$/ }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  const set = local.stored[0]!.edits.map((edit) => JSON.stringify(edit));
  expect(set.some((edit) => edit.includes('17'))).toBe(true);
  expect(set.some((edit) => edit.includes('99'))).toBe(true);
});

test('what cannot be read is told by file, with what to do, and the rest is read', async () => {
  await open();
  await drop(
    ['notes.docx', 'x'],
    ['sheet.css', ':root { --tide: #0b5c7a; } a { color: #0b5c7a }'],
    ['page.html', '<link rel="stylesheet" href="missing.css"><p style="color:#123456">'],
    ['broken.zip', 'not a zip'],
  );
  const alert = await screen.findByRole('alert');
  expect(alert).toHaveTextContent(/notes\.docx is not a supported kind of file/);
  expect(alert).toHaveTextContent(/page\.html asks for missing\.css, which is not among these files/);
  expect(alert).toHaveTextContent(/broken\.zip/);
  expect(await screen.findByText(/declarations read/)).toBeInTheDocument();
  // The file names it itself.
  expect(screen.getByRole('row', { name: /#0b5c7a.* tide$/ })).toBeInTheDocument();
});

test('an archive is opened, and its files are read as if dropped', async () => {
  await open();
  const archive = zipSync({ 'a/colors.txt': strToU8('color.quay: #345678') });
  await drop(['set.zip', archive]);
  await waitFor(() => expect(rows().map(([path]) => path)).toEqual(['color.quay']));
});

test('the colours of a picture are left out and taken in one by one, and become a list to review', async () => {
  pictures.set('harbour', [
    { hex: '#0b5c7a', share: 0.7 },
    { hex: '#f4efe6', share: 0.3 },
  ]);
  const { user } = await open();
  await drop(['harbour.png', 'harbour'], ['broken.png', 'nothing']);
  expect(await screen.findByRole('alert')).toHaveTextContent('broken.png is not a readable picture');
  expect(screen.getByText('Colours of harbour.png')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: '#f4efe6, 30 per cent' }));
  await user.click(screen.getByRole('button', { name: 'Create tokens from 1 colour' }));
  await waitFor(() => expect(rows()).toHaveLength(1));
  expect(rows()[0]![2]).toContain('#0b5c7a');
});

test('a component file goes to the server: tried first, its findings by line, and only then stored', async () => {
  let faulty = true;
  const asked = serve((_, body) => ({
    body: {
      counts: faulty ? {} : { component: 1 },
      findings: faulty
        ? [{ level: 'error', code: 'bad', message: 'A rule names no part', fix: 'Name a part', at: { file: 'x.component.json', line: 3 } }]
        : [],
      ...(body as object),
    },
  })); // prettier-ignore
  const { user } = await open();
  await drop(['x.component.json', '{}']);
  expect(
    await screen.findByText(/x\.component\.json, line 3: A rule names no part\. Name a part\./),
  ).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Import' })).toBeDisabled();
  expect(screen.getByText(/Fix the errors first/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Cancel' }));

  faulty = false;
  await drop(['x.component.json', '{"fixed":true}']);
  expect(await screen.findByText(/This adds or changes 1 component\./)).toBeInTheDocument();
  expect(asked.every(({ body }) => (body as { tryOnly?: boolean }).tryOnly)).toBe(true);
  await user.click(screen.getByRole('button', { name: 'Import' }));
  await waitFor(() => expect((asked.at(-1)!.body as { tryOnly?: boolean }).tryOnly).toBeUndefined());
});

test('a large token file is imported whole by a job, beside what is read at once', async () => {
  let answer: object = { state: 'failed', error: '{n1} leads to no token. Nothing was changed.' };
  const asked = serve((path) =>
    path.startsWith('/jobs') ? { body: { jobs: [{ id: 'job_1', progress: null, result: null, ...answer }] } } : { body: { job: 'job_1' } },
  ); // prettier-ignore
  const { user } = await open();
  await drop(['bulk.tokens.json', ' '.repeat(5_000_001)], ['colors.txt', 'color.quay: #345678']);
  await waitFor(() => expect(rows().map(([path]) => path)).toEqual(['color.quay']));
  const large = screen.getByRole('region', { name: 'Import of bulk.tokens.json' });
  expect(large).toHaveTextContent('bulk.tokens.json holds 5 MB, too much to be reviewed value by value.');
  await user.click(within(large).getByRole('button', { name: 'Import file' }));
  expect(await within(large).findByRole('alert')).toHaveTextContent('{n1} leads to no token. Nothing was changed');
  answer = { state: 'done', result: '12,001 items added, 0 values changed' };
  await user.click(within(large).getByRole('button', { name: 'Import file' }));
  await waitFor(() => expect(large).toHaveTextContent('is imported: 12,001 items added, 0 values changed.'));
  expect(within(large).getByRole('link', { name: 'View tokens' })).toHaveAttribute('href', '/libraries/keel/tokens');
  expect(asked.filter(({ method }) => method === 'POST').map(({ path }) => path)).toEqual(Array.from({ length: 2 }, () => '/libraries/keel/uploads/tokens?name=bulk.tokens.json'));
  await user.click(within(large).getByRole('button', { name: 'Close' }));
  expect(screen.queryByRole('region', { name: 'Import of bulk.tokens.json' })).toBeNull();
}); // prettier-ignore

test('who may only look is told who can import', async () => {
  await open('viewer');
  expect(await screen.findByText('Somebody who maintains Keel can import files.')).toBeInTheDocument();
  expect(screen.queryByLabelText('Files to import')).toBeNull();
});

const SHEET = `:root { --x-ink: #1e2528; --x-page: #ffffff } [data-brand="field"] { --x-ink: #002233 }
body { color: var(--x-ink); background: var(--x-page) } a { color: #00617e } .a { color: #00617f } .b { color: #00617f }`;

test('roles are read from the rules; another value of a group can stay, and primitives can come alone', async () => {
  const { user } = await open();
  await drop(['site.css', SHEET]);
  const roles = await screen.findByRole('region', { name: 'Roles' });
  expect(within(roles).getByRole('row', { name: /^link\.text #00617e a, site\.css:2/ })).toBeInTheDocument();
  expect(within(roles).getByRole('row', { name: /^page\.text #1e2528 --x-ink body/ })).toBeInTheDocument();
  await user.click(await screen.findByRole('button', { name: /^#00617e$/ }));
  expect(await screen.findByRole('checkbox', { name: '#00617e' })).toBeChecked();
  expect(screen.getByRole('button', { name: /^Propose \d+ tokens in three tiers$/ })).toBeEnabled();
  await user.click(screen.getByRole('checkbox', { name: 'Primitives only' }));
  await user.click(await screen.findByRole('button', { name: /^Propose \d+ tokens?$/ }));
  await waitFor(() => expect(rows().map(([path]) => path)).toEqual(expect.arrayContaining(['x.ink', 'x.page'])));
  expect(rows().some(([path]) => path!.startsWith('purpose.'))).toBe(false);
}); // prettier-ignore

test('paths are renamed by pattern and one by one, an axis is left out, and all of it comes in', async () => {
  const { user } = await open();
  await drop(['site.css', SHEET]);
  await user.click(await screen.findByRole('button', { name: /^Propose \d+ tokens in three tiers$/ }));
  const paths = () => rows().map(([path]) => path!);
  await waitFor(() => expect(paths()).toEqual(expect.arrayContaining(['purpose.page.text'])));
  await user.click(screen.getByRole('checkbox', { name: /^Axis brand: / }));
  await user.type(screen.getByRole('textbox', { name: 'Rename paths like' }), 'x.*');
  await user.type(screen.getByRole('textbox', { name: 'To' }), 'site.*');
  await waitFor(() => expect(paths()).toEqual(expect.arrayContaining(['site.ink', 'site.page'])));
  // What refers to it follows.
  const row = screen.getAllByRole('row').find((one) => /^purpose\.page\.text/.test(one.textContent!))!;
  expect(row).toHaveTextContent('{site.ink}');
  await user.click(screen.getByRole('button', { name: 'site.page' }));
  const name = await screen.findByRole('textbox', { name: 'Name of site.page' });
  await user.clear(name);
  await user.type(name, 'site.ink{Enter}');
  expect(await screen.findByText(/would both be site\.ink/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'x.page' }));
  const again = await screen.findByRole('textbox', { name: 'Name of x.page' });
  await user.clear(again);
  await user.type(again, 'site.paper{Enter}');
  await waitFor(() => expect(paths()).toEqual(expect.arrayContaining(['site.paper'])));
  await user.click(await screen.findByRole('button', { name: /^Import \d+ tokens$/ }));
  await waitFor(() => expect(storedLabels()).toHaveLength(1));
  const edits = JSON.stringify(local.stored[0]!.edits);
  expect(edits).toContain('paper');
  expect(edits).not.toContain('002233');
});
