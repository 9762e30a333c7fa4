import { bytesText } from '@/core/base/words';
import { BackupProblem, writeBackup } from '@/files/backup';
import { readArguments } from '../arguments';
import { dataFolder } from '@/files/data-folder';

export async function run(words: string[]): Promise<number> {
  const { positionals } = readArguments(words, ['FILE'], {});
  const [file] = positionals as [string];
  if (process.env.SEEDPLAN_DATABASE_URL && !/^sqlite:/.test(process.env.SEEDPLAN_DATABASE_URL)) {
    console.error(
      'The database is not in the data folder: back it up with pg_dump, or copy it to SQLite with `seedplan copy`.',
    );
    return 1;
  }
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
