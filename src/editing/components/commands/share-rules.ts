import { counted } from '@/core/base/words';
import { itemsOf, ordered } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { NAME, notOwn, ownComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Makes a rule set of some rules of a component, which stands on it from then on. */
export function shareRules(
  library: OpenLibrary,
  { component: name, rules, set }: { component: string; rules: string[]; set: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  if (!NAME.test(set))
    return refuse(
      `“${set}” is not a name for a rule set`,
      'Use letters, digits and hyphens, beginning with a small letter',
    );
  const known = itemsOf(library.own.items, 'ruleSet').find((other) => other.name === set);
  const moved = rules.filter((id) => component.entries[id]);
  if (moved.length === 0) return refuse('No rule is chosen', 'Choose the rules that others are to share');
  return runCommand(library, newId, `Share ${counted(moved.length, 'rule')} of ${name} as ${set}`, (work) => {
    const last = ordered(known?.entries ?? {}).at(-1)?.order ?? null;
    const orders = ordersAfter(last, moved.length);
    const entries = Object.fromEntries(
      moved.map((id, i) => [id, { ...component.entries[id]!, order: orders[i]! }]),
    );
    const setId = known?.id ?? newId('ruleset');
    if (known) for (const [id, entry] of Object.entries(entries)) work.set(known.id, `entries/${id}`, entry);
    else
      work.add({
        id: setId,
        kind: 'ruleSet',
        name: set,
        entries,
        order: ordersAfter(
          itemsOf(work.own, 'ruleSet')
            .map(({ order }) => order)
            .sort()
            .at(-1) ?? null,
          1,
        )[0]!,
      });
    for (const id of moved) work.set(component.id, `entries/${id}`, null);
    if (!component.bases?.some((base) => base.id === setId))
      work.set(component.id, 'bases', [...(component.bases ?? []), { id: setId, path: set }]);
  });
}
