import { screen, waitFor, within } from '@testing-library/react';
import { openProductPage, serve } from '@/testing/interface/open-page';
import { bookingSite, demo } from '@/testing/library';
import { CodePage } from './code-page';

const commit = (n: number, title: string) => ({ hash: String(n).repeat(40), parent: n > 1 ? String(n - 1).repeat(40) : '', at: `2026-0${n}-01T10:00:00.000Z`, author: 'Ada Moor', title }); // prettier-ignore
const COMMITS = [commit(2, 'Second'), commit(1, 'First')];
const scanned = (n: number, token: number, exact: number) => ({
  commit: String(n).repeat(40),
  at: `2026-0${n}-01T10:00:00.000Z`,
  version: '1.0.0',
  files: 2,
  leftOut: 0,
  parts: { total: token + exact, token, exact, near: 0, foreign: 0 },
  coverage: token / (token + exact),
});
const library = (scans: object[]) => ({ slug: 'keel', name: 'Keel', releases: [{ version: '1.0.0', at: '2026-01-15T10:00:00.000Z' }], scans }); // prettier-ignore
const job = (more: object) => ({ id: 'job_1', label: 'Scan', document: { kind: 'product', slug: 'booking', name: 'Booking' }, by: 'Pat', state: 'running', attempt: 1, progress: null, result: null, error: null, created: '2026-01-01T10:00:00.000Z', started: null, ended: null, mine: true, ...more }); // prettier-ignore
const FOUND = {
  ...scanned(2, 3, 1),
  tokens: { 'color.ink': 3 },
  found: {
    bypasses: [{ value: '#00617e', kind: 'color', as: 'exact', count: 23, suggest: ['color.text.link'], places: [{ file: 'a.css', line: 7, source: 'a { color: #00617e }' }] }],
    deprecated: [{ path: 'color.text.muted', count: 1, places: [{ file: 'b.css', line: 1, source: 'b {}' }] }],
    unknown: [],
    leftOut: [{ file: 'app.min.css', why: 'minified' }, { file: 'tokens.scss', why: 'generated' }],
    unreadable: [{ file: 'c.css', message: 'c.css cannot be read: It is no text' }],
  },
}; // prettier-ignore

interface Server {
  repository?: object;
  scans?: object[];
  jobs?: object[];
  proposals?: object[];
  checks?: object[];
  refuse?: string;
  libraries?: object[];
  files?: object[];
}
/** A server that has what is given, and nothing else. */
function having({ repository = {}, scans = [scanned(1, 1, 3), scanned(2, 3, 1)], jobs = [], proposals = [], checks = [], refuse, libraries = [library(scans)], files = [] }: Server) {
  return serve((path, _body, method) => {
    if (method === 'POST') return refuse === undefined ? { body: { job: 'job_1' } } : { status: 400, body: { title: 'x', code: 'bad-request', detail: refuse } };
    if (path.startsWith('/jobs')) return { body: { jobs } };
    if (path.includes('/file?')) return { body: { commit: COMMITS[0]!.hash, name: new URLSearchParams(path.split('?')[1]).get('name'), text: 'one\ntwo\nthree\nfour\nfive\nsix\na { color: #00617e }\neight' } };
    if (path.includes('/repository/commits/')) return { body: { ...COMMITS[0], patch: '+added\n-removed\n', cut: false, files } };
    if (/\/repository(\?|$)/.test(path)) return { body: { off: false, exists: true, branches: [{ name: 'main', commit: COMMITS[0]!.hash }], commits: COMMITS, ...repository } };
    if (path.endsWith('/checks')) return { body: { libraries: checks } };
    if (path.includes('/proposals/')) return { body: proposals[0] };
    if (path.endsWith('/proposals')) return { body: { proposals } };
    if (path.endsWith('/scans')) return { body: { libraries } };
    return { body: FOUND };
  });
} // prettier-ignore
const open = (server: Server, role = 'maintainer') => {
  const asked = having(server);
  const product = bookingSite(demo());
  Object.assign(product.snapshot, { role });
  return openProductPage(<CodePage />, '/code', product).then((drawn) => ({ ...drawn, asked }));
};

