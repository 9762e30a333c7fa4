import { readFileSync } from 'node:fs';
import path from 'node:path';
import { readerFor } from '@/core/usage/readers/registry';
import { readSourceFile, type ReadFile } from '@/core/usage/scan';
import { UnreadableSource } from '@/core/usage/source';
import { sourceTree } from '@/files/source-tree';

/** What is larger is hardly written by hand. */
const LARGEST = 5_000_000;

/** Every file of source code in a folder, read as a scan reads it. @throws UnreadableFile */
export const readSources = (folder: string): ReadFile[] =>
  sourceTree(folder, (name) => readerFor(name) !== undefined).map(({ name, size }) => {
    const file = { name, text: '' };
    if (size > LARGEST)
      return { file, problem: new UnreadableSource(`It is larger than ${LARGEST / 1_000_000} MB`) };
    try {
      file.text = readFileSync(path.join(folder, name), 'utf8');
    } catch (error) {
      return { file, problem: new UnreadableSource((error as Error).message) };
    }
    return readSourceFile(file)!;
  });
