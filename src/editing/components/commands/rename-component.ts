import type { OpenLibrary } from '@/editing/session/open-library';
import { nameProblem, notOwn, ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Gives a component another name; what refers to it follows. */
export function renameComponent(
  library: OpenLibrary,
  { component: from, name }: { component: string; name: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, from);
  if (!component) return notOwn(from);
  const refused = nameProblem(library, name, component.id);
  if (refused) return refused;
  return runCommand(library, newId, `Rename ${from} to ${name}`, (work) =>
    work.set(component.id, 'name', name),
  );
}
