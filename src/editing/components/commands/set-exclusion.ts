import { combinations } from '@/core/components/combinations';
import { conditionsText } from '@/core/components/condition';
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

/** Says that combinations must not be made; `id` null adds, an empty condition takes it back. */
export function setExclusion(
  library: OpenLibrary,
  { component: name, id, when, why }: { component: string; id: string | null; when: string; why: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  if (when.trim() === '') {
    if (id === null)
      return refuse('An exclusion needs a condition', 'Write one such as “tone is quiet and busy”');
    return runCommand(library, newId, `Remove an exclusion of ${name}`, (work) =>
      work.set(component.id, `excluded/${id}`, null),
    );
  }
  const read = conditionsFor(used, when);
  if ('refused' in read) return read.refused;
  const known = id === null ? undefined : component.excluded?.[id];
  const stored = {
    order: known?.order ?? behind(component.excluded),
    when: read.conditions,
    why: why.trim(),
  };
  const rest = combinations({ ...used, excluded: { ...used.excluded, [id ?? 'new']: stored } });
  if (rest.all.length === 0) return refuse('That would leave no combination at all', 'Exclude fewer of them');
  const label = `Exclude ${conditionsText(read.conditions)} of ${name}`;
  return runCommand(library, newId, label, (work) =>
    work.set(component.id, `excluded/${id ?? newId('exclusion')}`, stored),
  );
}
