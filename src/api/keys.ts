import { Type } from '@sinclair/typebox';
import { operation } from './operation';
import { Name, Nothing, Text, exactly, list, nullable, oneOf } from './schemas';

/** What a key may be allowed to do. */
export const KEY_ACTIONS = ['read', 'clone', 'push', 'scan'] as const;
export type KeyAction = (typeof KEY_ACTIONS)[number];
const Action = oneOf(...KEY_ACTIONS);

export const KEYS = [
  operation({
    id: 'keys.list',
    method: 'GET',
    path: '/me/keys',
    summary: 'The caller’s keys for machines',
    answer: exactly({
      keys: list(
        exactly({ id: Text, name: Text, actions: list(Action), created: Text, used: nullable(Text) }),
      ),
    }),
  }),
  operation({
    id: 'keys.create',
    method: 'POST',
    path: '/me/keys',
    summary: 'Create a key, which is shown this once',
    body: exactly({
      name: Name,
      actions: Type.Array(Action, { minItems: 1, maxItems: 10, uniqueItems: true }),
    }),
    answer: exactly({ id: Text, key: Text }),
  }),
  operation({
    id: 'keys.revoke',
    method: 'DELETE',
    path: '/me/keys/{id}',
    summary: 'Revoke one of the caller’s keys',
    answer: Nothing,
  }),
] as const;
