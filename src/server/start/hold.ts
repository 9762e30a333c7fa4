import { chmodSync, closeSync, openSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { StartProblem } from '../db/connection';

// What is not referred to is collected, and its lock goes with it.
const held = new Set<InstanceType<typeof Database>>();

/**
 * Holds a data folder for this process: SQLite has one writer, and two programs on one folder would each keep in memory what
 * the other has changed. The lock is the operating system's, on a file of its own, and goes with the process however that ends.
 * @throws StartProblem where another process holds it
 */
export function holdFolder(folder: string): { release(): void } {
  const file = path.join(folder, 'seedplan.lock');
  closeSync(openSync(file, 'a', 0o600));
  chmodSync(file, 0o600);
  const lock = new Database(file, { timeout: 0 });
  try {
    lock.pragma('locking_mode = EXCLUSIVE');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if (!(error as { code?: string }).code?.startsWith('SQLITE_BUSY')) throw error;
    throw new StartProblem(
      `Another Seedplan uses the data folder ${folder}. Stop it, or set SEEDPLAN_DATA_DIR to another.`,
    );
  }
  held.add(lock);
  return {
    release: () => {
      held.delete(lock);
      lock.close();
    },
  };
}
