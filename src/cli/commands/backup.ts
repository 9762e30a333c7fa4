import { bytesText } from '@/core/base/words';
import { BackupProblem, writeBackup } from '@/files/backup';
import { readArguments } from '../arguments';
import { dataFolder } from '@/files/data-folder';

export async function run(words: string[]): Promise<number> {
  const { positionals } = readArguments(words, ['FILE'], {});
  const [file] = positionals as [string];
  try {
    const { bytes } = await writeBackup(dataFolder(), file, new Date());
    console.log(`Backed up ${dataFolder()} to ${file} (${bytesText(bytes)}).`);
    return 0;
  } catch (error) {
    if (!(error instanceof BackupProblem)) throw error;
    console.error(error.message);
    return 1;
  }
}
