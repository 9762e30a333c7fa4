import { guardText } from '@/core/components/guards';
import type { Guard } from '@/core/components/definition';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  behind,
  conditionsFor,
  notOwn,
  ownComponent,
  partProblem,
  usedComponent,
} from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

export interface GuardDraft {
  when: string;
  part: string;
  property: string;
  value: string;
  note: string;
  under: Record<string, string>;
}

/** Adds a guard or changes one. */
export function setGuard(
  library: OpenLibrary,
  { component: name, id, guard }: { component: string; id: string | null; guard: GuardDraft },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const read = conditionsFor(used, guard.when);
  if ('refused' in read) return read.refused;
  const refused = partProblem(used, guard.part);
  if (refused) return refused;
  if (!/^(--)?[a-z][a-z0-9-]*$/.test(guard.property))
    return refuse(`“${guard.property}” is not a CSS property`, 'Write one such as min-height', 'property');
  if (guard.value.trim() === '')
    return refuse('A guard needs a value', 'Enter the value it has to keep, such as 40px', 'value');
  const known = id === null ? undefined : component.guards[id];
  const stored: Guard = {
    order: known?.order ?? behind(component.guards),
    when: read.conditions,
    part: guard.part,
    property: guard.property,
    value: guard.value.trim(),
    note: guard.note.trim(),
    ...(Object.keys(guard.under).length > 0 && { under: guard.under }),
  };
  return runCommand(library, newId, `Add guard: ${guardText(stored)}`, (work) =>
    work.set(component.id, `guards/${id ?? newId('guard')}`, stored),
  );
}
