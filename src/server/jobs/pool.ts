import { existsSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { Problem } from '../http/problem';
import { shared } from '../shared';
import type { Progress } from './progress';
import type { Outcome, TaskAnswer, TaskCall, TaskInput, TaskName } from './tasks';

/** How long a task may take and how much memory it may fill, before it is ended and said so. */
const LIMITS = { seconds: 10, megabytes: 512 };
/** A job has more of both, and says itself how long it may take. */
const MEGABYTES_OF_JOBS = 1024;
/** Jobs run side by side, so that one that takes minutes does not hold up what takes seconds. */
export const JOBS_AT_ONCE = Math.min(4, Math.max(2, os.availableParallelism() - 1));
/** As many tasks wait as this; more are asked to come again. */
const MOST_WAITING = 60;

type Run = (call: TaskCall, seconds: number, beside?: Beside) => Promise<Outcome>;

/** Of a job: what goes on while it is worked out. It is told how far it is, and can be ended. */
export interface Beside {
  signal?: AbortSignal;
  onProgress?(progress: Progress): void;
}

const holder = shared<{ run?: Run; end?: () => Promise<void> }>('jobs', () => ({}));

const makePool = (): Run => {
  const filename = path.join(process.cwd(), 'dist/worker.mjs');
  if (!existsSync(filename)) throw new Error(`${filename} is missing: run node scripts/bundle.mjs`);
  const threads = (maxThreads: number, megabytes: number, idleTimeout: number) =>
    new Piscina({
      filename,
      minThreads: 0,
      maxThreads,
      idleTimeout,
      maxQueue: MOST_WAITING,
      resourceLimits: { maxOldGenerationSizeMb: megabytes },
    });
  // One processor is left to those who only ask.
  const quick = threads(Math.max(1, os.availableParallelism() - 1), LIMITS.megabytes, 60_000);
  // Jobs take minutes: nobody who waits for an answer stands behind them. What one has read the next need not read again.
  const long = threads(JOBS_AT_ONCE, MEGABYTES_OF_JOBS, 600_000);
  holder.end = async () => void (await Promise.all([quick.destroy(), long.destroy()]));
  return async (call, seconds, beside) => {
    const { signal, onProgress } = beside ?? {};
    const pool = beside ? long : quick;
    const stop = new AbortController();
    const cancel = () => stop.abort();
    signal?.addEventListener('abort', cancel, { once: true });
    if (signal?.aborted) stop.abort();
    const channel = onProgress && new MessageChannel();
    channel?.port1.on('message', onProgress!);
    // A task that waits is not charged for those before it: what they take is bounded by their own limit.
    const waiting = Math.ceil((pool.queueSize + 1) / Math.max(1, pool.options.maxThreads));
    const timer = setTimeout(() => stop.abort(), seconds * 1000 * waiting);
    try {
      const port = channel?.port2;
      const options = { signal: stop.signal, ...(port && { transferList: [port] }) };
      return (await pool.run(port ? { ...call, port } : call, options)) as Outcome;
    } finally {
      clearTimeout(timer);
      signal?.removeEventListener('abort', cancel);
      channel?.port1.close();
    }
  };
};

/** Has tasks run by something else than threads: a test that is not about them runs them in its own process. */
export function runTasksBy(run: Run): void {
  holder.run = run;
}

/** Ends the threads there are. */
export async function endTasks(): Promise<void> {
  await holder.end?.();
  delete holder.run;
}

/**
 * Works something out in another thread, so that nobody waits for it but who asked.
 * @throws Problem what the task refused; 400 where it took too long or too much memory; 503 where too many wait
 */
export async function aside<K extends TaskName>(
  task: K,
  input: TaskInput<K>,
  /** What it is, for who has to be told that it was ended: `The files`. */
  what: string,
  seconds = LIMITS.seconds,
  beside?: Beside,
): Promise<TaskAnswer<K>> {
  holder.run ??= makePool();
  let outcome: Outcome;
  try {
    outcome = await holder.run({ task, input }, seconds, beside);
  } catch (error) {
    if (beside?.signal?.aborted) throw error;
    throw ended(error, what, seconds, beside ? MEGABYTES_OF_JOBS : LIMITS.megabytes) ?? error;
  }
  if ('refused' in outcome) throw new Problem(...outcome.refused);
  return outcome.answer as TaskAnswer<K>;
}

function ended(error: unknown, what: string, seconds: number, megabytes: number): Problem | undefined {
  const { name, code, message } = error as { name?: string; code?: string; message?: string };
  const split = 'Send less at once, or split what you send.';
  if (name === 'AbortError')
    return tooMuch(`${what} took more than ${seconds} seconds to read and reading was ended. ${split}`);
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return tooMuch(
      `${what} took more than ${megabytes} MB of memory to read and reading was ended. ${split}`,
    );
  if (/queue is at limit/i.test(message ?? ''))
    return new Problem(
      503,
      'busy',
      'Too much is being read',
      'Many files are being read at the moment. Try again in a minute.',
    );
  return undefined;
}

const tooMuch = (detail: string) => new Problem(400, 'too-much', 'This is too much to read', detail);
