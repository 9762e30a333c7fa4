import type { ComponentDefinition, StyleRule } from '@/core/components/definition';
import { readCssValue } from '@/core/base/css/css-value';
import { tokenObject } from '@/core/tokens/build';
import { pathProblem } from '@/editing/tokens/paths';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Gives a raw value of a rule a token of its own, and binds it where it stood. */
export function extractValue(
  library: OpenLibrary,
  {
    component: name,
    rule: id,
    property,
    to,
  }: { component: string; rule: string; property: string; to: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const rule = component?.entries[id];
  if (!component || rule?.kind !== 'rule') return notOwn(name);
  const value = rule.declarations.find(([other]) => other === property)?.[1];
  if (!value || !('raw' in value))
    return refuse(`${property} is no raw value here`, 'It may have been bound since');
  const read = readCssValue(value.raw, property, () => undefined);
  if ('unread' in read || read.type === undefined)
    return refuse(
      `${value.raw} cannot be a token${'unread' in read ? `: ${read.unread}` : ''}`,
      'Extract values of one colour, length, time, weight, family or shadow',
    );
  const path = to.trim();
  const wrong = pathProblem(library, path);
  if (wrong) return { ...wrong, field: 'to' };
  return runCommand(library, newId, `Extract ${property} of ${name} to ${path}`, (work) => {
    work.declare(path, {}, tokenObject(read.value, read.type!));
    const declarations = rule.declarations.map(([other, old]): StyleRule['declarations'][number] =>
      other === property ? [other, { token: { id: work.tree.ids.get(path)!, path } }] : [other, old],
    );
    work.set(component.id, `entries/${id}`, {
      ...(work.own.get(component.id) as ComponentDefinition).entries[id],
      declarations,
    });
    return undefined;
  });
}
