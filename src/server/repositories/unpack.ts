import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { filesOfArchive } from '@/core/intake/archive';
import { badRequest } from '../http/problem';

/** What an archive of source may hold. */
const LIMITS = { files: 20_000, bytes: 600 * 1024 * 1024, ratio: 300 } as const;

/**
 * Writes the files of a ZIP archive into a folder, the first as `0`, the next as `1`: no name of the archive is one on this disk.
 * A folder that holds all of them is left out of their names.
 * @returns their names, in that order
 * @throws Problem 400
 */
export function unpackArchive({ path: from, name, into }: { path: string; name: string; into: string }): string[] {
  const read = filesOfArchive(name, readFileSync(from), LIMITS);
  if ('problem' in read) throw badRequest(`${read.problem}. ${read.fix}.`);
  const odd = read.files.find((file) => /[\u0000-\u001f\u007f]/.test(file.name));
  if (odd) throw badRequest(`${name} holds a name with a control character: ${JSON.stringify(odd.name.slice(0, 80))}. Rename the file.`);
  if (read.files.length === 0) throw badRequest(`${name} holds no files. Pack the folder of the source.`);
  const [first] = read.files[0]!.name.split('/');
  const isShared = read.files.every((file) => file.name.startsWith(`${first}/`));
  const names = read.files.map((file) => (isShared ? file.name.slice(first!.length + 1) : file.name));
  for (const [at, { bytes }] of read.files.entries()) writeFileSync(path.join(into, String(at)), bytes, { mode: 0o600 });
  return names;
} // prettier-ignore
