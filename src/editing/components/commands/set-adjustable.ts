import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Lets users change a property of a part, or fixes it again. */
export function setAdjustable(
  library: OpenLibrary,
  {
    component: name,
    part: partName,
    property,
    on,
  }: { component: string; part: string; property: string; on: boolean },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const [id, part] =
    Object.entries(component?.parts ?? {}).find(([, other]) => other.name === partName) ?? [];
  if (!component || !part) return notOwn(`${partName} of ${name}`);
  const rest = (part.adjustable ?? []).filter((other) => other !== property);
  const label = on ? `Make ${property} of ${partName} overridable` : `Fix ${property} of ${partName}`;
  return runCommand(library, newId, label, (work) =>
    work.set(component.id, `parts/${id}`, { ...part, adjustable: on ? [...rest, property] : rest }),
  );
}
