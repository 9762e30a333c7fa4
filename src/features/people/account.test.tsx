import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { serve } from '@/testing/interface/open-page';
import { theme } from '@/ui/theme/theme';
import { WorkProvider } from '../session/work';
import { Account } from './account';
import { SetUp, SignIn } from './sign-in';

const me = {
  person: { id: 'p', name: 'Pat', about: '', administrator: false },
  teams: [{ name: 'Design system', role: 'maintainer' }],
  unread: 0,
  workspace: { widths: [400] },
};
function open(page = <Account />) {
  render(
    <MantineProvider theme={theme} env="test">
      <Notifications />
      <WorkProvider me={me} documents={[]}>
        {page}
      </WorkProvider>
    </MantineProvider>,
  );
  return userEvent.setup({ pointerEventsCheck: 0, delay: null });
}
const SESSIONS = [
  { id: 'session_1', at: '2026-11-20T08:00:00.000Z', expires: '2026-12-20T08:00:00.000Z', agent: 'A browser', present: true },
  { id: 'session_2', at: '2026-11-19T08:00:00.000Z', expires: '2026-12-19T08:00:00.000Z', agent: 'Another', present: false },
]; // prettier-ignore

test('sessions are listed, the present one is marked, and another is ended', async () => {
  let sessions = SESSIONS;
  const asked = serve((path, _body, method) => {
    if (path === '/me/keys') return { body: { keys: [] } };
    if (method === 'DELETE') sessions = sessions.filter(({ id }) => !path.endsWith(id));
    return { body: method === 'DELETE' ? {} : { sessions } };
  });
  const user = open();
  expect(await screen.findByText('This browser')).toBeInTheDocument();
  expect(screen.getAllByRole('listitem')).toHaveLength(2);
  await user.click(screen.getByRole('button', { name: /^End session since/ }));
  await waitFor(() => expect(screen.getAllByRole('listitem')).toHaveLength(1));
  expect(asked.map(({ method, path }) => `${method} ${path}`)).toContain('DELETE /me/sessions/session_2');
  // There is no way to end the session one is in but signing out.
  expect(screen.queryByRole('button', { name: /^End session/ })).not.toBeInTheDocument();
});

test('a new password is held against the rules while it is typed; what the server refuses stands under its field', async () => {
  const asked = serve((path, _body, method) =>
    method === 'GET'
      ? { body: path === '/me/keys' ? { keys: [] } : { sessions: SESSIONS } }
      : { status: 400, body: { title: 'x', code: 'bad-request', detail: 'This is not your present password.', field: 'present' } },
  ); // prettier-ignore
  const user = open();
  const field = (name: string) => screen.getByLabelText(new RegExp(`^${name}( \\*)?$`));
  const save = () => user.click(screen.getByRole('button', { name: 'Change password' }));
  await user.type(field('Present password'), 'not the one');
  await user.type(field('New password'), '1234567890');
  await user.type(field('New password again'), '123456789');
  await save();
  expect(screen.getByText(/follow each other in a row/)).toBeInTheDocument();
  expect(screen.getByText('The two new passwords differ')).toBeInTheDocument();
  expect(asked.filter(({ method }) => method === 'PUT')).toEqual([]);
  for (const name of ['New password', 'New password again']) {
    await user.clear(field(name));
    await user.type(field(name), 'low water at noon');
  }
  await save();
  expect(await screen.findByText('This is not your present password.')).toBeInTheDocument();
  expect(field('Present password')).toHaveAccessibleDescription(/not your present password/);
  // What was typed stays.
  expect(field('New password')).toHaveValue('low water at noon');
});

test('a password that was changed empties the form and says what else happened', async () => {
  serve((path, _body, method) => ({
    body: method !== 'GET' ? {} : path === '/me/keys' ? { keys: [] } : { sessions: SESSIONS },
  }));
  const user = open();
  await user.type(screen.getByLabelText(/^Present password/), 'a long password');
  await user.type(screen.getByLabelText(/^New password( \*)?$/), 'low water at noon');
  await user.type(screen.getByLabelText(/^New password again/), 'low water at noon');
  await user.click(screen.getByRole('button', { name: 'Change password' }));
  expect(await screen.findByText(/Your other sessions have ended/)).toBeInTheDocument();
  expect(screen.getByLabelText(/^Present password/)).toHaveValue('');
});

test('who has to wait is told how long; a weak password of a first owner is told under its field', async () => {
  serve(() => ({ status: 429, body: { title: 'Too many attempts', code: 'wait', detail: 'Too many wrong passwords. Try again in 8 seconds.' } })); // prettier-ignore
  const user = open(<SignIn welcome={{ workspace: 'W', demo: false, empty: false, people: [] }} />);
  await user.type(screen.getByLabelText(/^Email/), 'a@w.example');
  await user.type(screen.getByLabelText(/^Password/), 'wrong');
  await user.click(screen.getByRole('button', { name: 'Sign in' }));
  expect(await screen.findByRole('alert')).toHaveTextContent('Try again in 8 seconds');
});

test('a first owner’s weak password is refused where it stands, before anything is sent', async () => {
  const asked = serve(() => ({ body: {} }));
  const user = open(<SetUp />);
  await user.type(screen.getByLabelText(/^Organisation/), 'W');
  await user.type(screen.getByLabelText(/^Your name/), 'Pat');
  await user.type(screen.getByLabelText(/^Your email/), 'pat@w.example');
  await user.type(screen.getByLabelText(/^Password/), 'pat@w.example');
  await user.click(screen.getByRole('button', { name: 'Set up the workspace' }));
  expect(screen.getByText(/made of your email address/)).toBeInTheDocument();
  expect(asked).toEqual([]);
});

test('a key is created for what is chosen, shown this once, listed, and revoked', async () => {
  let keys: object[] = [];
  const asked = serve((path, body, method) => {
    if (path === '/me/sessions') return { body: { sessions: SESSIONS } };
    if (method === 'POST') {
      const { name, actions } = body as { name: string; actions: string[] };
      keys = [{ id: 'key_1', name, actions, created: '2026-11-20T08:00:00.000Z', used: null }];
      return { body: { id: 'key_1', key: 'seedplan_abc' } };
    }
    if (method === 'DELETE') keys = [];
    return { body: method === 'DELETE' ? {} : { keys } };
  });
  const user = open();
  expect(await screen.findByText('No keys yet.')).toBeInTheDocument();
  const create = async () =>
    user.click((await screen.findAllByRole('button', { name: 'Create key' })).at(-1)!);
  await create();
  const dialog = await screen.findByRole('dialog', { name: 'Create key' });
  await user.type(within(dialog).getByRole('textbox', { name: /^Name/ }), '   ');
  await create();
  expect(await screen.findByText('Name what uses the key')).toBeInTheDocument();
  await user.clear(within(dialog).getByRole('textbox', { name: /^Name/ }));
  await user.type(within(dialog).getByRole('textbox', { name: /^Name/ }), 'Build');
  await user.click(within(dialog).getByRole('checkbox', { name: 'Clone' }));
  await create();
  expect(await screen.findByText('Choose at least one')).toBeInTheDocument();
  await user.click(within(dialog).getByRole('checkbox', { name: 'Push' }));
  await create();
  expect(await screen.findByText('seedplan_abc')).toBeInTheDocument();
  expect(asked.find(({ method }) => method === 'POST')?.body).toEqual({ name: 'Build', actions: ['push'] });
  expect(await screen.findByText(/never used/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Revoke key Build' }));
  await waitFor(() => expect(screen.queryByText(/never used/)).not.toBeInTheDocument());
});
