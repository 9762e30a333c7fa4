import { parseTemplate, partAncestry } from '@/core/components/template';
import type { OpenLibrary } from '@/editing/session/open-library';
import { addMissingParts } from '@/editing/components/definition-draft';
import { ownComponent, usedComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Changes a template; parts it gains are named, and one that rules still style cannot go. */
export function setTemplate(
  library: OpenLibrary,
  { component: name, text }: { component: string; text: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return refuse(`${name} is inherited`, 'Change it in the library it comes from');
  const used = usedComponent(library, name)!;
  const parsed = parseTemplate(text);
  const [finding] = parsed.findings;
  if (finding)
    return refuse(
      `${finding.message}${finding.at?.line ? ` (line ${finding.at.line}, column ${finding.at.column})` : ''}`,
      finding.fix ?? '',
    );
  const there = partAncestry(parsed.root);
  const styled = [...Object.values(used.entries), ...Object.values(used.guards)].flatMap((entry) =>
    'part' in entry && partAncestry(parseTemplate(used.template).root).has(entry.part) ? [entry.part] : [],
  );
  const gone = styled.find((part) => !there.has(part));
  if (gone !== undefined)
    return refuse(
      `Rules or guards of ${name} speak of the part ${gone}, which this template has no more`,
      'Keep the part, or take those rules out first',
    );
  return runCommand(library, newId, `Change the template of ${name}`, (work) => {
    work.set(component.id, 'template', text);
    addMissingParts(work, component);
  });
}
