import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

export function removeRule(
  library: OpenLibrary,
  { component: name, rule }: { component: string; rule: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component?.entries[rule]) return notOwn('This rule');
  return runCommand(library, newId, `Take a rule out of ${name}`, (work) =>
    work.set(component.id, `entries/${rule}`, null),
  );
}
