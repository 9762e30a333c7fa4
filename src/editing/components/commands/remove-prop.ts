import { slotNames, templateOf } from '@/core/components/template';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { stillUsed, usersOf } from '@/editing/components/definition-draft';

export function removeProp(
  library: OpenLibrary,
  { component: name, prop }: { component: string; prop: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const [id] = Object.entries(component?.props ?? {}).find(([, other]) => other.name === prop) ?? [];
  if (!component || id === undefined) return notOwn(`${prop} of ${name}`);
  const slots = slotNames(templateOf(component.template).root).includes(prop)
    ? [`the slot ${prop} of the template`]
    : [];
  const tables = Object.values(component.data ?? {}).flatMap((table) =>
    table.fills === prop ? [`the data ${table.name}`] : [],
  );
  const users = [...usersOf(component, prop, () => true), ...slots, ...tables];
  if (users.length > 0) return stillUsed(prop, users);
  return runCommand(library, newId, `Take the prop ${prop} out of ${name}`, (work) =>
    work.set(component.id, `props/${id}`, null),
  );
}
