import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

export function describeComponent(
  library: OpenLibrary,
  { component: name, text }: { component: string; text: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  return runCommand(library, newId, `Describe ${name}`, (work) =>
    work.set(component.id, 'description', text.trim()),
  );
}
