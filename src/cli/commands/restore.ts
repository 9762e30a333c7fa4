import path from 'node:path';
import { BackupProblem, restoreBackup } from '@/files/backup';
import { readArguments } from '../arguments';
import { dataFolder } from '@/files/data-folder';

export async function run(words: string[]): Promise<number> {
  const { positionals, value } = readArguments(words, ['FILE'], { values: { into: [] } });
  const [file] = positionals as [string];
  const folder = path.resolve(value('into') ?? dataFolder());
  try {
    const { at } = await restoreBackup(file, folder);
    console.log(`Restored ${folder} as it was at ${at}.`);
    return 0;
  } catch (error) {
    if (!(error instanceof BackupProblem)) throw error;
    console.error(error.message);
    return 1;
  }
}
