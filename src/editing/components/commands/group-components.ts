import { itemsOf } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { ownComponent } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { inRank, rankNamed, groupedRanks } from '@/editing/components/ranks';

/** Puts components where their names say, and orders each rank by name. */
export function groupComponents(library: OpenLibrary, _: Record<string, never>, newId: NewId): Command {
  return runCommand(library, newId, 'Group components by name', (work) => {
    for (const { name, to } of groupedRanks(library)) {
      const component = ownComponent(library, name)!;
      work.set(component.id, 'rank', rankNamed(work, to));
    }
    const ranks = new Set(itemsOf(work.own, 'component').map(({ rank }) => rank));
    for (const rank of ranks) {
      const there = inRank(work, rank);
      const wanted = [...there].sort((a, b) => (a.name < b.name ? -1 : 1));
      if (wanted.every((component, i) => component === there[i])) continue;
      const orders = ordersAfter(null, wanted.length);
      wanted.forEach((component, i) => work.moveTo(component.id, orders[i]!));
    }
  });
}
