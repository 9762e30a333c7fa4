import type { Item } from '../item';
import { called, capital, changedItems, standing, type Broken, type Invariant } from './invariant';

/** Nothing stands on itself, however far round. */
export const circle: Invariant = {
  code: 'circle',
  holds: 'Nothing stands in itself: following groups upwards ends at the top.',
  broken(transition) {
    const { kinds } = transition;
    const found: Broken[] = [];
    for (const item of changedItems(transition)) {
      const seen = new Set<string>();
      const above = (one: Item) =>
        kinds
          .get(one.kind)!
          .requires(one as never)
          .map(({ id }) => id);
      const ahead = above(item);
      for (let id = ahead.pop(); id !== undefined; id = ahead.pop()) {
        if (id === item.id) {
          found.push({
            item: item.id,
            message: `${capital(called(item, kinds))} would stand in itself`,
            fix: 'Move it to another place',
          });
          break;
        }
        if (seen.has(id)) continue;
        seen.add(id);
        const next = standing(transition, id);
        if (next) ahead.push(...above(next));
      }
    }
    return found;
  },
};
