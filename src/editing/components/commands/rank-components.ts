import { moveEntry } from '@/core/document/edits';
import type { ComponentDefinition } from '@/core/components/definition';
import { placeAmong } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { inRank, rankNamed } from '@/editing/components/ranks';

/** Puts components into a rank, before another one or at its end; `last`: also those that are in it already. */
export function rankComponents(
  library: OpenLibrary,
  { names, rank, before, last }: { names: string[]; rank: string; before?: string; last?: boolean },
  newId: NewId,
): Command {
  const found = names.map((name) => ownComponent(library, name));
  const missing = names.find((_, i) => !found[i]);
  if (missing !== undefined) return notOwn(missing);
  if (rank.length > 60 || /[\n<>]/.test(rank))
    return refuse('That is not a name for a rank', 'Use a short word, such as basic');
  const one = names.length === 1 ? names[0]! : `${names.length} components`;
  return runCommand(library, newId, `Put ${one} into ${rank || 'no rank'}`, (work) => {
    const id = rankNamed(work, rank.trim());
    for (const component of found as ComponentDefinition[]) {
      const others = inRank(work, id).filter((other) => other.id !== component.id);
      const next = before === undefined ? -1 : others.findIndex((other) => other.name === before);
      const there = component.rank === id;
      work.set(component.id, 'rank', id);
      if (there && before === undefined && !last) continue;
      const { order, moved } = placeAmong(
        others.map((other) => other.order),
        next === -1 ? others.length : next,
      );
      const give = (to: string, key: string) => {
        const item = work.own.get(to) as ComponentDefinition | undefined;
        if (item && item.order !== key) work.apply(moveEntry(item, '', key));
      };
      for (const [at, key] of moved) give(others[at]!.id, key);
      give(component.id, order);
    }
  });
}
