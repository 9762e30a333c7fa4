import { Type } from '@sinclair/typebox';
import type { TokenChange } from '@/core/releases/token-diff';
import { LARGE_BODY, operation } from './operation';
import { LongText, Text, Version, Whole, exactly, list } from './schemas';

export const RELEASES = [
  operation({
    id: 'releases.list',
    method: 'GET',
    path: '/libraries/{slug}/releases',
    summary: 'The releases of a library, newest first',
    answer: exactly({
      releases: list(
        exactly({
          version: Version,
          at: Text,
          author: Text,
          notes: LongText,
          changes: list(Type.Unsafe<TokenChange>({ type: 'object' })),
        }),
      ),
    }),
  }),
  operation({
    id: 'releases.publish',
    limit: LARGE_BODY,
    method: 'POST',
    path: '/libraries/{slug}/releases',
    summary: 'Release a draft, without the excluded items',
    body: exactly({
      /** The draft's sequence the ledger was read at: if it has moved on, the release is refused. */
      sequence: Whole,
      /** The version the ledger showed. */
      version: Version,
      leftOut: list(Text),
      summary: Text,
    }),
    answer: exactly({ id: Text, version: Version }),
  }),
] as const;
