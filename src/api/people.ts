import { operation } from './operation';
import {
  Email,
  Flag,
  LongText,
  Name,
  Nothing,
  Password,
  Role,
  Text,
  Whole,
  exactly,
  list,
  optional,
} from './schemas';
import { Width } from './workspace';

export const PEOPLE = [
  operation({
    id: 'people.welcome',
    method: 'GET',
    path: '/welcome',
    summary: 'What a visitor who is not signed in may know',
    answer: exactly({
      workspace: Text,
      demo: Flag,
      empty: Flag,
      people: list(exactly({ id: Text, name: Text, about: LongText })),
    }),
  }),
  operation({
    id: 'people.signIn',
    method: 'POST',
    path: '/session',
    summary: 'Sign in with email and password',
    body: exactly({ email: Text, password: Text }),
    answer: Nothing,
  }),
  operation({
    id: 'people.signInDemo',
    method: 'POST',
    path: '/session/demo',
    summary: 'Sign in as one of the demo people',
    body: exactly({ person: Text }),
    answer: Nothing,
  }),
  operation({
    id: 'people.signOut',
    method: 'DELETE',
    path: '/session',
    summary: 'Sign out',
    answer: Nothing,
  }),
  operation({
    id: 'people.sessions',
    method: 'GET',
    path: '/me/sessions',
    summary: 'Where the caller is signed in',
    answer: exactly({
      sessions: list(exactly({ id: Text, at: Text, expires: Text, agent: Text, present: Flag })),
    }),
  }),
  operation({
    id: 'people.endSession',
    method: 'DELETE',
    path: '/me/sessions/{id}',
    summary: 'End one of the caller’s sessions',
    answer: Nothing,
  }),
  operation({
    id: 'people.changePassword',
    method: 'PUT',
    path: '/me/password',
    summary: 'Change the caller’s password; their other sessions end',
    body: exactly({ present: Text, next: Password }),
    answer: Nothing,
  }),
  operation({
    id: 'people.me',
    method: 'GET',
    path: '/me',
    summary: 'Who is signed in',
    answer: exactly({
      person: exactly({ id: Text, name: Text, about: LongText, administrator: Flag }),
      teams: list(exactly({ name: Text, role: Role })),
      unread: Whole,
      workspace: exactly({ widths: list(Width) }),
    }),
  }),
  operation({
    id: 'people.add',
    method: 'POST',
    path: '/people',
    summary: 'Add a person',
    body: exactly({
      name: Name,
      email: Email,
      password: Password,
      about: optional(Text),
      memberships: list(exactly({ team: Name, role: Role })),
    }),
    answer: exactly({ id: Text }),
  }),
  operation({
    id: 'inbox.list',
    method: 'GET',
    path: '/inbox',
    summary: 'The inbox',
    answer: exactly({
      notices: list(
        exactly({ id: Text, kind: Text, title: Text, body: LongText, href: Text, at: Text, read: Flag }),
      ),
    }),
  }),
  operation({
    id: 'inbox.read',
    method: 'PUT',
    path: '/inbox/{notice}',
    summary: 'Mark a message read or unread',
    body: exactly({ read: Flag }),
    answer: Nothing,
  }),
] as const;
