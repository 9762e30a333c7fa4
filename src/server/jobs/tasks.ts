import { Problem } from '../http/problem';
import { readUpload } from '../assets/read-upload';
import { readFiles } from '../intake/read-files';
import { readScreens } from '../products/read-screens';

/**
 * What is worked out beside the process that answers requests: functions of their input alone, which is copied to a thread and
 * back. One line for each.
 */
export const TASKS = { readUpload, readFiles, readScreens };

export type TaskName = keyof typeof TASKS;
export type TaskInput<K extends TaskName> = Parameters<(typeof TASKS)[K]>[0];
export type TaskAnswer<K extends TaskName> = ReturnType<(typeof TASKS)[K]>;

/** As `TASKS` answers, or what was refused: an error loses its class between threads. */
export type Outcome = { answer: unknown } | { refused: ConstructorParameters<typeof Problem> };

export interface TaskCall {
  task: TaskName;
  input: unknown;
}

export function runTask({ task, input }: TaskCall): Outcome {
  try {
    return { answer: (TASKS[task] as (input: unknown) => unknown)(input) };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return { refused: [error.status, error.code, error.title, error.detail, error.more] };
  }
}
