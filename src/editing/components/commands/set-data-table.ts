import { Refusal } from '@/core/base/errors';
import { DATA_LIMITS, fillable, readTable } from '@/core/components/data-table';
import type { DataTable } from '@/core/components/definition';
import { ordered } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { behind, notOwn, ownComponent, usedComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Adds a table of data to a component (`id` null), or changes its name, what it fills, and its rows as CSV or JSON. */
export function setDataTable(
  library: OpenLibrary,
  {
    component: name,
    id,
    table,
  }: { component: string; id: string | null; table: { name: string; fills: string | null; text: string } },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const known = id === null ? undefined : component.data?.[id];
  if (id !== null && !known) return notOwn(`The data of ${name}`);
  const title = table.name.trim();
  if (title === '' || title.length > 100)
    return refuse('Data has a name of 1 to 100 characters', 'Name what the rows are, such as Ten ferries', 'name');
  const all = ordered(used.data ?? {});
  if (all.some((other) => other.name === title && other.id !== id))
    return refuse(`There is data called ${title} already`, 'Choose another name', 'name');
  if (id === null && all.length >= DATA_LIMITS.tables)
    return refuse(`${name} has ${DATA_LIMITS.tables} tables`, 'Remove one first');
  if (!fillable(used, library.items).includes(table.fills))
    return refuse(`${name} has no slot or part ${table.fills} to fill`, 'Choose one from the list', 'fills');
  let content;
  try {
    content = readTable(table.text);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return refuse(error.problem, error.fix, 'text');
  }
  const stored: DataTable = {
    order: known?.order ?? behind(component.data),
    name: title,
    fills: table.fills,
    ...content,
  };
  return runCommand(library, newId, `${known ? 'Change' : 'Add'} the data ${title} of ${name}`, (work) =>
    work.set(component.id, `data/${id ?? newId('data')}`, stored),
  );
} // prettier-ignore
