import { selectsPart } from '@/core/components/part-names';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { elementsOfPart, partRemoval, withVariations } from '@/editing/components/part-changes';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Takes a part out of the template with all that stands in it, and what is said of those parts. */
export function removePart(
  library: OpenLibrary,
  { component: name, part }: { component: string; part: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  if (part === 'root') return refuse('The root cannot be removed', 'Remove the component');
  const { parts } = partRemoval(component, part);
  const kept = Object.values(component.entries).find(
    (entry) => entry.kind === 'kept' && parts.some((one) => selectsPart(entry.css, one)),
  );
  if (kept)
    return refuse(
      `Passthrough CSS of ${name} selects the part ${part}`,
      'Change it in the style sheet first',
    );
  const slots = elementsOfPart(component.template, part);
  if (slots.length === 0 && !Object.values(component.parts).some((one) => one.name === part))
    return notOwn(`${part} of ${name}`);
  return runCommand(library, newId, `Remove the part ${part} of ${name}`, (work) => {
    let template = component.template;
    for (const { range } of [...slots].sort((a, b) => b.range[0] - a.range[0]))
      template = template.slice(0, range[0]) + template.slice(range[1]);
    work.set(component.id, 'template', template);
    for (const one of withVariations(work, component))
      for (const field of ['entries', 'guards', 'behaviours'] as const)
        for (const [id, entry] of Object.entries(one[field] ?? {}))
          if ('part' in entry && parts.includes(entry.part)) work.set(one.id, `${field}/${id}`, null);
    for (const [id, table] of Object.entries(component.data ?? {}))
      if (table.fills !== null && parts.includes(table.fills))
        work.set(component.id, `data/${id}`, { ...table, fills: null });
    for (const [id, one] of Object.entries(component.parts))
      if (parts.includes(one.name)) work.set(component.id, `parts/${id}`, null);
  });
}
