import { counted } from '@/core/base/words';
import { named } from '@/core/components/compose';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/**
 * Removes components. Of one that is used another takes the place, or it is said that its uses are left without: a slot
 * then holds nothing there, and a guide says that the component is gone.
 */
export function removeComponents(
  library: OpenLibrary,
  { names, replacement, leave = false }: { names: string[]; replacement?: string; leave?: boolean },
  newId: NewId,
): Command {
  const found = names.map((name) => ownComponent(library, name));
  const missing = names.find((_, i) => !found[i]);
  if (missing !== undefined) return notOwn(missing);
  const going = new Set(found.map((component) => component!.id));
  const target =
    replacement === undefined ? undefined : named(library.items, 'component', { path: replacement });
  if (replacement !== undefined && !target)
    return refuse(`There is no component ${replacement}`, 'Choose one from the list', 'replacement');
  if (target && going.has(target.id))
    return refuse(`${target.name} would be removed too`, 'Choose another', 'replacement');
  for (const component of found) {
    if (target || leave) continue;
    const uses = library
      .reach()
      .direct(component!.id)
      .filter((use) => !going.has(use.by));
    if (uses.length > 0)
      return refuse(
        `${component!.name} is used in ${counted(uses.length, 'place')}`,
        'Name a replacement, or deprecate it with one',
      );
  }
  const instead = target ? `, ${target.name} in ${names.length === 1 ? 'its' : 'their'} place` : '';
  return runCommand(library, newId, `Remove ${names.join(', ')}${instead}`, (work) => {
    if (target) work.replaceReferences(going, { id: target.id, path: target.name });
    for (const id of going) work.remove(id);
  });
}
