import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { serve } from '@/testing/interface/open-page';
import type { DocumentEntry } from '@/ui/frame/types';
import { theme } from '@/ui/theme/theme';
import { WorkProvider } from '../../session/work';
import { Join } from '../join';
import { OutboxPage } from '../outbox';
import { PeoplePage } from './people-page';
import type { Directory } from './roles';

const person = (id: string, name: string, more: Partial<Directory['people'][number]> = {}) => ({
  id, name, about: '', email: `${id}@pier.example`, administrator: false, joined: true, invited: null, memberships: [], ...more,
}); // prettier-ignore
const directory = (more: Partial<Directory> = {}): Directory => ({
  administrator: true,
  teams: [
    { id: 'design', name: 'Design system', managed: true },
    { id: 'piers', name: 'Piers', managed: true },
  ],
  people: [
    person('me', 'Ada Wharf', { administrator: true, memberships: [{ team: 'design', role: 'owner' }] }),
    person('bo', 'Bo Lane', { memberships: [{ team: 'piers', role: 'viewer' }] }),
    person('cy', 'Cy Mead', { joined: false, invited: { until: '2026-11-01T00:00:00.000Z', over: true } }),
  ],
  ...more,
});
const entry = (slug: string, name: string, more: Partial<DocumentEntry> = {}): DocumentEntry => ({
  id: slug, kind: 'library', slug, name, about: '', team: 'Design system', role: 'owner', visibility: 'workspace', starts: false, version: '1.0.0', parent: null, pins: [], ...more,
}); // prettier-ignore
const DOCUMENTS = [
  entry('keel', 'Keel', { starts: true }),
  entry('hull', 'Hull'),
  entry('draft', 'Draft', { version: null }),
  entry('kiosk', 'Kiosk', { kind: 'product', team: 'Piers', role: 'viewer', pins: ['Keel 1.0.0'] }),
];

function open(page = <PeoplePage />, documents = DOCUMENTS) {
  const me = {
    person: { id: 'me', name: 'Ada Wharf', about: '', administrator: true },
    teams: [{ name: 'Design system', role: 'owner' }],
    unread: 0,
    workspace: { widths: [400] },
  };
  render(
    <MantineProvider theme={theme} env="test">
      <Notifications />
      <WorkProvider me={me} documents={documents}>
        {page}
      </WorkProvider>
    </MantineProvider>,
  );
  return userEvent.setup({ pointerEventsCheck: 0, delay: null });
}
const row = async (name: RegExp) => screen.findByRole('row', { name });

test('a role is given, taken and put back from its cell; a refusal is told in the server’s words', async () => {
  let refuse = false;
  const asked = serve((_path, _body, method) =>
    method !== 'GET' && refuse
      ? { status: 400, body: { title: 'x', code: 'bad-request', detail: 'Piers would have no owner.' } }
      : { body: method === 'GET' ? directory() : {} },
  );
  const user = open();
  const cell = within(await row(/^Bo Lane/)).getByRole('combobox', { name: 'Role of Bo Lane in Piers' });
  expect(cell).toHaveDisplayValue('Viewer');
  await user.selectOptions(cell, 'Maintainer');
  await user.click(await screen.findByRole('button', { name: 'Undo' }));
  await user.selectOptions(cell, 'No role');
  await screen.findByText('Bo Lane is no longer in Piers');
  const done = asked.filter(({ method }) => method !== 'GET');
  expect(done).toEqual([
    { method: 'PUT', path: '/teams/piers/members/bo', body: { role: 'maintainer' } },
    { method: 'PUT', path: '/teams/piers/members/bo', body: { role: 'viewer' } },
    { method: 'DELETE', path: '/teams/piers/members/bo', body: {} },
  ]);
  refuse = true;
  await user.selectOptions(cell, 'Owner');
  expect(await screen.findByText('Piers would have no owner.')).toBeInTheDocument();
  expect(screen.queryByText('Bo Lane: Owner in Piers')).not.toBeInTheDocument();
});

