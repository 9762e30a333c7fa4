import { named } from '@/core/components/compose';
import { partAncestry, templateOf } from '@/core/components/template';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent, usedComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** The rule sets a component stands on, weakest first. */
export function setBases(
  library: OpenLibrary,
  { component: name, sets }: { component: string; sets: string[] },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const found = sets.map((path) => named(library.items, 'ruleSet', { path }));
  const missing = sets.find((_, i) => !found[i]);
  if (missing !== undefined) return refuse(`There is no rule set ${missing}`, 'Choose one from the list');
  const parts = partAncestry(templateOf(used.template).root);
  for (const set of found)
    for (const entry of Object.values(set!.entries))
      if (entry.kind === 'rule' && !parts.has(entry.part))
        return refuse(
          `${set!.name} speaks of the part ${entry.part}, which ${name} has not`,
          'Add the part to the template first',
        );
  return runCommand(library, newId, `Let ${name} stand on ${sets.join(', ') || 'no rule set'}`, (work) =>
    work.set(
      component.id,
      'bases',
      found.map((set) => ({ id: set!.id, path: set!.name })),
    ),
  );
}
