import {
  closeSync,
  fchmodSync,
  fsyncSync,
  mkdirSync,
  openSync,
  renameSync,
  statSync,
  writeSync,
} from 'node:fs';
import path from 'node:path';
import { UnreadableFile } from './token-files';

/**
 * Writes files into a folder, each to a temporary name first and then renamed, so that none is ever half-written. What is
 * there already keeps its mode.
 * @throws UnreadableFile where the folder cannot be written or a name would leave it
 */
export function writeFolder(folder: string, files: readonly { name: string; text: string }[]): void {
  const root = path.resolve(folder);
  for (const { name } of files) {
    if (!path.resolve(root, name).startsWith(root + path.sep))
      throw new UnreadableFile(`${name} would be written outside ${folder}.`);
  }
  try {
    for (const { name, text } of files) {
      const target = path.resolve(root, name);
      mkdirSync(path.dirname(target), { recursive: true });
      const temporary = `${target}.${process.pid}.part`;
      const handle = openSync(temporary, 'w');
      const mode = statSync(target, { throwIfNoEntry: false })?.mode;
      if (mode !== undefined) fchmodSync(handle, mode);
      writeSync(handle, text);
      fsyncSync(handle);
      closeSync(handle);
      renameSync(temporary, target);
    }
  } catch (error) {
    throw new UnreadableFile(`${folder} cannot be written: ${(error as Error).message}.`);
  }
}
