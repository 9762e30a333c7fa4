import { ordered } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

export function setPart(
  library: OpenLibrary,
  {
    component: name,
    part: partName,
    shows,
    description,
  }: { component: string; part: string; shows: string; description: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const part = ordered(component?.parts ?? {}).find((other) => other.name === partName);
  if (!component || !part) return notOwn(`${partName} of ${name}`);
  if (shows !== 'text' && shows !== 'icon' && shows !== 'nothing')
    return refuse(`A part shows text, an icon or nothing, not ${shows}`, 'Choose one of them');
  const { id, ...rest } = part;
  return runCommand(library, newId, `Change the part ${partName} of ${name}`, (work) =>
    work.set(component.id, `parts/${id}`, { ...rest, shows, description: description.trim() }),
  );
}
