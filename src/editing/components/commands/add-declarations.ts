import { equal } from '@/core/document/edits';
import type { OpenLibrary } from '@/editing/session/open-library';
import { withDeclarations } from '@/editing/components/typed-declarations';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Sets several properties of one rule at once, as CSS declarations: `padding: 4px 8px; color: {color.text.quiet}`. */
export function addDeclarations(
  library: OpenLibrary,
  { component: name, rule: id, text }: { component: string; rule: string; text: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const rule = component?.entries[id];
  if (!component || rule?.kind !== 'rule') return notOwn('This rule');
  const read = withDeclarations(library, rule, text);
  if ('refused' in read) return read.refused;
  const next = read.rule;
  if (equal(next, rule))
    return refuse('There is no declaration in this text', 'Write each as padding: 4px; on a line of its own');
  const count = next.declarations.length - rule.declarations.length;
  return runCommand(library, newId, `Set properties of ${name}${count > 0 ? `, ${count} new` : ''}`, (work) =>
    work.set(component.id, `entries/${id}`, next),
  );
}