test('whoever manages no team reads roles, and is offered nothing that would be refused', async () => {
  const plain = directory({ administrator: false });
  serve(() => ({ body: { ...plain, teams: plain.teams.map((team) => ({ ...team, managed: false })) } }));
  open(undefined, DOCUMENTS.map((one) => ({ ...one, role: 'viewer' }))); // prettier-ignore
  const bo = await row(/^Bo Lane/);
  expect(within(bo).getByText('Viewer')).toBeInTheDocument();
  expect(screen.queryByRole('combobox')).not.toBeInTheDocument();
  for (const name of [/^Invite/, /^Create team/, /^Outbox/, /^Rename team/, /^Actions for/])
    expect(screen.queryByRole('button', { name })).not.toBeInTheDocument();
  for (const box of screen.getAllByRole('checkbox')) expect(box).toBeDisabled();
});

test('search goes by name, address and team', async () => {
  serve(() => ({ body: directory() }));
  const user = open();
  await row(/^Ada Wharf/);
  const search = screen.getByRole('textbox', { name: /^Search people/ });
  await user.type(search, 'piers');
  expect(screen.getAllByRole('rowheader').map(({ textContent }) => textContent)).toEqual([expect.stringContaining('Bo Lane')]); // prettier-ignore
  await user.clear(search);
  await user.type(search, 'nobody here');
  expect(screen.getByText(/^Nobody matches “nobody here”/)).toBeInTheDocument();
});

test('a person is invited to two teams; what is wrong with the address stands under it', async () => {
  let taken = true;
  const asked = serve((path, _body, method) =>
    method === 'GET'
      ? { body: directory() }
      : taken && path === '/people/invitations'
        ? { status: 400, body: { title: 'x', code: 'bad-request', detail: 'Bo Lane has the address already.', field: 'email' } }
        : { body: { id: 'new' } },
  ); // prettier-ignore
  const user = open();
  await user.click(await screen.findByRole('button', { name: 'Invite person' }));
  const dialog = await screen.findByRole('dialog', { name: 'Invite person' });
  const invite = () => user.click(within(dialog).getByRole('button', { name: 'Invite person' }));
  await user.type(within(dialog).getByLabelText(/^Name/), ' ');
  await user.type(within(dialog).getByLabelText(/^Email/), 'x@y');
  await invite();
  expect(within(dialog).getByText('Enter a name')).toBeInTheDocument();
  await user.clear(within(dialog).getByLabelText(/^Email/));
  await user.type(within(dialog).getByLabelText(/^Name/), 'Di Ross ');
  await user.type(within(dialog).getByLabelText(/^Email/), 'di@pier.example');
  await user.click(within(dialog).getByRole('button', { name: 'Add team' }));
  expect(within(dialog).queryByRole('button', { name: 'Add team' })).not.toBeInTheDocument();
  await invite();
  expect(await within(dialog).findByText('Bo Lane has the address already.')).toBeInTheDocument();
  taken = false;
  await invite();
  await waitFor(() => expect(screen.queryByRole('dialog')).not.toBeInTheDocument());
  expect(asked.filter(({ method }) => method === 'POST').at(-1)!.body).toEqual({
    name: 'Di Ross', email: 'di@pier.example',
    memberships: [{ team: 'design', role: 'viewer' }, { team: 'piers', role: 'viewer' }],
  }); // prettier-ignore
});

