import { registryOf } from '@/core/base/registry';
import type { JobKind } from '../job';
import { delivery } from './delivery';
import { file } from './file';
import { migration } from './migration';
import { scan } from './scan';
import { source } from './source';
import { tokens } from './tokens';

/** Every kind of job. */
export const JOB_KINDS: ReadonlyMap<string, JobKind> = registryOf(
  [scan, migration, delivery, file, tokens, source] as unknown as readonly JobKind[],
  ({ kind }) => kind,
);
