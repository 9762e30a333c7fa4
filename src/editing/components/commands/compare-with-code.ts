import type { CodeProp } from '@/core/components/source/source';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { linkOf } from '@/editing/components/code-link';

/** Keeps the props that code has now beside a component; where they differ from its own becomes a finding. */
export function compareWithCode(
  library: OpenLibrary,
  { component: name, file, props }: { component: string; file: string; props: CodeProp[] },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  return runCommand(library, newId, `Compare ${name} with ${file}`, (work) =>
    work.set(component.id, 'code', linkOf(file, props)),
  );
}
