import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { OutputFile } from '@/core/outputs/output';
import { dataFolder } from '@/files/data-folder';

/**
 * Where an output is delivered to as a folder: below the data folder, each library apart, so that nobody writes over what
 * another library delivered, or over anything else of the machine.
 */
const folderOf = (library: string, folder: string): string =>
  path.join(/* turbopackIgnore: true */ dataFolder(), 'deliveries', library, folder);

/** Whether a folder holds just these files. */
export function filesInFolder(library: string, folder: string, files: readonly OutputFile[]): boolean {
  const at = folderOf(library, folder);
  if (!existsSync(at)) return false;
  const there = readdirSync(at, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile());
  return (
    there.length === files.length &&
    files.every(({ name, text }) => {
      const file = path.join(at, name);
      return existsSync(file) && readFileSync(file, 'utf8') === text;
    })
  );
}

/** Puts files in the place of what a folder holds: written beside it, then renamed, so that nobody finds half of them. */
export function putFolder(library: string, folder: string, files: readonly OutputFile[], id: string): void {
  const at = folderOf(library, folder);
  const [coming, going] = [`${at}.${id}`, `${at}.${id}.old`];
  for (const { name, text } of files) {
    const file = path.join(coming, name);
    mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
    writeFileSync(file, text, { mode: 0o600, flush: true });
  }
  if (existsSync(at)) renameSync(at, going);
  renameSync(coming, at);
  rmSync(going, { recursive: true, force: true });
}
