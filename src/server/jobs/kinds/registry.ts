import { registryOf } from '@/core/base/registry';
import type { JobKind } from '../job';
import { delivery } from './delivery';
import { migration } from './migration';
import { scan } from './scan';

/** Every kind of job. */
export const JOB_KINDS: ReadonlyMap<string, JobKind> = registryOf(
  [scan, migration, delivery] as unknown as readonly JobKind[],
  ({ kind }) => kind,
);
