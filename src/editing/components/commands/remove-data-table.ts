import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Removes a table of data; guides and screens that are filled with it show the component as it stands by itself. */
export function removeDataTable(
  library: OpenLibrary,
  { component: name, id }: { component: string; id: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const table = component?.data?.[id];
  if (!component || !table) return notOwn('This data');
  return runCommand(library, newId, `Remove the data ${table.name} of ${name}`, (work) =>
    work.set(component.id, `data/${id}`, null),
  );
}
