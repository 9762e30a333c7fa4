import { withArticle } from '../../base/words';
import type { Item } from '../item';
import { called, capital, changedItems, standing, type Broken, type Invariant } from './invariant';

/** What an item cannot stand without (its group, its layers, its axis) is there. */
export const required: Invariant = {
  code: 'required',
  holds: 'What an item stands on is there, as long as the item is.',
  broken(transition) {
    const { kinds, touched, before, after } = transition;
    const requires = (item: Item) => kinds.get(item.kind)!.requires(item as never);
    const found: Broken[] = [];
    for (const item of changedItems(transition)) {
      const stood = before.get(item.id);
      const known = new Set(stood ? requires(stood).map(({ id, kind }) => `${kind} ${id}`) : []);
      for (const { id, kind } of requires(item)) {
        const there = standing(transition, id);
        // What was missing before is no reason to refuse another change beside it.
        if (there?.kind === kind || known.has(`${kind} ${id}`)) continue;
        found.push({
          item: item.id,
          message: there
            ? `${capital(called(item, kinds))} needs ${withArticle(kinds.get(kind)!.words[0])}, and ${called(there, kinds)} is none`
            : `${capital(called(item, kinds))} needs ${withArticle(kinds.get(kind)!.words[0])} that is not there`,
          fix: there
            ? `Name ${withArticle(kinds.get(kind)!.words[0])}`
            : 'Reload the page: somebody may have removed that meanwhile',
        });
      }
    }
    const removed = new Set([...touched].filter((id) => before.has(id) && !standing(transition, id)));
    if (removed.size === 0) return found;
    for (const item of after.values()) {
      if (touched.has(item.id)) continue;
      const gone = requires(item).find(({ id }) => removed.has(id))?.id;
      if (gone !== undefined)
        found.push({
          item: gone,
          message: `${capital(called(before.get(gone)!, kinds))} cannot be removed: ${called(item, kinds)} ${before.get(gone)!.kind === 'group' ? 'is still in it' : 'still needs it'}`,
          fix: `Move or remove ${called(item, kinds)} first`,
        });
    }
    return found;
  },
};
