import type { OutputFile } from './output';

export interface FileChange {
  name: string;
  /** Bytes as UTF-8, of the file as it is now; of a removed one, as it was. */
  size: number;
  change: 'added' | 'removed' | 'changed' | 'same';
  before: string;
  after: string;
}

const bytes = (text: string) => new TextEncoder().encode(text).length;

/** By name, folder by folder: `values/` before `values-night/`. */
function byFolder(a: string, b: string): number {
  const [one, other] = [a, b].map((name) => name.replaceAll('/', '\0')) as [string, string];
  return one < other ? -1 : one > other ? 1 : 0;
}

/** Files of a delivery beside those of an earlier one, in the order of their names; all are the same where there is none. */
export function fileChanges(
  before: readonly OutputFile[] | undefined,
  after: readonly OutputFile[],
): FileChange[] {
  const old = new Map((before ?? after).map(({ name, text }) => [name, text]));
  const now = new Map(after.map(({ name, text }) => [name, text]));
  return [...new Set([...old.keys(), ...now.keys()])].sort(byFolder).map((name) => {
    const [was, is] = [old.get(name), now.get(name)];
    const change =
      was === undefined ? 'added' : is === undefined ? 'removed' : was === is ? 'same' : 'changed';
    return { name, size: bytes(is ?? was ?? ''), change, before: was ?? '', after: is ?? '' };
  });
}
