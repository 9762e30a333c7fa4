import { MantineProvider } from '@mantine/core';
import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { documentOf } from '@/core/document/change-set';
import { openPage, serve, storedLabels } from '@/testing/interface/open-page';
import { theme } from '@/ui/theme/theme';
import { Guide } from './guides/guide';
import { Outputs } from './outputs/outputs';
import { Inbox } from './people/inbox';
import { SetUp, SignIn } from './people/sign-in';
import { Releases } from './releases/releases';
import { WorkProvider } from './session/work';
import { Usage } from './usage/usage';
import { Home } from './workspace/home';
import { NextStepOfMine } from './workspace/next-step';

const empty = () => documentOf('new', 'library', []);
const me = {
  person: { id: 'p', name: 'Pat', about: '', administrator: true },
  teams: [{ name: 'T', role: 'maintainer' }],
  unread: 0,
  workspace: { widths: [400] },
};
const alone = (page: ReactNode) => ({
  user: userEvent.setup({ pointerEventsCheck: 0, delay: null }),
  ...render(
    <MantineProvider theme={theme} env="test">
      <WorkProvider me={me} documents={[]}>
        {page}
      </WorkProvider>
    </MantineProvider>,
  ),
});

describe('usage', () => {
  test('every token and component is counted, sorted by any column, and the uses behind a number are shown', async () => {
    const { user } = await openPage(<Usage />, 'usage');
    const table = await screen.findByRole('table');
    const count = (row: HTMLElement) => Number(within(row).getAllByRole('button')[0]!.textContent);
    const rows = () => within(table).getAllByRole('row').slice(1);
    const direct = rows().map(count);
    expect(direct).toEqual([...direct].sort((a, b) => b - a));
    const [first] = rows();
    await user.click(within(first!).getByRole('button'));
    const aside = await screen.findByRole('complementary');
    expect(within(aside).getByRole('heading', { name: `${direct[0]} direct` })).toBeInTheDocument();
    expect(within(aside).getAllByRole('listitem').length).toBeGreaterThanOrEqual(direct[0]!);
  });

  test('what is unused is a filter of its own, and says how much of the library is used', async () => {
    const { user } = await openPage(<Usage />, 'usage');
    const figure = (await screen.findByText('Components used')).closest('figure')!;
    expect(figure).toHaveTextContent(/\d+ of 15 have a direct use/);
    await user.click(screen.getByRole('radio', { name: 'Unused' }));
    await waitFor(() => expect(window.location.search).toContain('kind=unused'));
    for (const row of within(screen.getByRole('table')).getAllByRole('row').slice(1))
      expect(within(row).getAllByRole('button')[0]).toHaveTextContent('0');
  });
});

describe('releases', () => {
  test('with no change there is nothing to release, and the way to change something', async () => {
    await openPage(<Releases />, 'releases');
    expect(await screen.findByRole('heading', { name: 'No changes since 1.0.0.' })).toBeInTheDocument();
    expect(screen.getByRole('link', { name: 'Change a token' })).toHaveAttribute(
      'href',
      '/libraries/keel/tokens',
    );
  });

  test('past releases are read from the server; a failure is told in its words', async () => {
    serve(() => ({
      status: 500,
      body: { title: 'x', detail: 'The server could not answer.', code: 'failure' },
    }));
    await openPage(<Releases />, 'releases?show=past');
    expect(await screen.findByText('The server could not answer.')).toBeInTheDocument();
  });

  test('a release with its notes stands under its version, with who made it and when', async () => {
    serve(() => ({
      body: { releases: [{ version: '1.0.0', at: '2026-03-04T10:00:00Z', author: 'Pat', notes: '## 1.0.0\n\nFirst tide.', changes: [], withdrawn: null }] },
    })); // prettier-ignore
    await openPage(<Releases />, 'releases?show=past');
    expect(await screen.findByRole('heading', { name: '1.0.0' })).toBeInTheDocument();
    expect(screen.getByText('4 Mar 2026, by Pat')).toBeInTheDocument();
    expect(screen.getByText('First tide.')).toBeInTheDocument();
  });
});

