import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent, usedComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Cuts a variation loose: all it took over becomes its own. */
export function unlink(
  library: OpenLibrary,
  { component: name }: { component: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  if (!component.variationOf) return refuse(`${name} varies nothing`, 'There is nothing to cut');
  const source = component.variationOf.path;
  return runCommand(library, newId, `Cut ${name} loose from ${source}`, (work) => {
    work.remove(component.id);
    work.add({ ...used, variationOf: null, bases: [] });
  });
}
