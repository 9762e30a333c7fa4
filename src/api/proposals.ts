import { Type } from '@sinclair/typebox';
import { operation } from './operation';
import {
  Flag,
  LongText,
  Nothing,
  Slug,
  Text,
  Whole,
  exactly,
  list,
  nullable,
  oneOf,
  optional,
} from './schemas';

const ShortText = Type.String({ minLength: 1, maxLength: 500 });

const proposal = {
  id: Text,
  branch: Text,
  title: Text,
  state: oneOf('open', 'merged', 'closed'),
  by: Text,
  at: Text,
  ended: nullable(Text),
};

export const PROPOSALS = [
  operation({
    id: 'proposals.list',
    method: 'GET',
    path: '/products/{slug}/proposals',
    summary: 'Branch proposals of a product’s repository, the newest first',
    answer: exactly({ proposals: list(exactly(proposal)) }),
  }),
  operation({
    id: 'proposals.read',
    method: 'GET',
    path: '/products/{slug}/proposals/{id}',
    summary: 'A branch proposal with its difference and the files that clash',
    answer: exactly({
      ...proposal,
      body: LongText,
      head: Text,
      patch: LongText,
      cut: Flag,
      clashes: list(LongText),
    }),
  }),
  operation({
    id: 'proposals.checks',
    method: 'GET',
    path: '/products/{slug}/proposals/{id}/checks',
    summary: 'What the checks say of a proposal, held against each release the product has pinned',
    answer: exactly({
      libraries: list(
        exactly({
          slug: Slug,
          name: Text,
          version: Text,
          checks: list(
            exactly({
              code: Text,
              title: Text,
              state: oneOf('passed', 'warning', 'failed'),
              said: Text,
              places: list(exactly({ file: LongText, line: Whole, source: LongText })),
            }),
          ),
        }),
      ),
    }),
  }),
  operation({
    id: 'proposals.create',
    method: 'POST',
    path: '/products/{slug}/proposals',
    summary: 'Propose to merge a branch that was pushed',
    body: exactly({ branch: ShortText, title: ShortText, body: optional(LongText) }),
    answer: exactly({ id: Text }),
  }),
  operation({
    id: 'proposals.migrate',
    method: 'POST',
    path: '/products/{slug}/migrations',
    summary: 'Propose to write by token what certainly is one',
    body: exactly({
      library: optional(Slug),
      /** Raw values to replace, and nothing else; left out: whatever certainly is a token. */
      replace: optional(
        Type.Array(exactly({ value: ShortText, token: ShortText }), { minItems: 1, maxItems: 50 }),
      ),
    }),
    answer: exactly({ job: Text }),
  }),
  operation({
    id: 'proposals.merge',
    method: 'POST',
    path: '/products/{slug}/proposals/{id}/merge',
    summary: 'Merge a proposal into the main branch',
    answer: exactly({ commit: Text }),
  }),
  operation({
    id: 'proposals.close',
    method: 'POST',
    path: '/products/{slug}/proposals/{id}/close',
    summary: 'Close a proposal without merging',
    answer: Nothing,
  }),
] as const;
