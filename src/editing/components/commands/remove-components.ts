import { counted } from '@/core/base/words';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Removes components that nothing uses; one that is used names its uses. */
export function removeComponents(
  library: OpenLibrary,
  { names }: { names: string[] },
  newId: NewId,
): Command {
  const found = names.map((name) => ownComponent(library, name));
  const missing = names.find((_, i) => !found[i]);
  if (missing !== undefined) return notOwn(missing);
  const going = new Set(found.map((component) => component!.id));
  for (const component of found) {
    const uses = library
      .reach()
      .direct(component!.id)
      .filter((use) => !going.has(use.by));
    if (uses.length > 0)
      return refuse(
        `${component!.name} is used in ${counted(uses.length, 'place')}`,
        'Deprecate it with a replacement, or remove it of those first',
      );
  }
  return runCommand(library, newId, `Remove ${names.join(', ')}`, (work) => {
    for (const id of going) work.remove(id);
  });
}
