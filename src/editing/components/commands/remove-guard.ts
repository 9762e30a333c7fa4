import { guardText } from '@/core/components/guards';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

export function removeGuard(
  library: OpenLibrary,
  { component: name, id }: { component: string; id: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const guard = component?.guards[id];
  if (!component || !guard) return notOwn('This guard');
  return runCommand(library, newId, `Remove guard: ${guardText(guard)}`, (work) =>
    work.set(component.id, `guards/${id}`, null),
  );
}
