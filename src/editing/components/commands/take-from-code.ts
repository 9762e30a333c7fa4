import { driftRows } from '@/core/components/drift';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { removeProp } from '@/editing/components/commands/remove-prop';
import { setProp } from '@/editing/components/commands/set-prop';
import { refuse, type NewId, type Command } from '@/editing/session/command';

/** Makes a prop what the source code has: adds it, gives it its values, or removes it, where nothing speaks of it any more. */
export function takeFromCode(
  library: OpenLibrary,
  { component: name, prop }: { component: string; prop: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  const row = driftRows(component).find((one) => one.prop === prop);
  if (!row) return refuse(`${prop} is the same in ${name} and its code`, 'Read the file again');
  if (row.theirs === null) return removeProp(library, { component: name, prop }, newId);
  const { values, kind } = row.theirs;
  const known = row.mine?.default ?? '';
  const standard = kind !== 'choice' ? known : values.includes(known) ? known : (values[0] ?? '');
  return setProp(
    library,
    {
      component: name,
      prop: { name: prop, kind, values, default: standard, description: row.mine?.description ?? '' },
    },
    newId,
  );
}
