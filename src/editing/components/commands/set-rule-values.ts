import type { StyleRule } from '@/core/components/definition';
import { counted } from '@/core/base/words';
import { declared } from '@/editing/components/declared-value';
import { notOwn, ownComponent, styleValueOf } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import type { OpenLibrary } from '@/editing/session/open-library';

/** Sets properties of several rules of a component at once; an empty text takes a property out. */
export function setRuleValues(
  library: OpenLibrary,
  {
    component: name,
    values,
  }: { component: string; values: { rule: string; property: string; text: string }[] },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  const rules = new Map<string, StyleRule>();
  for (const { rule: id, property, text } of values) {
    const rule = rules.get(id) ?? component.entries[id];
    if (rule?.kind !== 'rule') return notOwn('This rule');
    if (!/^(--)?[a-z][a-z0-9-]*$/.test(property))
      return refuse(`“${property}” is not a CSS property`, 'Write one such as min-height');
    const trimmed = text.trim();
    const read = styleValueOf(library, trimmed);
    if ('refused' in read) return read.refused;
    rules.set(id, {
      ...rule,
      declarations: declared(rule, property, trimmed === '' ? undefined : read.value),
    });
  }
  if (rules.size === 0) return refuse('No value is given', 'Paste rows of values');
  return runCommand(library, newId, `Set ${counted(values.length, 'value')} of ${name}`, (work) => {
    for (const [id, rule] of rules) work.set(component.id, `entries/${id}`, rule);
  });
}