test.each<[string, object, RegExp]>([
  ['git is missing', { off: true, exists: false, branches: [], commits: [] }, /Repositories are off/],
  ['there is no repository', { exists: false, branches: [], commits: [] }, /No repository yet/],
  ['it is empty', { branches: [], commits: [] }, /git remote add seedplan .*\/git\/booking\.git/],
])('where %s, the page says what to do', async (_, repository, words) => {
  await open({ repository });
  expect(await screen.findByText(words)).toBeInTheDocument();
});

test('each commit shows what it holds, and each figure leads to its lines and their surroundings', async () => {
  const { user } = await open({});
  const coverage = await screen.findByRole('region', { name: 'Coverage' });
  expect(coverage).toHaveTextContent('75.0 % of 4 values in 2 files written by token of Keel 1.0.0');
  expect(within(coverage).getByRole('img', { name: 'Coverage by Keel over 2 commits' })).toBeInTheDocument();
  await user.click(await screen.findByRole('button', { name: 'Lines with #00617e' }));
  expect(screen.getByRole('link', { name: 'color.text.link' })).toHaveAttribute('href', '/libraries/keel/tokens/color.text.link'); // prettier-ignore
  expect(screen.getByText('and 22 places more')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: /^a\.css:7/ }));
  expect(await screen.findByLabelText('a.css, from line 2')).toHaveTextContent('7a { color: #00617e }');
  await user.click(screen.getByText('Deprecated and unknown'));
  expect(await screen.findByText('Deprecated token')).toBeInTheDocument();
  expect(
    screen.getByText('2 files left out: app.min.css (minified), tokens.scss (generated).'),
  ).toBeInTheDocument();
  expect(screen.getByText(/1 file could not be read: c\.css cannot be read/)).toBeInTheDocument();
  // One tab stop; arrow keys go from commit to commit.
  const list = within(screen.getByRole('region', { name: 'Commits' })).getAllByRole('button');
  expect(list.map((one) => one.tabIndex)).toEqual([0, -1]);
  list[0]!.focus();
  await user.keyboard('{ArrowDown}');
  expect(list[1]).toHaveFocus();
  expect(await screen.findByRole('heading', { name: 'First' })).toBeInTheDocument();
  expect(coverage).toHaveTextContent('25.0 %');
});

test('the figures of the chart are there as a table too, each row leading to its commit', async () => {
  const { user } = await open({});
  const coverage = await screen.findByRole('region', { name: 'Coverage' });
  await user.click(within(coverage).getByRole('radio', { name: 'Table' }));
  expect(within(coverage).queryByRole('img', { name: /^Coverage by Keel/ })).toBeNull();
  const rows = within(await within(coverage).findByRole('table', { name: 'Coverage by commit' })).getAllByRole('row').slice(1); // prettier-ignore
  expect(rows.map((row) => within(row).getAllByRole('cell').map(({ textContent }) => textContent))).toEqual([
    ['Second', '1 Feb 2026', '1.0.0', '3', '1', '0', '0', '75.0 %'],
    ['First', '1 Jan 2026', '1.0.0', '1', '3', '0', '0', '25.0 %'],
  ]); // prettier-ignore
  await user.click(within(rows[1]!).getByRole('button', { name: 'First' }));
  await waitFor(() => expect(within(coverage).getAllByRole('row', { current: true })[0]).toHaveTextContent('First')); // prettier-ignore
});

