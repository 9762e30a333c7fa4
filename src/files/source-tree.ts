import ignore, { type Ignore } from 'ignore';
import { lstatSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { UnreadableFile } from './token-files';

/** A file of a source tree, by its path from the tree's top, with `/`. */
interface TreeFile {
  name: string;
  size: number;
}

const NEVER = new Set(['node_modules', '.git']);
const MOST_FILES = 200_000;

/** The rules of a `.gitignore`, in their folder. */
interface Rules {
  folder: string;
  rules: Ignore;
}

/**
 * The files of a folder that are wanted, in the order of their names: never those of `node_modules` or what `.gitignore`
 * excludes, there or further in. Links are not followed.
 * @throws UnreadableFile
 */
export function sourceTree(folder: string, wanted: (name: string) => boolean): TreeFile[] {
  const found: TreeFile[] = [];
  const walk = (inner: string, above: readonly Rules[]) => {
    const own = path.join(folder, inner);
    const entries = readdirSync(own, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1));
    const excludes = entries.find((entry) => entry.name === '.gitignore' && entry.isFile());
    const rules = excludes
      ? [...above, { folder: inner, rules: ignore().add(readFileSync(path.join(own, '.gitignore'), 'utf8')) }]
      : above;
    for (const entry of entries) {
      if (NEVER.has(entry.name) || entry.isSymbolicLink()) continue;
      const name = inner === '' ? entry.name : `${inner}/${entry.name}`;
      if (isExcluded(name + (entry.isDirectory() ? '/' : ''), rules)) continue;
      if (entry.isDirectory()) walk(name, rules);
      else if (entry.isFile() && wanted(name)) {
        if (found.length === MOST_FILES)
          throw new UnreadableFile(`${folder} holds more than ${MOST_FILES} files to read.`);
        found.push({ name, size: lstatSync(path.join(folder, name)).size });
      }
    }
  };
  try {
    walk('', []);
  } catch (error) {
    if (error instanceof UnreadableFile) throw error;
    const { code } = error as NodeJS.ErrnoException;
    const why = code === 'ENOENT' ? 'there is no such folder' : code === 'ENOTDIR' ? 'it is a file' : (error as Error).message; // prettier-ignore
    throw new UnreadableFile(`${folder} cannot be read: ${why}.`);
  }
  return found;
}

/** The last rule that speaks of a path decides, those further in after those above (gitignore, PATTERN FORMAT). */
function isExcluded(name: string, all: readonly Rules[]): boolean {
  let excluded = false;
  for (const { folder, rules } of all) {
    const { ignored, unignored } = rules.test(folder === '' ? name : name.slice(folder.length + 1));
    if (ignored) excluded = true;
    else if (unignored) excluded = false;
  }
  return excluded;
}
