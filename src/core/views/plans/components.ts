import { setField } from '../../documents/edits';
import { itemsOf, type ComponentItem, type StyleValue } from '../../documents/items';
import { parseTemplate, partAncestry } from '../../components/template';
import { aliasPath } from '../../tokens/references';
import type { OpenLibrary } from '../open-library';
import { addMissingParts } from './making';
import { refuse, type NewId, type Plan } from './plan';
import { worked } from './working';

function ownComponent(library: OpenLibrary, name: string): ComponentItem | undefined {
  return itemsOf(library.own.items, 'component').find((component) => component.name === name);
}

/** Binds one declaration of one rule, to a token as `{path}` or to a raw value; an empty text takes it away. */
export function setRuleValue(
  library: OpenLibrary,
  {
    component: name,
    rule: id,
    property,
    text,
  }: { component: string; rule: string; property: string; text: string },
): Plan {
  const component = ownComponent(library, name);
  const rule = component?.entries[id];
  if (!component || rule?.kind !== 'rule')
    return refuse(`The rule is not in this library`, 'Change it at the source');
  const trimmed = text.trim();
  const path = aliasPath(trimmed);
  const token = path === undefined ? undefined : library.tree.ids.get(path);
  if (path !== undefined && token === undefined)
    return refuse(`There is no token ${path}`, 'Pick one from the list');
  if (path === undefined && /[;{}<>]/.test(trimmed))
    return refuse('A value cannot hold ; { } < or >', 'Write one CSS value');
  const value: StyleValue = path === undefined ? { raw: trimmed } : { token: { id: token, path } };
  const known = rule.declarations.some(([other]) => other === property);
  const declarations =
    trimmed === ''
      ? rule.declarations.filter(([other]) => other !== property)
      : known
        ? rule.declarations.map(([other, old]): [string, StyleValue] => [
            other,
            other === property ? value : old,
          ])
        : [...rule.declarations, [property, value] as [string, StyleValue]];
  return {
    label: `Set ${property} of ${name} to ${trimmed || 'nothing'}`,
    edits: [setField(component, `entries/${id}`, { ...rule, declarations })],
  };
}

/** Changes a template; parts it gains are named, and one that rules still style cannot go. */
export function setTemplate(
  library: OpenLibrary,
  { component: name, text }: { component: string; text: string },
  newId: NewId,
): Plan {
  const component = ownComponent(library, name);
  if (!component) return refuse(`${name} comes from an ancestor`, 'Change it at the source');
  const parsed = parseTemplate(text);
  const [finding] = parsed.findings;
  if (finding)
    return refuse(
      `${finding.message}${finding.at?.line ? ` (line ${finding.at.line})` : ''}`,
      finding.fix ?? '',
    );
  const there = partAncestry(parsed.root);
  const styled = [...Object.values(component.entries), ...Object.values(component.guards)].flatMap((entry) =>
    'part' in entry && partAncestry(parseTemplate(component.template).root).has(entry.part)
      ? [entry.part]
      : [],
  );
  const gone = styled.find((part) => !there.has(part));
  if (gone !== undefined)
    return refuse(
      `Rules or guards of ${name} speak of the part ${gone}, which this template has no more`,
      'Keep the part, or take those rules out first',
    );
  return worked(library, newId, `Change the template of ${name}`, (work) => {
    work.set(component.id, 'template', text);
    addMissingParts(work, component);
  });
}
