import { conditionsText } from '@/core/components/condition';
import type { StyleRule } from '@/core/components/definition';
import { equal } from '@/core/document/edits';
import { counted } from '@/core/base/words';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  behind,
  conditionsFor,
  notOwn,
  ownComponent,
  partProblem,
  usedComponent,
} from '@/editing/components/own-component';
import { withDeclarations } from '@/editing/components/typed-declarations';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/**
 * Declares the same for several parts at once, under one condition: a rule for each part, or the one that is there. The
 * text is CSS declarations; empty, the rules are there to be filled.
 */
export function addRules(
  library: OpenLibrary,
  { component: name, when, parts, text }: { component: string; when: string; parts: string[]; text: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  const used = usedComponent(library, name)!;
  if (parts.length === 0) return refuse('No part is named', 'Choose at least one');
  const read = conditionsFor(used, when);
  if ('refused' in read) return read.refused;
  const { conditions } = read;
  const made: { id: string; rule: StyleRule }[] = [];
  let order = behind(component.entries);
  for (const part of new Set(parts)) {
    const refused = partProblem(used, part);
    if (refused) return refused;
    const known = Object.entries(component.entries).find(
      ([, entry]) => entry.kind === 'rule' && entry.part === part && equal(entry.when, conditions),
    ) as [string, StyleRule] | undefined;
    const id = known?.[0] ?? newId('entry');
    const rule: StyleRule = known?.[1] ?? {
      order,
      kind: 'rule',
      when: conditions,
      part,
      declarations: [],
      comment: '',
    };
    const filled = withDeclarations(library, rule, text);
    if ('refused' in filled) return filled.refused;
    if (known && equal(filled.rule, rule))
      return refuse(
        `There is a rule ${conditions.length > 0 ? `when ${conditionsText(conditions)}` : 'that always holds'} for ${part} already`,
        'Set its properties, or say what it is to declare',
      );
    made.push({ id, rule: filled.rule });
    if (!known) order = behind({ ...component.entries, [id]: filled.rule });
  }
  const words = conditions.length > 0 ? `when ${conditionsText(conditions)}` : 'always';
  const label = `Add ${made.length === 1 ? 'a rule' : counted(made.length, 'rule')} of ${name}: ${words}`;
  return runCommand(library, newId, label, (work) => {
    for (const { id, rule } of made) work.set(component.id, `entries/${id}`, rule);
  });
}
