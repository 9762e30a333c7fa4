import { registryOf } from '@/core/base/registry';
import type { Destination } from '@/core/outputs/output-item';
import type { DestinationKind } from './destination';
import { download } from './download';
import { folder } from './folder';
import { repository } from './repository';

/** Every kind of place that files are delivered to. */
export const DESTINATIONS: ReadonlyMap<string, DestinationKind<Destination, unknown, unknown>> = registryOf(
  [download, folder, repository] as unknown as readonly DestinationKind<Destination, unknown, unknown>[],
  ({ kind }) => kind,
);