describe('guides', () => {
  test('a block of text is edited where it stands; Escape leaves it as it was', async () => {
    const { user } = await openPage(<Guide name="buttons" />, 'guides/buttons');
    const [edit] = await screen.findAllByRole('button', { name: 'Edit block' });
    await user.click(edit!);
    const field = await screen.findByRole('textbox', { name: 'Text of the block, in Markdown' });
    const before = (field as HTMLTextAreaElement).value;
    await user.clear(field);
    await user.type(field, 'Said anew.');
    await user.keyboard('{Escape}');
    expect(storedLabels()).toEqual([]);
    await user.click(screen.getAllByRole('button', { name: 'Edit block' })[0]!);
    expect(await screen.findByRole('textbox', { name: 'Text of the block, in Markdown' })).toHaveValue(
      before,
    );
  });

  test('a block is removed and one undo brings it back', async () => {
    const { user } = await openPage(<Guide name="buttons" />, 'guides/buttons');
    const count = (await screen.findAllByRole('button', { name: 'Remove block' })).length;
    await user.click(screen.getAllByRole('button', { name: 'Remove block' })[0]!);
    await waitFor(() => expect(storedLabels()).toHaveLength(1));
    await waitFor(() =>
      expect(screen.getAllByRole('button', { name: 'Remove block' })).toHaveLength(count - 1),
    );
    await user.click(await screen.findByRole('button', { name: /^Undo: / }));
    await waitFor(() => expect(screen.getAllByRole('button', { name: 'Remove block' })).toHaveLength(count));
  });

  test('who may only look has nothing to edit with', async () => {
    await openPage(<Guide name="buttons" />, 'guides/buttons', undefined, 'viewer');
    await screen.findByRole('heading', { name: 'Buttons' });
    expect(screen.queryByRole('button', { name: 'Edit block' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Add block' })).toBeNull();
  });
});

describe('outputs', () => {
  test('files are asked for by format and version, listed with their sizes, and compared with the release before', async () => {
    const asked = serve((_, body) => ({
      body: {
        files: [{ name: 'css/tokens.css', text: (body as { version: string }).version === 'draft' ? ':root{--a:1}' : ':root{--a:2}' }],
        findings: [],
      },
    })); // prettier-ignore
    const { user } = await openPage(<Outputs />, 'outputs?version=draft');
    const tree = await screen.findByRole('tree', { name: 'Files' });
    expect(await within(tree).findByText('12 bytes')).toBeInTheDocument();
    expect(await within(tree).findByText('Changed')).toBeInTheDocument();
    expect(screen.getByText('1 of 1 file differs.')).toBeInTheDocument();
    expect(asked.map(({ body }) => (body as { version: string }).version).sort()).toEqual(['1.0.0', 'draft']);
    await user.click(screen.getByRole('radio', { name: 'TypeScript' }));
    await waitFor(() => expect(asked.at(-1)!.body).toMatchObject({ format: 'ts' }));
    expect(window.location.search).toContain('format=ts');
  });

  test('a prefix keeps what can begin a name, as one types', async () => {
    const asked = serve(() => ({ body: { files: [{ name: 'tokens.css', text: '' }], findings: [] } }));
    const { user } = await openPage(<Outputs />, 'outputs');
    await user.type(await screen.findByRole('textbox', { name: 'Name prefix' }), '9K!l');
    await waitFor(() => expect(asked.at(-1)!.body).toMatchObject({ prefix: 'kl' }));
  });

  test('with no tokens there is nothing to deliver', async () => {
    serve(() => ({ body: { files: [], findings: [] } }));
    await openPage(<Outputs />, 'outputs', empty());
    expect(await screen.findByRole('heading', { name: 'Nothing to deliver yet.' })).toBeInTheDocument();
  });
});

describe('the workspace', () => {
  test('an empty one says what a library is for, and creates it; a name without a letter is refused at its field', async () => {
    const asked = serve(() => ({ status: 400, body: { title: 'x', detail: 'The address “harbour” is taken.', code: 'bad-request' } })); // prettier-ignore
    const { user } = alone(<Home />);
    expect(screen.getByText('No libraries yet.')).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: 'Create library' }));
    const dialog = await screen.findByRole('dialog', { name: 'Create library' });
    const name = within(dialog).getByRole('textbox', { name: 'Name' });
    await user.type(name, '!!{Enter}');
    expect(await within(dialog).findByText('Enter a name with at least one letter')).toBeInTheDocument();
    expect(asked).toEqual([]);
    await user.clear(name);
    await user.type(name, 'Harbour{Enter}');
    expect(await within(dialog).findByRole('alert')).toHaveTextContent('The address “harbour” is taken.');
    expect(asked[0]).toMatchObject({
      method: 'POST',
      path: '/libraries',
      body: { name: 'Harbour', slug: 'harbour' },
    });
  });

  test('what is next stands first, with the way there; the rest when asked for; without an answer the page goes on', async () => {
    let steps = [
      { why: 'Keel 1.1.0 is out. Boards has 1.0.0.', label: 'Review upgrade', href: '/libraries/boards/releases/parent/1.1.0' },
      { why: 'Keel has changes since 1.1.0 that are not released.', label: 'Review changes', href: '/libraries/keel/releases' },
    ];
    let status = 200;
    serve((path) => (path === '/next-steps' ? { status, body: { steps } } : { status: 404, body: {} }));
    const { user, unmount } = alone(<NextStepOfMine />);
    const section = await screen.findByRole('region', { name: 'Next step' });
    expect(section).toHaveTextContent('Keel 1.1.0 is out. Boards has 1.0.0.');
    expect(within(section).getAllByRole('link').map((link) => link.getAttribute('href'))).toEqual([steps[0]!.href]);
    const more = within(section).getByRole('button', { name: 'Show 1 more step' });
    await user.click(more);
    expect(within(section).getByRole('link', { name: 'Review changes' })).toHaveAttribute('href', '/libraries/keel/releases');
    expect(more).toHaveAttribute('aria-expanded', 'true');
    await user.click(screen.getByRole('button', { name: 'Show first step only' }));
    expect(within(section).queryByRole('link', { name: 'Review changes' })).toBeNull();
    unmount();

    steps = [];
    const none = alone(<NextStepOfMine />);
    await waitFor(() => expect(screen.queryByRole('status')).toBeNull());
    expect(screen.queryByRole('region')).toBeNull();
    none.unmount();
    status = 500;
    const failing = alone(<NextStepOfMine />);
    await waitFor(() => expect(screen.queryByRole('status')).toBeNull());
    expect(screen.queryByRole('region')).toBeNull();
    failing.unmount();
  }); // prettier-ignore

  test('an empty inbox says what will stand there; messages stand by product and are marked read', async () => {
    const first = alone(<Inbox notices={[]} />);
    expect(screen.getByRole('heading', { name: 'No messages.' })).toBeInTheDocument();
    first.unmount();
    const asked = serve(() => ({ body: {} }));
    const notice = {
      id: 'n1', kind: 'note', title: 'Keel 1.2.0 is out', body: 'See it.', href: '/', at: '2026-03-04T10:00:00Z', read: false,
    }; // prettier-ignore
    const { user } = alone(<Inbox notices={[notice]} />);
    const section = screen.getByRole('region', { name: 'Other messages' });
    await user.click(within(section).getByRole('button', { name: 'Mark as read' }));
    await waitFor(() => expect(asked).toEqual([{ method: 'PUT', path: '/inbox/n1', body: { read: true } }]));
  });
});

