import { conditionsText } from '@/core/components/condition';
import type { StyleRule } from '@/core/components/definition';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  behind,
  conditionsFor,
  notOwn,
  ownComponent,
  partProblem,
  usedComponent,
} from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Adds a rule, or changes what one is about: its conditions as `tone is danger and not busy`, and its part. */
export function setRule(
  library: OpenLibrary,
  {
    component: name,
    rule: id,
    when,
    part,
  }: { component: string; rule: string | null; when: string; part: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  const known = id === null ? undefined : component.entries[id];
  if (id !== null && known?.kind !== 'rule') return notOwn('This rule');
  const used = usedComponent(library, name)!;
  const refused = partProblem(used, part);
  if (refused) return refused;
  const read = conditionsFor(used, when);
  if ('refused' in read) return read.refused;
  const { conditions } = read;
  const rule: StyleRule = known
    ? { ...(known as StyleRule), when: conditions, part }
    : {
        order: behind(component.entries),
        kind: 'rule',
        when: conditions,
        part,
        declarations: [],
        comment: '',
      };
  const words = conditions.length > 0 ? `when ${conditionsText(conditions)}` : 'always';
  return runCommand(library, newId, `${known ? 'Change' : 'Add'} a rule of ${name}: ${words}`, (work) =>
    work.set(component.id, `entries/${id ?? newId('entry')}`, rule),
  );
}
