import { statfs } from 'node:fs/promises';
import { bytesText } from '@/core/base/words';
import { shared } from '../shared';

/** Below so many bytes free, whoever runs the program is told before people are. */
const LITTLE = 100_000_000;

const state = () => shared('storage', () => ({ failing: undefined as string | undefined }));

/** Remembers how the last write went: the code of what kept it from being stored, or that it was. */
export function noteStorage(failing: string | undefined): void {
  state().failing = failing;
}

/** What is wrong with where the program stores; undefined where nothing is. */
export async function storageTrouble(folder: string): Promise<string | undefined> {
  const { failing } = state();
  if (failing === 'full') return 'The last change could not be stored: the disk is full.';
  if (failing === 'damaged') return 'The last change could not be stored: the database is damaged.';
  const { bavail, bsize } = await statfs(folder);
  const free = bavail * bsize;
  return free < LITTLE ? `The disk of the data folder has ${bytesText(free)} left.` : undefined;
}