test('an invitation that ran out says so and is sent again; a person is removed after what ends is said', async () => {
  const asked = serve((_path, _body, method) => ({ body: method === 'GET' ? directory() : {} }));
  const user = open();
  expect(within(await row(/^Cy Mead/)).getByText('Invitation expired')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Actions for Cy Mead' }));
  await user.click(await screen.findByRole('menuitem', { name: 'Send invitation again' }));
  await user.click(screen.getByRole('button', { name: 'Actions for Bo Lane' }));
  await user.click(await screen.findByRole('menuitem', { name: /^Remove person/ }));
  const dialog = await screen.findByRole('dialog', { name: 'Remove Bo Lane' });
  expect(dialog).toHaveTextContent('Changes and releases by Bo Lane stay');
  await user.click(within(dialog).getByRole('button', { name: 'Remove person' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).not.toBeInTheDocument());
  expect(asked.flatMap(({ method, path }) => (method === 'GET' ? [] : [`${method} ${path}`]))).toEqual([
    'POST /people/cy/invitation',
    'DELETE /people/bo',
  ]);
});

test('a library is shown to its team only once it is said who loses sight of it', async () => {
  const asked = serve((_path, _body, method) => ({ body: method === 'GET' ? directory() : {} }));
  const user = open();
  await user.selectOptions(await screen.findByRole('combobox', { name: 'Who can see Keel' }), 'Team only');
  const dialog = await screen.findByRole('dialog', { name: 'Show Keel to Design system only' });
  expect(dialog).toHaveTextContent('1 library or product of other teams use Keel: Kiosk');
  await user.click(within(dialog).getByRole('button', { name: 'Show to team only' }));
  await user.click(screen.getByRole('checkbox', { name: 'Start new products with Hull' }));
  // Without a release there is nothing to pin.
  expect(screen.getByRole('checkbox', { name: 'Start new products with Draft' })).toBeDisabled();
  expect(asked.filter(({ method }) => method !== 'GET')).toEqual([
    { method: 'PUT', path: '/documents/keel/visibility', body: { visibility: 'team' } },
    { method: 'PUT', path: '/workspace/starting-libraries', body: { libraries: ['keel', 'hull'] } },
  ]);
});

test('the outbox shows each message with its link; empty, it says what comes there', async () => {
  const message = (id: string, name: string) => ({ id, name, email: `${id}@pier.example`, subject: `Invitation for ${name}`, body: `Hello.\n\nhttp://pier.example/join/${id}\n`, at: '2026-11-20T09:00:00.000Z' }); // prettier-ignore
  let messages = [message('a', 'Di Ross'), message('b', 'Eve Kay')];
  serve(() => ({ body: { messages } }));
  const user = open(<OutboxPage />);
  expect(await screen.findByRole('link', { name: 'http://pier.example/join/a' })).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: /Eve Kay/ }));
  expect(screen.getByRole('heading', { name: 'Invitation for Eve Kay' })).toBeInTheDocument();
  expect(screen.getByRole('link', { name: 'http://pier.example/join/b' })).toBeInTheDocument();
  messages = [];
  open(<OutboxPage />);
  expect(await screen.findByRole('heading', { name: 'No messages yet.' })).toBeInTheDocument();
});

test('who joins sees who invites them, and a password is held against the rules before it is sent', async () => {
  const asked = serve(() => ({ status: 404, body: { title: 'x', code: 'invitation', detail: 'It was used already.' } })); // prettier-ignore
  const invitation = { workspace: 'Saltmarsh Crossings', name: 'Di Ross', email: 'di@pier.example', by: 'Ada Wharf', roles: 'viewer in Piers' }; // prettier-ignore
  const user = open(<Join token="t" invitation={invitation} />);
  expect(screen.getByText(/^Ada Wharf invites you, Di Ross, as viewer in Piers/)).toBeInTheDocument();
  const join = () => user.click(screen.getByRole('button', { name: 'Join' }));
  await user.type(screen.getByLabelText(/^Password( \*)?$/), 'di@pier.example');
  await user.type(screen.getByLabelText(/^Password again/), 'another one');
  await join();
  expect(screen.getByText('This is made of your email address')).toBeInTheDocument();
  expect(screen.getByText('The two passwords differ')).toBeInTheDocument();
  expect(asked).toEqual([]);
  for (const label of [/^Password( \*)?$/, /^Password again/]) {
    await user.clear(screen.getByLabelText(label));
    await user.type(screen.getByLabelText(label), 'low water at noon');
  }
  await join();
  expect(await screen.findByRole('alert')).toHaveTextContent('It was used already.');
  expect(asked[0]).toMatchObject({
    path: '/invitations',
    body: { token: 't', password: 'low water at noon' },
  });
});
