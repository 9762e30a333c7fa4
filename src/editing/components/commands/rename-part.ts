import { partRenamedInCss, partRenamedInTemplate } from '@/core/components/part-names';
import { ordered } from '@/core/document/item';
import type { ComponentDefinition, DataTable } from '@/core/components/definition';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { elementsOfPart, withVariations } from '@/editing/components/part-changes';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Gives a part another name: in the template, in rules, guards, behaviours and passthrough CSS, and in what varies the component. */
export function renamePart(
  library: OpenLibrary,
  { component: name, part, to: typed }: { component: string; part: string; to: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const known = ordered(component?.parts ?? {}).find((other) => other.name === part);
  if (!component || !known) return notOwn(`${part} of ${name}`);
  const to = typed.trim();
  if (part === 'root') return refuse('The root keeps its name', 'Rename another part', 'to');
  if (!/^[a-z][a-zA-Z0-9-]{0,60}$/.test(to))
    return refuse(
      `“${to}” is not a name of a part`,
      'Begin with a small letter, then letters, digits and hyphens',
      'to',
    );
  if (
    ordered(component.parts).some((other) => other.name === to) ||
    elementsOfPart(component.template, to).length > 0
  )
    return refuse(`There is a part ${to} already`, 'Choose another name', 'to');
  return runCommand(library, newId, `Rename the part ${part} of ${name} to ${to}`, (work) => {
    for (const one of withVariations(work, component)) work.put(renamed(one, part, to));
  });
}

/** Tables that fill the part, filling it under its new name. */
const filling = (data: Record<string, DataTable>, from: string, to: string): Record<string, DataTable> =>
  Object.fromEntries(
    Object.entries(data).map(([id, table]) => [id, table.fills === from ? { ...table, fills: to } : table]),
  );

function renamed(component: ComponentDefinition, from: string, to: string): ComponentDefinition {
  const each = <T extends object>(record: Record<string, T>): Record<string, T> =>
    Object.fromEntries(
      Object.entries(record).map(([id, one]) => [
        id,
        'part' in one && one.part === from ? { ...one, part: to } : one,
      ]),
    );
  const entries = Object.fromEntries(
    Object.entries(each(component.entries)).map(([id, entry]) => [
      id,
      entry.kind === 'kept'
        ? { ...entry, css: partRenamedInCss(entry.css, from, to) }
        : { ...entry, ...(entry.text !== undefined && { text: partRenamedInCss(entry.text, from, to) }) },
    ]),
  );
  return {
    ...component,
    template: partRenamedInTemplate(component.template, from, to),
    parts: Object.fromEntries(
      Object.entries(component.parts).map(([id, one]) => [
        id,
        one.name === from ? { ...one, name: to } : one,
      ]),
    ),
    entries,
    guards: each(component.guards),
    ...(component.data && { data: filling(component.data, from, to) }),
    ...(component.behaviours && { behaviours: each(component.behaviours) }),
  };
}
