import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

export function removeBehaviour(
  library: OpenLibrary,
  { component: name, id }: { component: string; id: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component?.behaviours?.[id]) return notOwn('This behaviour');
  return runCommand(library, newId, `Remove a behaviour from ${name}`, (work) =>
    work.set(component.id, `behaviours/${id}`, null),
  );
}
