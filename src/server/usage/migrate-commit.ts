import { counted, listed } from '@/core/base/words';
import { Resolution } from '@/core/tokens/resolve';
import { migrate } from '@/core/usage/migrate';
import type { Tell } from '../jobs/progress';
import type { AgainstLibrary } from './against';
import { SourceReader } from './source-at';

export interface MigratedCommit {
  /** The files that change, as they come to be. */
  changed: { name: string; text: string }[];
  title: string;
  body: string;
}

/** As many replacements are told one by one. */
const MOST_TOLD = 40;

/** What a commit's source becomes where values that certainly are tokens are written by token, with the words that say so. */
export function migrateCommit(
  {
    folder,
    commit,
    library,
    replace,
  }: {
    folder: string;
    commit: string;
    library: AgainstLibrary;
    /** Raw values and the token in the place of each; none: whatever certainly is a token. */
    replace: readonly { value: string; token: string }[];
  },
  tell: Tell,
): MigratedCommit {
  tell({ done: 0, of: 2, doing: 'Reading the source' });
  const { files } = new SourceReader(folder).at(commit);
  tell({ done: 1, of: 2, doing: 'Comparing with tokens' });
  const { edits, uncertain, changed } = migrate(
    files,
    new Resolution(library.system),
    replace.map(({ value, token }) => ({ old: value, token })),
    { onlyWanted: replace.length > 0 },
  );
  const told = new Map<string, number>();
  for (const { before, after } of edits) {
    const line = `${before} becomes ${after}`;
    told.set(line, (told.get(line) ?? 0) + 1);
  }
  const lines = [...told].sort(([, a], [, b]) => b - a);
  const names = new Set(edits.map(({ at }) => at.file));
  return {
    changed: changed.map(({ name, text }) => ({ name, text })),
    title: `Use tokens of ${library.name} ${library.version}`,
    body: [
      `${counted(edits.length, 'value')} in ${counted(names.size, 'file')} (${listed(names.size > 5 ? [...[...names].slice(0, 4), `${names.size - 4} more`] : names)}) become references to tokens of ${library.name} ${library.version}. ${replace.length > 0 ? 'Each was chosen by hand.' : 'Each raw value is that of its token in the default contexts; a deprecated token gives way to its replacement.'}`,
      '',
      ...lines.slice(0, MOST_TOLD).map(([line, count]) => `- ${line}${count > 1 ? ` (${count} times)` : ''}`),
      ...(lines.length > MOST_TOLD ? [`- and ${lines.length - MOST_TOLD} others`] : []),
      ...(uncertain.length > 0
        ? ['', `${counted(uncertain.length, 'value')} left as before: more than one token would fit, or none for that property.`]
        : []),
    ].join('\n'),
  };
} // prettier-ignore