describe('signing in', () => {
  const welcome = { workspace: 'W', demo: false, empty: false, people: [] };
  test('a wrong password is told in the server’s words, and what was typed stays', async () => {
    serve(() => ({
      status: 401,
      body: { title: 'x', detail: 'Email or password is incorrect.', code: 'sign-in' },
    }));
    const { user } = alone(<SignIn welcome={welcome} />);
    await user.type(screen.getByRole('textbox', { name: 'Email' }), 'pat@w.example');
    await user.type(screen.getByLabelText(/^Password/), 'wrong{Enter}');
    expect(await screen.findByRole('alert')).toHaveTextContent('Email or password is incorrect.');
    expect(screen.getByRole('textbox', { name: 'Email' })).toHaveValue('pat@w.example');
    expect(screen.queryByRole('heading', { name: 'Sign in as a demo user' })).toBeNull();
  });

  test('with the server away that is said, and that nothing was saved', async () => {
    Object.assign(globalThis, { fetch: () => Promise.reject(new TypeError('Failed to fetch')) });
    const { user } = alone(<SignIn welcome={{ ...welcome, demo: true, people: [{ id: 'a', name: 'Ada Quill', about: 'Owner' }] }} />); // prettier-ignore
    await user.click(screen.getByRole('button', { name: /Ada Quill/ }));
    expect(await screen.findByRole('alert')).toHaveTextContent(/cannot be reached/);
  });

  test('a first owner needs ten characters, told at the field before anything is sent', async () => {
    const asked = serve(() => ({ body: {} }));
    const { user } = alone(<SetUp />);
    await user.type(screen.getByRole('textbox', { name: 'Organisation' }), 'W');
    await user.type(screen.getByRole('textbox', { name: 'Your name' }), 'Pat');
    await user.type(screen.getByRole('textbox', { name: 'Your email' }), 'pat@w.example');
    await user.type(screen.getByLabelText(/^Password/), 'short');
    await user.click(screen.getByRole('button', { name: 'Set up the workspace' }));
    expect(await screen.findByText('Use at least 10 characters')).toBeInTheDocument();
    expect(asked).toEqual([]);
  });
});
