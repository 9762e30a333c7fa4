import { named } from '@/core/components/compose';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Keeps components out of releases or lets them in; deprecates them, or takes that back. */
export function setComponentLifecycle(
  library: OpenLibrary,
  {
    names,
    visibility,
    deprecation,
  }: {
    names: string[];
    visibility?: 'released' | 'internal';
    deprecation?: { reason: string; replacement: string | null } | null;
  },
  newId: NewId,
): Command {
  const missing = names.find((name) => !ownComponent(library, name));
  if (missing !== undefined) return notOwn(missing);
  const replacement = deprecation?.replacement
    ? named(library.items, 'component', { path: deprecation.replacement })
    : undefined;
  if (deprecation?.replacement && !replacement)
    return refuse(`There is no component ${deprecation.replacement}`, 'Choose one from the list');
  if (replacement && names.includes(replacement.name))
    return refuse(`${replacement.name} cannot be replaced by itself`, 'Choose another component');
  const what =
    deprecation === null
      ? 'Undeprecate'
      : deprecation
        ? 'Deprecate'
        : visibility === 'internal'
          ? 'Exclude from releases:'
          : 'Include in releases:';
  return runCommand(library, newId, `${what} ${names.join(', ')}`, (work) => {
    for (const name of names) {
      const component = ownComponent(library, name)!;
      if (visibility) work.set(component.id, 'visibility', visibility);
      if (deprecation !== undefined)
        work.set(
          component.id,
          'deprecation',
          deprecation && {
            reason: deprecation.reason.trim(),
            replacement: replacement ? { id: replacement.id, path: replacement.name } : null,
          },
        );
    }
  });
}
