import { operation } from './operation';
import { Flag, Text, Whole, WrittenFile, exactly, list, nullable, oneOf, optional } from './schemas';

const delivery = {
  id: Text,
  /** The output's id; it may be removed since. */
  output: Text,
  name: Text,
  version: Text,
  destination: exactly({
    kind: oneOf('download', 'folder', 'repository'),
    folder: optional(Text),
    product: optional(Text),
  }),
  /** Whether anything came of it: the same files may have been there. */
  changed: Flag,
  proposal: nullable(
    exactly({ id: Text, state: oneOf('open', 'merged', 'closed'), branch: Text, product: Text }),
  ),
  by: Text,
  at: Text,
};

export const DELIVERIES = [
  operation({
    id: 'deliveries.list',
    method: 'GET',
    path: '/libraries/{slug}/deliveries',
    summary: 'Deliveries of a library, the newest first',
    answer: exactly({
      deliveries: list(
        exactly({ ...delivery, files: list(exactly({ name: Text, size: Whole, hash: Text })) }),
      ),
    }),
  }),
  operation({
    id: 'deliveries.read',
    method: 'GET',
    path: '/libraries/{slug}/deliveries/{id}',
    summary: 'A delivery with its files and those of the one before it',
    answer: exactly({
      ...delivery,
      files: list(WrittenFile),
      before: nullable(exactly({ version: Text, files: list(WrittenFile) })),
    }),
  }),
  operation({
    id: 'deliveries.deliver',
    method: 'POST',
    path: '/libraries/{slug}/outputs/{id}/deliveries',
    summary: 'Deliver an output, made of a release',
    body: exactly({ version: optional(Text) }),
    answer: exactly({ job: Text }),
  }),
] as const;
