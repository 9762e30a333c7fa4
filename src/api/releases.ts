import { Type } from '@sinclair/typebox';
import type { TokenChange } from '@/core/releases/token-diff';
import { LARGE_BODY, operation } from './operation';
import {
  Flag,
  LongText,
  Text,
  Version,
  Whole,
  Withdrawal,
  exactly,
  list,
  nullable,
  optional,
} from './schemas';

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
          withdrawn: nullable(Withdrawal),
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
      /** A release to try, which is not offered for good. */
      candidate: optional(Flag),
    }),
    answer: exactly({ id: Text, version: Version }),
  }),
  operation({
    id: 'releases.promote',
    method: 'POST',
    path: '/libraries/{slug}/releases/{version}/promote',
    summary: 'Release what a candidate holds',
    body: exactly({ summary: Text }),
    answer: exactly({ id: Text, version: Version }),
  }),
  operation({
    id: 'releases.withdraw',
    method: 'POST',
    path: '/libraries/{slug}/releases/{version}/withdraw',
    summary: 'Stop offering a release, and tell who has it',
    body: exactly({ reason: Text }),
    answer: exactly({}),
  }),
  operation({
    id: 'releases.restore',
    method: 'POST',
    path: '/libraries/{slug}/releases/{version}/restore',
    summary: 'Offer a release that was withdrawn again',
    answer: exactly({}),
  }),
] as const;