test('the files of a commit are read in their folders, and what is no text is told', async () => {
  const { user, asked } = await open({ files: [{ name: 'styles/a.css', size: 40 }, { name: 'logo.png', size: 2048 }] });
  await user.click(await screen.findByRole('radio', { name: 'Files' }));
  const file = await screen.findByRole('region', { name: 'File styles/a.css' });
  expect(await within(file).findByRole('textbox', { name: 'styles/a.css' })).toHaveTextContent('a { color: #00617e }');
  await user.click(within(screen.getByRole('tree', { name: 'Files' })).getByText('logo.png'));
  const logo = await screen.findByRole('region', { name: 'File logo.png' });
  expect(logo).toHaveTextContent('This file is not text.');
  expect(asked.filter(({ path }) => path.includes('/file?')).map(({ path }) => path.split('?')[1])).toEqual(['name=styles%2Fa.css']);
}); // prettier-ignore

test('another branch shows its own commits, and asks for no scan of them', async () => {
  const { user, asked } = await open({ repository: { branches: [{ name: 'main', commit: COMMITS[0]!.hash }, { name: 'rework', commit: COMMITS[1]!.hash }] } }); // prettier-ignore
  await user.click(await screen.findByRole('combobox', { name: 'Branch' }));
  await user.click(await screen.findByRole('option', { name: 'Branch: rework' }));
  await waitFor(() => expect(asked.some(({ path }) => path === '/products/booking/repository?branch=rework')).toBe(true)); // prettier-ignore
});

