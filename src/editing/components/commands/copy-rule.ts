import { equal } from '@/core/document/edits';
import { conditionsText } from '@/core/components/condition';
import type { Condition } from '@/core/components/definition';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  behind,
  conditionsFor,
  notOwn,
  ownComponent,
  usedComponent,
} from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Copies a rule with what it declares to other conditions, one rule for each. */
export function copyRule(
  library: OpenLibrary,
  { component: name, rule: id, whens }: { component: string; rule: string; whens: string[] },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const rule = component?.entries[id];
  if (!component || rule?.kind !== 'rule') return notOwn('This rule');
  const used = usedComponent(library, name)!;
  const wanted: Condition[][] = [];
  for (const text of whens.map((one) => one.trim()).filter(Boolean)) {
    const read = conditionsFor(used, text);
    if ('refused' in read) return read.refused;
    const { conditions } = read;
    const words = conditionsText(conditions);
    const stands = Object.values(component.entries).some(
      (entry) => entry.kind === 'rule' && entry.part === rule.part && equal(entry.when, conditions),
    );
    if (stands || wanted.some((one) => equal(one, conditions)))
      return refuse(
        `There is a rule when ${words} for this part already`,
        'Set its properties, or leave it out',
      );
    wanted.push(conditions);
  }
  if (wanted.length === 0) return refuse('No condition is named', 'Write one a line, such as tone is danger');
  return runCommand(library, newId, `Copy a rule of ${name} to ${wanted.length} others`, (work) => {
    for (const when of wanted) {
      const now = work.own.get(component.id) as typeof component;
      work.set(component.id, `entries/${newId('entry')}`, { ...rule, when, order: behind(now.entries) });
    }
  });
}
