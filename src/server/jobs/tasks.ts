import type { MessagePort } from 'node:worker_threads';
import { Problem } from '../http/problem';
import { readUpload, readUploadedFile } from '../assets/read-upload';
import { readFiles, readLargeFile } from '../intake/read-files';
import { writeDelivery } from '../outputs/write-delivery';
import { readScreens } from '../products/read-screens';
import { unpackArchive } from '../repositories/unpack';
import { checkChange } from '../usage/check-change';
import { migrateCommit } from '../usage/migrate-commit';
import { scanCommits } from '../usage/scan-commits';
import type { Tell } from './progress';

/**
 * What is worked out beside the process that answers requests: functions of their input alone, which is copied to a thread and
 * back. One line for each. What takes long says how far it is.
 */
const TASKS = {
  readUpload,
  readUploadedFile,
  readFiles,
  readLargeFile,
  readScreens,
  scanCommits,
  migrateCommit,
  checkChange,
  writeDelivery,
  unpackArchive,
};

export type TaskName = keyof typeof TASKS;
export type TaskInput<K extends TaskName> = Parameters<(typeof TASKS)[K]>[0];
export type TaskAnswer<K extends TaskName> = ReturnType<(typeof TASKS)[K]>;

/** As `TASKS` answers, or what was refused: an error loses its class between threads. */
export type Outcome = { answer: unknown } | { refused: ConstructorParameters<typeof Problem> };

export interface TaskCall {
  task: TaskName;
  input: unknown;
  /** Where it says how far it is. */
  port?: MessagePort;
}

export function runTask({ task, input, port }: TaskCall): Outcome {
  try {
    const tell: Tell = (progress) => port?.postMessage(progress);
    return { answer: (TASKS[task] as (input: unknown, tell: Tell) => unknown)(input, tell) };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return { refused: [error.status, error.code, error.title, error.detail, error.more] };
  }
}
