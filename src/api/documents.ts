import { Type } from '@sinclair/typebox';
import { LARGE_BODY, operation } from './operation';
import {
  EditValue,
  Flag,
  FreshId,
  Generation,
  ItemValue,
  LoggedChange,
  LongText,
  Name,
  Nothing,
  Role,
  Slug,
  Text,
  Version,
  Whole,
  Withdrawal,
  exactly,
  list,
  nullable,
  oneOf,
  openedDocument,
  optional,
} from './schemas';

/** Who may read a document: everybody of the workspace, or its team. */
const Visibility = oneOf('workspace', 'team');

export const DOCUMENTS = [
  operation({
    id: 'documents.list',
    method: 'GET',
    path: '/documents',
    summary: 'The libraries and products the caller may read',
    answer: exactly({
      documents: list(
        exactly({
          id: Text,
          kind: oneOf('library', 'product'),
          slug: Text,
          name: Text,
          about: LongText,
          team: Text,
          role: Role,
          visibility: Visibility,
          /** Whether new products start with it. */
          starts: Flag,
          version: nullable(Version),
          parent: nullable(Text),
          pins: list(Text),
        }),
      ),
    }),
  }),
  operation({
    id: 'libraries.create',
    method: 'POST',
    path: '/libraries',
    summary: 'Create a library',
    body: exactly({
      name: Name,
      slug: Slug,
      team: optional(Text),
      about: optional(Text),
      visibility: optional(Visibility),
      parent: optional(exactly({ slug: Slug, version: Version })),
    }),
    answer: exactly({ slug: Slug }),
  }),
  operation({
    id: 'libraries.open',
    method: 'GET',
    path: '/libraries/{slug}',
    summary: 'A library’s draft, with what it inherits and who uses it',
    answer: exactly({
      ...openedDocument,
      ancestors: list(Generation),
      // Something it inherits is not there, or may not be read by the caller.
      withheld: Flag,
      parent: nullable(
        exactly({
          slug: Slug,
          name: Text,
          version: Version,
          /** Releases after that, newest first; where it is withdrawn and there is none, the newest there is. */
          newer: list(exactly({ version: Version, at: Text })),
          /** The newest release to try, where it is newer. */
          candidate: nullable(Version),
          withdrawn: nullable(Withdrawal),
        }),
      ),
      // Beside the draft: the items that are other in the release, and the ids of those that are not in it.
      last: nullable(
        exactly({
          version: Version,
          others: list(ItemValue),
          without: list(Text),
          // Null: those of the draft.
          ancestors: nullable(list(Generation)),
        }),
      ),
      versions: list(exactly({ version: Version, at: Text })),
      products: list(
        exactly({
          id: Text,
          slug: Text,
          name: Text,
          version: Version,
          /** The library, with its release, that is pinned and inherits from this one; null where this one is pinned. */
          through: nullable(Text),
          items: list(ItemValue),
        }),
      ),
    }),
  }),
  operation({
    id: 'libraries.parentAt',
    method: 'GET',
    path: '/libraries/{slug}/parent/{version}',
    summary: 'What a library would inherit with another release of its parent',
    answer: exactly({
      ancestors: list(Generation),
      /** Notes of the releases between the one inherited from now and that, newest first. */
      notes: list(exactly({ version: Version, at: Text, notes: LongText })),
    }),
  }),
  operation({
    id: 'libraries.takeParent',
    method: 'POST',
    path: '/libraries/{slug}/parent',
    summary: 'Inherit from another release of the parent library',
    body: exactly({ version: Version, id: FreshId }),
    answer: LoggedChange,
  }),
  operation({
    id: 'libraries.transfer',
    method: 'POST',
    path: '/libraries/{slug}/transfer',
    summary: 'Move or copy components to another library, with what they need',
    body: exactly({
      names: Type.Array(Name, { minItems: 1 }),
      to: Slug,
      mode: oneOf('copy', 'move'),
      needs: oneOf('map', 'bring'),
      tryOnly: optional(Flag),
    }),
    answer: exactly({ brought: list(Text), mapped: list(Text) }),
  }),
  operation({
    id: 'documents.change',
    method: 'POST',
    path: '/documents/{slug}/changes',
    summary: 'Apply a change set to a draft or product',
    limit: LARGE_BODY,
    body: exactly({
      id: FreshId,
      label: Type.String({ minLength: 1, maxLength: 300 }),
      edits: Type.Array(EditValue, { minItems: 1, maxItems: 20_000 }),
    }),
    answer: LoggedChange,
  }),
  operation({
    id: 'documents.history',
    method: 'GET',
    path: '/documents/{slug}/changes',
    summary: 'The change sets of a draft or product',
    query: { since: Type.Integer({ minimum: 0 }) },
    answer: exactly({ sequence: Whole, changeSets: list(LoggedChange) }),
  }),
  operation({
    id: 'documents.undo',
    method: 'POST',
    path: '/documents/{slug}/undo',
    summary: 'Undo or redo the caller’s own last change',
    body: exactly({ id: FreshId, redo: optional(Flag), partly: optional(Flag) }),
    answer: LoggedChange,
  }),
  operation({
    id: 'documents.setVisibility',
    method: 'PUT',
    path: '/documents/{slug}/visibility',
    summary: 'Set who may see a library or product',
    body: exactly({ visibility: Visibility }),
    answer: Nothing,
  }),
] as const;
