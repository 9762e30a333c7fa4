import { Type } from '@sinclair/typebox';
import type { ScanSummary } from '@/core/usage/summary';
import { operation } from './operation';
import { Slug, Text, Whole, exactly, list, nullable } from './schemas';

const Release = exactly({ version: Text, at: Text });
/** What a scan counted in one commit, held against one release of a library. */
const Counted = exactly({
  commit: Text,
  at: Text,
  version: Text,
  files: Whole,
  leftOut: Whole,
  parts: exactly({ total: Whole, token: Whole, exact: Whole, near: Whole, foreign: Whole }),
  coverage: Type.Number(),
});
const Found = Type.Unsafe<ScanSummary['found']>({
  type: 'object',
  required: ['bypasses', 'deprecated', 'unknown', 'unreadable'],
});

export const SCANS = [
  operation({
    id: 'scans.list',
    method: 'GET',
    path: '/products/{slug}/scans',
    summary: 'The scans of a product’s commits for each library it uses, the oldest first',
    answer: exactly({
      libraries: list(exactly({ slug: Text, name: Text, releases: list(Release), scans: list(Counted) })),
    }),
  }),
  operation({
    id: 'scans.read',
    method: 'GET',
    path: '/products/{slug}/scans/{commit}',
    summary: 'What a scan found in one commit, with its places',
    query: { library: Slug },
    answer: exactly({ ...Counted.properties, tokens: Type.Record(Type.String(), Whole), found: Found }),
  }),
  operation({
    id: 'scans.ofLibrary',
    method: 'GET',
    path: '/libraries/{slug}/scans',
    summary: 'Scans of every product that uses a library, and its releases',
    answer: exactly({
      releases: list(Release),
      /** `through`: the library with its release that is pinned and inherits from this one; null where this one is pinned. */
      products: list(exactly({ slug: Text, name: Text, through: nullable(Text), scans: list(Counted) })),
      /** Uses of each token in the newest commits, all products together. */
      tokens: Type.Record(Type.String(), Whole),
      /** Instances of each component in the same commits. */
      components: Type.Record(Type.String(), Whole),
    }),
  }),
] as const;
