import { equal } from '@/core/document/edits';
import type { StyleRule } from '@/core/components/definition';
import { ordered } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  behind,
  conditionsFor,
  notOwn,
  ownComponent,
  partProblem,
  styleValueOf,
  usedComponent,
} from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { declared } from '@/editing/components/declared-value';

/**
 * Sets one property of a part under some conditions: in the rule that says something of exactly these, or in a new one.
 * Nothing typed takes the property out, and the rule with its last.
 */
export function setPartStyle(
  library: OpenLibrary,
  {
    component: name,
    part,
    when,
    property,
    text,
  }: { component: string; part: string; when: string; property: string; text: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  const used = usedComponent(library, name)!;
  const refused = partProblem(used, part);
  if (refused) return refused;
  const about = conditionsFor(used, when);
  if ('refused' in about) return about.refused;
  const read = styleValueOf(library, text);
  if ('refused' in read) return read.refused;
  const trimmed = text.trim();
  const known = ordered(component.entries).findLast(
    (entry) => entry.kind === 'rule' && entry.part === part && equal(entry.when, about.conditions),
  );
  return runCommand(
    library,
    newId,
    `Set ${property} of ${part} of ${name} to ${trimmed || 'nothing'}`,
    (work) => {
      const { id = newId('entry'), ...rule } = (known ?? {
        order: behind(component.entries),
        kind: 'rule',
        when: about.conditions,
        part,
        declarations: [],
        comment: '',
      }) as StyleRule & { id?: string };
      const declarations = declared(rule, property, trimmed === '' ? undefined : read.value);
      if (declarations.length > 0) work.set(component.id, `entries/${id}`, { ...rule, declarations });
      else if (known) work.set(component.id, `entries/${id}`, null);
    },
  );
}
