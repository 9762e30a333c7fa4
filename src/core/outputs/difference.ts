import { sizeOfFile, type OutputFile, type StoredBytes } from './output';

export interface FileChange {
  name: string;
  /** Bytes as UTF-8, of the file as it is now; of a removed one, as it was. */
  size: number;
  change: 'added' | 'removed' | 'changed' | 'same';
  before: string;
  after: string;
  /** Where it is no text: the stored file it is now, or was. */
  stored?: StoredBytes;
}

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
  const old = new Map((before ?? after).map((file) => [file.name, file]));
  const now = new Map(after.map((file) => [file.name, file]));
  return [...new Set([...old.keys(), ...now.keys()])].sort(byFolder).map((name) => {
    const [was, is] = [old.get(name), now.get(name)];
    const isSame = was?.text === is?.text && was?.stored?.hash === is?.stored?.hash;
    const change = !was ? 'added' : !is ? 'removed' : isSame ? 'same' : 'changed';
    const file = (is ?? was)!;
    return {
      name,
      size: sizeOfFile(file),
      change,
      before: was?.text ?? '',
      after: is?.text ?? '',
      ...(file.stored && { stored: file.stored }),
    };
  });
}
