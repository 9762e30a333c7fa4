import { Type } from '@sinclair/typebox';
import { operation } from './operation';
import {
  Flag,
  FreshId,
  Generation,
  ItemValue,
  LoggedChange,
  LongText,
  Name,
  Slug,
  Text,
  Version,
  Withdrawal,
  exactly,
  list,
  nullable,
  openedDocument,
  optional,
} from './schemas';

const PinnedRelease = exactly({
  version: Version,
  at: Text,
  notes: LongText,
  items: list(ItemValue),
  ancestors: list(Generation),
  withheld: Flag,
});

export const PRODUCTS = [
  operation({
    id: 'products.create',
    method: 'POST',
    path: '/products',
    summary: 'Create a product that is pinned to libraries',
    body: exactly({
      name: Name,
      slug: Slug,
      team: optional(Text),
      about: optional(Text),
      /** Each pinned to the release of this version, else to its newest. */
      libraries: Type.Array(exactly({ slug: Slug, version: optional(Version) }), {
        minItems: 1,
        maxItems: 20,
      }),
    }),
    answer: exactly({ slug: Slug }),
  }),
  operation({
    id: 'products.open',
    method: 'GET',
    path: '/products/{slug}',
    summary: 'A product, with the releases it is pinned to and newer ones',
    answer: exactly({
      ...openedDocument,
      libraries: list(
        exactly({
          id: Text,
          slug: Text,
          name: Text,
          pinned: PinnedRelease,
          /** The releases that components are held at. */
          held: list(PinnedRelease),
          withdrawn: nullable(Withdrawal),
          /** Releases that are offered, and the newest to try; where the pinned one is withdrawn and none is newer, the newest there is. */
          newer: list(PinnedRelease),
        }),
      ),
    }),
  }),
  operation({
    id: 'products.take',
    method: 'POST',
    path: '/products/{slug}/pins',
    summary: 'Upgrade to another release of a library',
    body: exactly({
      library: Slug,
      version: Version,
      id: FreshId,
      /** Ids of the components that stay as they are now, all of them; left out: those that are held. */
      hold: optional(Type.Array(Text, { maxItems: 50 })),
    }),
    answer: LoggedChange,
  }),
] as const;
