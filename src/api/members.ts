import { Type } from '@sinclair/typebox';
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
  exactly,
  list,
  nullable,
  optional,
} from './schemas';

/** Of an invitation, as it stands in its link. */
const Token = Type.String({ minLength: 20, maxLength: 100 });

export const MEMBERS = [
  operation({
    id: 'people.list',
    method: 'GET',
    path: '/people',
    summary: 'The people of the workspace with their teams and roles',
    answer: exactly({
      administrator: Flag,
      teams: list(exactly({ id: Text, name: Text, managed: Flag })),
      people: list(
        exactly({
          id: Text,
          name: Text,
          about: LongText,
          /** Null where the caller has no need of it. */
          email: nullable(Text),
          administrator: Flag,
          joined: Flag,
          invited: nullable(exactly({ until: Text, over: Flag })),
          memberships: list(exactly({ team: Text, role: Role })),
        }),
      ),
    }),
  }),
  operation({
    id: 'people.invite',
    method: 'POST',
    path: '/people/invitations',
    summary: 'Invite a person to one or more teams',
    body: exactly({
      name: Name,
      email: Email,
      about: optional(Type.String({ maxLength: 200 })),
      memberships: Type.Array(exactly({ team: Text, role: Role }), { minItems: 1, maxItems: 100 }),
    }),
    answer: exactly({ id: Text }),
  }),
  operation({
    id: 'people.inviteAgain',
    method: 'POST',
    path: '/people/{id}/invitation',
    summary: 'Send a person another invitation in place of the last',
    answer: Nothing,
  }),
  operation({
    id: 'people.invitation',
    method: 'GET',
    path: '/invitations/{token}',
    summary: 'Who an invitation is for',
    answer: exactly({ workspace: Text, name: Text, email: Text, by: Text, roles: LongText }),
  }),
  operation({
    id: 'people.join',
    method: 'POST',
    path: '/invitations',
    summary: 'Accept an invitation by setting a password',
    body: exactly({ token: Token, password: Password }),
    answer: Nothing,
  }),
  operation({
    id: 'people.setAdministrator',
    method: 'PUT',
    path: '/people/{id}/administrator',
    summary: 'Make a person an administrator, or no longer one',
    body: exactly({ administrator: Flag }),
    answer: Nothing,
  }),
  operation({
    id: 'people.remove',
    method: 'DELETE',
    path: '/people/{id}',
    summary: 'Remove a person; their name stays with what they did',
    answer: Nothing,
  }),
  operation({
    id: 'teams.create',
    method: 'POST',
    path: '/teams',
    summary: 'Create a team, with the caller as its owner',
    body: exactly({ name: Name }),
    answer: exactly({ id: Text }),
  }),
  operation({
    id: 'teams.rename',
    method: 'PUT',
    path: '/teams/{team}',
    summary: 'Rename a team',
    body: exactly({ name: Name }),
    answer: Nothing,
  }),
  operation({
    id: 'teams.setRole',
    method: 'PUT',
    path: '/teams/{team}/members/{person}',
    summary: 'Give a person a role in a team',
    body: exactly({ role: Role }),
    answer: Nothing,
  }),
  operation({
    id: 'teams.removeMember',
    method: 'DELETE',
    path: '/teams/{team}/members/{person}',
    summary: 'Remove a person from a team, or leave one',
    answer: Nothing,
  }),
  operation({
    id: 'outbox.list',
    method: 'GET',
    path: '/outbox',
    summary: 'Messages that would be sent to people, the newest first',
    answer: exactly({
      messages: list(exactly({ id: Text, name: Text, email: Text, subject: Text, body: LongText, at: Text })),
    }),
  }),
] as const; // prettier-ignore