test('a commit that was not scanned says so; scanning is asked for, and a refusal is shown', async () => {
  const { user, asked } = await open({ scans: [scanned(1, 1, 3)], refuse: 'Booking has no repository.' });
  expect(await screen.findByText('not scanned')).toBeInTheDocument();
  await user.click(screen.getByText('Raw values'));
  expect(screen.getByText(/This commit was not scanned yet/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Scan new commits' }));
  expect(await screen.findByText('Booking has no repository.')).toBeInTheDocument();
  expect(asked.some(({ method, path }) => `${method} ${path}` === 'POST /products/booking/scans')).toBe(true);
});

test('how far a job is stands on the page, with Cancel; a failure says why', async () => {
  const { user, asked } = await open({ jobs: [job({ progress: { done: 1, of: 4, doing: 'Commit 2 of 4' } })] }); // prettier-ignore
  expect(await screen.findByText('Scan: Commit 2 of 4')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Scan new commits' })).toBeDisabled();
  await user.click(screen.getByRole('button', { name: 'Cancel job' }));
  await waitFor(() => expect(asked.map(({ method, path }) => `${method} ${path}`)).toContain('POST /jobs/job_1/cancel')); // prettier-ignore
});

test('a job that failed says why, where it was asked for', async () => {
  await open({ jobs: [job({ state: 'failed', error: 'The repository took more than 1200 seconds.' })] });
  expect(await screen.findByText(/^Scan failed\. The repository took more than/)).toHaveAttribute(
    'role',
    'alert',
  );
});

test('of two libraries the one that is looked at is migrated to', async () => {
  const other = { ...library([scanned(2, 1, 3)]), slug: 'boards', name: 'Boards' };
  const { user, asked } = await open({ libraries: [library([scanned(2, 3, 1)]), other] });
  await user.click(await screen.findByRole('combobox', { name: 'Library' }));
  await user.click(await screen.findByRole('option', { name: 'Boards' }));
  expect(await screen.findByText(/written by token of Boards/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Propose migration' }));
  await waitFor(() =>
    expect(asked.find(({ method }) => method === 'POST')?.body).toEqual({ library: 'boards' }),
  );
});

test('a commit that was not scanned is given the figures of no other', async () => {
  await open({ scans: [scanned(1, 1, 3)] });
  const coverage = await screen.findByRole('region', { name: 'Coverage' });
  expect(within(coverage).getByRole('img')).toBeInTheDocument();
  expect(coverage).not.toHaveTextContent('written by token');
});

test('who may only look is offered nothing to do; a contributor proposes and does not merge', async () => {
  const proposal = { id: 'proposal_1', branch: 'use-tokens', title: 'Use tokens', state: 'open', by: 'Pat', at: '2026-03-01T10:00:00.000Z', ended: null, body: '- `a` becomes b', head: 'x', patch: '+ b', cut: false, clashes: ['a.css'] }; // prettier-ignore
  const viewer = await open({ proposals: [proposal] }, 'viewer');
  await screen.findByRole('region', { name: 'Coverage' });
  for (const name of ['Scan new commits', 'Propose migration'])
    expect(screen.queryByRole('button', { name })).toBeNull();
  viewer.unmount();
  const { user, unmount } = await open({ proposals: [proposal] }, 'contributor');
  await user.click(await screen.findByRole('button', { name: /^Use tokens/ }));
  expect(await screen.findByText(/a\.css changed on main since/)).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Close proposal' })).toBeInTheDocument();
  expect(screen.queryByRole('button', { name: 'Merge into main' })).toBeNull();
  unmount();
  const again = await open({ proposals: [proposal] }, 'maintainer');
  await again.user.click(await screen.findByRole('button', { name: /^Use tokens/ }));
  // What clashes is not merged from here.
  expect(await screen.findByRole('button', { name: 'Merge into main' })).toBeDisabled();
});

test('a raw value is replaced by the token it equals, or by another; who keeps the library makes a token of it', async () => {
  const { user, asked, unmount } = await open({}, 'contributor');
  await user.click(await screen.findByRole('button', { name: 'Actions for #00617e' }));
  expect(screen.queryByRole('menuitem', { name: /^Create token/ })).toBeNull();
  await user.click(await screen.findByRole('menuitem', { name: 'Replace with color.text.link' }));
  const sent = () => asked.filter(({ method }) => method === 'POST').map(({ body }) => body);
  await waitFor(() => expect(sent()).toEqual([{ library: 'keel', replace: [{ value: '#00617e', token: 'color.text.link' }] }]));
  await user.click(screen.getByRole('button', { name: 'Actions for #00617e' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Replace with another token …' }));
  await user.type(await screen.findByRole('textbox', { name: 'Path of the token' }), 'color.action.surface{Enter}');
  await waitFor(() => expect(sent()[1]).toEqual({ library: 'keel', replace: [{ value: '#00617e', token: 'color.action.surface' }] }));
  unmount();
  await open({}, 'viewer');
  await screen.findByRole('button', { name: 'Lines with #00617e' });
  expect(screen.queryByRole('button', { name: 'Actions for #00617e' })).toBeNull();
}); // prettier-ignore

test('source is uploaded as an archive by who maintains the product; what went wrong is said', async () => {
  const zip = new File(['PK'], 'site.zip', { type: 'application/zip' });
  const server: Server = { jobs: [job({ label: 'Upload of source', state: 'done', result: '2 files in commit 01234567' })] }; // prettier-ignore
  const { user, asked, unmount } = await open(server);
  const choose = () => document.querySelector('input[type=file]') as HTMLInputElement;
  await screen.findByRole('button', { name: 'Upload source' });
  await user.upload(choose(), zip);
  await waitFor(() => expect(asked.find(({ path }) => path.includes('/uploads/'))).toMatchObject({ method: 'POST', path: '/products/booking/uploads/source?name=site.zip', body: zip })); // prettier-ignore
  await waitFor(() => expect(screen.queryByRole('status', { name: /^Sending/ })).toBeNull());
  expect(screen.queryByRole('alert')).toBeNull();
  unmount();

  const failed = await open({ jobs: [job({ state: 'failed', error: 'site.zip holds no files. Pack the folder of the source.' })] }); // prettier-ignore
  await screen.findByRole('button', { name: 'Upload source' });
  await failed.user.upload(choose(), zip);
  expect(await screen.findByText(/^site\.zip holds no files\. Pack the folder of the source\. Nothing was changed/)).toBeVisible(); // prettier-ignore
  failed.unmount();

  // Under way it is cancelled from here, and ends as its job says.
  const state = { jobs: [job({ label: 'Upload of source' })] };
  const begun = await open(state);
  await screen.findByRole('button', { name: 'Upload source' });
  await begun.user.upload(choose(), zip);
  await begun.user.click(await screen.findByRole('button', { name: 'Cancel upload' }));
  await waitFor(() => expect(begun.asked.find(({ path }) => path === '/jobs/job_1/cancel')).toMatchObject({ method: 'POST' })); // prettier-ignore
  state.jobs[0] = job({ state: 'cancelled' });
  expect(await screen.findByText(/^Reading site\.zip was cancelled\. Nothing was changed/)).toBeVisible();
  begun.unmount();

  await open({}, 'contributor');
  await screen.findByRole('region', { name: 'Coverage' });
  expect(screen.queryByRole('button', { name: 'Upload source' })).toBeNull();
});

const CHECKS = [
  { slug: 'keel', name: 'Keel', version: '1.0.0', checks: [
    { code: 'names', title: 'Names of tokens exist', state: 'failed', said: '1 custom property that no token has and nothing sets', places: [{ file: 'a.css', line: 3, source: 'a { color: var(--no) }' }] },
    { code: 'coverage', title: 'Coverage does not fall', state: 'passed', said: 'From 40.0 % to 50.0 %', places: [] },
  ] },
]; // prettier-ignore
test('the checks of a proposal stand with it, each with its state in words and the lines it speaks of', async () => {
  const proposal = { id: 'proposal_1', branch: 'hand', title: 'By hand', state: 'open', by: 'Pat', at: '2026-02-02T10:00:00.000Z', ended: null, body: '', head: 'a'.repeat(40), patch: '', cut: false, clashes: [] }; // prettier-ignore
  const { user } = await open({ proposals: [proposal], checks: CHECKS });
  await user.click(await screen.findByRole('button', { name: /By hand/ }));
  const checks = await screen.findByRole('region', { name: 'Checks' });
  await within(checks).findByText('Names of tokens exist');
  const [names, coverage] = within(checks)
    .getAllByRole('listitem')
    .filter((one) => one.dataset.state);
  expect(within(names!).getByRole('img', { name: 'Failed' })).toBeInTheDocument();
  expect(names).toHaveTextContent('a.css:3 a { color: var(--no) }');
  expect(within(coverage!).getByRole('img', { name: 'Passed' })).toBeInTheDocument();
  // Merging is still its maintainer's own decision.
  expect(screen.getByRole('button', { name: 'Merge into main' })).toBeEnabled();
});

test('a branch that was pushed is proposed with a title of its last commit; what is refused is told in the dialog', async () => {
  const { user, asked } = await open({ repository: { branches: [{ name: 'main', commit: '2' }, { name: 'hand', commit: '3' }] }, refuse: 'hand is proposed already: “By hand”.' }); // prettier-ignore
  expect(screen.queryByRole('button', { name: 'Propose branch' })).toBeNull();
  await user.click(await screen.findByRole('combobox', { name: 'Branch' }));
  await user.click(await screen.findByRole('option', { name: 'Branch: hand' }));
  await user.click(await screen.findByRole('button', { name: 'Propose branch' }));
  const dialog = await screen.findByRole('dialog', { name: 'Propose branch' });
  expect(within(dialog).getByRole('textbox', { name: 'Title' })).toHaveValue('Second');
  await user.type(within(dialog).getByRole('textbox', { name: 'Description' }), 'Why');
  await user.click(within(dialog).getByRole('button', { name: 'Propose branch' }));
  expect(await within(dialog).findByRole('alert')).toHaveTextContent('hand is proposed already');
  expect(asked.find(({ method }) => method === 'POST')).toMatchObject({ path: expect.stringMatching(/\/proposals$/), body: { branch: 'hand', title: 'Second', body: 'Why' } }); // prettier-ignore
});
