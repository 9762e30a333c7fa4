import { knownInCatalogue, knownOf, type KnownComponent } from '@/core/usage/known-components';
import { readComponentFiles, readJsonFile } from '@/files/component-files';
import { findingLine, UsageError } from './arguments';

/** Components of files and of catalogues; what a component file gets wrong is told and does not stop the check. */
export function knownComponents(files: readonly string[]): KnownComponent[] {
  const read = files.map((file) => ({ file, json: readJsonFile(file) }));
  const catalogues = read.map(({ json }) => knownInCatalogue(json));
  const { components, findings } = readComponentFiles(read.filter((_, i) => catalogues[i] === undefined));
  for (const finding of findings) console.error(findingLine(finding));
  return [...catalogues.flatMap((one) => one ?? []), ...components.map(knownOf)];
}

/** The word in front of names that `--prefix` says. @throws UsageError */
export function prefixFrom(said: string | undefined): string | undefined {
  if (said !== undefined && !/^[a-z][a-z0-9]*$/.test(said))
    throw new UsageError(`A prefix is a word of small letters and digits, not ${said}.`);
  return said;
}
